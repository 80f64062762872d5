import { type CompiledPython, compiledPython, type PythonFiles } from "./interpreter.ts";
import { MODULE } from "./module.ts";
import { PythonBox } from "./python-box.ts";
import { DOOR_NAMES } from "./run-python.ts";

/** The interpreter of one thread, made ready before the programs that it runs. */
export class PythonBoxes {
	private readonly module: CompiledPython;
	private readonly library: Uint8Array;
	private made: PythonBox | undefined;

	private constructor(module: CompiledPython, library: Uint8Array) {
		this.module = module;
		this.library = library;
	}

	static async load({ code, library }: PythonFiles): Promise<PythonBoxes> {
		return new PythonBoxes(await compiledPython(code), library);
	}

	/** To be waited for before a task that runs programs. */
	async ready(): Promise<void> {
		if (!this.made || this.made.hasGrown)
			this.made = await PythonBox.make(this.module, this.library, MODULE, DOOR_NAMES);
	}

	/** The one that is ready. */
	get box(): PythonBox {
		if (!this.made) throw new Error("no interpreter of Python is ready");
		return this.made;
	}
}

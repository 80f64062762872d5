import { type Address, type CompiledPython, cText, madePython, type Python } from "./interpreter.ts";
import { PARTED, PRELUDE, PROGRAM } from "./prelude.ts";

/** A function of the interpreter's module: its name, its signature and help in Python's way, and what it does. */
export interface DoorFunction {
	readonly name: string;
	/** As `inspect` shows it: `(*, centre, radius)`. */
	readonly signature?: string;
	readonly help?: string;
}

/** A call of one of the door's functions: values by place, and by name. */
export interface DoorCall {
	readonly values: readonly Address[];
	readonly named: ReadonlyMap<string, Address>;
}

/** What a program's interpreter asks of those who run it. Whatever it throws ends the program. */
export interface BoxHost {
	/** A pass of a loop begins. */
	step(): void;
	/** A function of the module, or of the door, is called; undefined gives None. */
	called(name: string, call: DoorCall): Address | undefined;
	/** Asked again and again. */
	check(): void;
}

/** What a run came to: it ended, it waits for frames, an error of the program, or what was thrown to end it. */
export type Came =
	| { readonly how: "ended" | "frames" }
	| { readonly how: "error"; readonly parts: readonly string[] }
	| { readonly how: "thrown"; readonly error: unknown };

/** A function in C as CPython describes it (PyMethodDef), with the number that it is called with. */
interface Method {
	readonly name: string;
	readonly run: number;
	readonly flags: number;
	readonly doc: string;
	readonly self: Address;
}

/** Values that a function takes by place, in a row of addresses (METH_FASTCALL | METH_KEYWORDS of CPython). */
const FAST_WITH_NAMES = 0x80 | 0x02;
/** METH_NOARGS. */
const NO_VALUES = 0x04;
/** 2026-01-01T00:00:00Z in milliseconds: when every program runs. */
const BEGINNING = 1_767_225_600_000;
/** What a program's clock goes on by each time that it is read, in milliseconds. */
const TICK = 1;

/** An exception thrown through the interpreter, so that code inside can't catch it. */
type Thrown = { readonly error: unknown };

/**
 * An interpreter with the module in it. For each program its memory is put back as it was, byte for byte, so that
 * nothing of one program is there for the next, and however a program was ended.
 */
export class PythonBox {
	private readonly python: Python;
	private readonly names: readonly string[];
	private readonly clock: Clock;
	private host: BoxHost | undefined;
	private thrown: Thrown | undefined;
	private snapshot = new Uint8Array();
	private stack: Address = 0;
	private size = 0;
	/** What has happened since everything was put back: nothing, one source was read, or more than that. */
	private since: "nothing" | { readonly read: string } | "more" = "nothing";
	/** Where the interpreter's stack ends; it grows downwards, from {@link stack} on as far as programs go. */
	private stackEnd: Address = 0;
	private parts: Record<string, Address> = {};
	/** Whether each code object, by its address, is the program's own. */
	private readonly own = new Map<Address, boolean>();

	private constructor(python: Python, names: readonly string[], clock: Clock) {
		this.python = python;
		this.names = names;
		this.clock = clock;
	}

	/** @param functions the functions of the module, then those of the door alone */
	static async make(
		module: CompiledPython,
		library: Uint8Array,
		functions: readonly DoorFunction[],
		door: readonly string[],
	): Promise<PythonBox> {
		const clock = new Clock();
		let box: PythonBox | undefined;
		const python = await madePython(module, library, {
			isShut: () => box !== undefined && box.size > 0,
			check: () => box?.guarded((host) => host.check()),
			time: () => clock.read(),
		});
		box = new PythonBox(python, [...functions.map((f) => f.name), ...door], clock);
		box.start(functions, door);
		return box;
	}

	private start(functions: readonly DoorFunction[], door: readonly string[]): void {
		const { python } = this;
		python._Py_InitializeEx(0);
		const call = python.addFunction((self, values, count, names) => this.called(self, values, count, names), "iiiii");
		const step = python.addFunction(() => this.guarded((host) => host.step()) ?? python.__Py_NoneStruct, "iii");
		const module = python._PyImport_AddModule(cText(python, "markpen"));
		const inner = python._PyImport_AddModule(cText(python, "markpen_door"));
		const put = (into: Address, name: string, value: Address) =>
			python._PyObject_SetAttrString(into, cText(python, name), value);
		const method = ({ name, run, flags, doc, self }: Method) => {
			const at = python._malloc(16);
			python.HEAPU32.set([cText(python, name), run, flags, cText(python, doc)], at >> 2);
			return python._PyCFunction_NewEx(at, self, 0);
		};
		const add = (into: Address, { name, signature = "(*values)", help = "" }: DoorFunction, number: number) => {
			const doc = `${name}${signature}\n--\n\n${help}`;
			const self = python._PyLong_FromLong(number);
			const made = method({ name, run: call, flags: FAST_WITH_NAMES, doc, self });
			put(into, name, made);
			return made;
		};
		functions.forEach((f, i) => {
			const made = add(module, f, i);
			if (f.name === "pen" || f.name === "sheet") put(inner, f.name, made);
		});
		door.forEach((name, i) => {
			add(inner, { name }, functions.length + i);
		});
		put(inner, "step", method({ name: "step", run: step, flags: NO_VALUES, doc: "", self: 0 }));
		const source = cText(python, PRELUDE);
		if (python._PyRun_SimpleStringFlags(source, 0) !== 0) throw new Error("Python's prelude can't be run");
		python._free(source);
		for (const name of ["check", "begin", "run", "next_frame", "Picture"])
			this.parts[name] = python._PyObject_GetAttrString(inner, cText(python, name));
		// The interpreter asks whether to stop after about fifty passes and calls.
		python.HEAP32[python._Py_EMSCRIPTEN_SIGNAL_HANDLING >> 2] = 1;
		const all = python.HEAPU8;
		let used = all.length;
		while (used > 0 && all[used - 1] === 0) used--;
		this.snapshot = all.slice(0, used);
		this.stack = python.stackSave();
		this.stackEnd = python._emscripten_stack_get_end();
		this.size = all.length;
	}

	/** Whether its memory has grown, so that putting it back takes longer than making another. */
	get hasGrown(): boolean {
		return this.python.HEAPU8.length > this.size;
	}

	/** Makes everything ready for a run of a source. */
	begin(host: BoxHost, source: string, seed: number): void {
		// Every run begins as if its source had just been read, and nothing else, so that it is the same each time.
		if (typeof this.since !== "object" || this.since.read !== source) this.check(source);
		this.since = "more";
		this.host = host;
		this.call("begin", [String(seed)]);
	}

	private restore(): void {
		const { python, snapshot } = this;
		for (const stream of python.FS.streams) if (stream && stream.fd > 2) python.FS.close(stream);
		const memory = python.HEAPU8;
		memory.set(snapshot.subarray(0, this.stackEnd));
		memory.fill(0, this.stackEnd, this.stack);
		memory.set(snapshot.subarray(this.stack), this.stack);
		// A program may have written anywhere, whatever the interpreter itself has noted down.
		memory.fill(0, snapshot.length);
		python.stackRestore(this.stack);
		this.thrown = undefined;
		this.own.clear();
		this.clock.begin();
		this.since = "nothing";
	}

	/** What Python says of a source: why it can't be read, or what it warns of. */
	check(source: string): { readonly error?: readonly string[]; readonly warnings: readonly (readonly string[])[] } {
		this.host = undefined;
		if (this.since !== "nothing") this.restore();
		this.since = { read: source };
		const came = this.call("check", [source]);
		if (came.how === "thrown") {
			this.restore();
			return { error: ["RecursionError", "", "1", "1", "0", "0", "", "", ""], warnings: [] };
		}
		if (came.how !== "error") return { warnings: [] };
		const [first = "", ...more] = came.parts;
		if (!first.startsWith("\u001e") && first !== "") return { error: came.parts, warnings: [] };
		return {
			warnings: [first, ...more]
				.join(PARTED)
				.split("\u001e")
				.slice(1)
				.map((w) => w.split(PARTED)),
		};
	}

	/** Runs a program. @param given values for names, and names to watch, as Python writes them */
	run(source: string, given: string, watch: string): Came {
		return this.call("run", [source, given, watch]);
	}

	/** Has the program draw its next frame. */
	frame(): Came {
		return this.call("next_frame", []);
	}

	private call(name: string, texts: readonly string[]): Came {
		const { python } = this;
		try {
			const tuple = python._PyTuple_New(texts.length);
			texts.forEach((text, i) => python._PyTuple_SetItem(tuple, i, this.text(text)));
			const result = python._PyObject_CallObject(this.parts[name] as Address, tuple);
			if (result === 0) {
				python._PyErr_Clear();
				return { how: "error", parts: ["SystemError", "", "0", "0", "0", "0", "", "", ""] };
			}
			const said = result === python.__Py_NoneStruct ? "" : this.textOf(result);
			python._Py_DecRef(tuple);
			python._Py_DecRef(result);
			if (said === "ended" || said === "frames") return { how: said };
			return said === "" ? { how: "ended" } : { how: "error", parts: said.split(PARTED) };
		} catch (error) {
			return { how: "thrown", error: this.thrown ? this.thrown.error : error };
		}
	}

	/** Lets the host do something; what it throws passes through the interpreter, and ends the run. */
	private guarded(act: (host: BoxHost) => unknown): Address | undefined {
		if (!this.host) return undefined;
		try {
			return act(this.host) as Address | undefined;
		} catch (error) {
			this.thrown ??= { error };
			throw error;
		}
	}

	private called(self: number, at: number, count: number, namesAt: number): Address {
		const { python } = this;
		const name = this.names[python._PyLong_AsLong(self)] as string;
		const values: Address[] = [];
		for (let i = 0; i < count; i++) values.push(python.HEAPU32[(at >> 2) + i] as Address);
		const named = new Map<string, Address>();
		if (namesAt !== 0) {
			const more = python._PyTuple_Size(namesAt);
			for (let i = 0; i < more; i++)
				named.set(this.textOf(python._PyTuple_GetItem(namesAt, i)), python.HEAPU32[(at >> 2) + count + i] as Address);
		}
		const result = this.guarded((host) => host.called(name, { values, named }));
		if (result !== undefined) return result;
		return python._PyErr_Occurred() === 0 ? python.__Py_NoneStruct : 0;
	}

	// Values

	text(text: string): Address {
		const { python } = this;
		const at = cText(python, text);
		const made = python._PyUnicode_FromString(at);
		python._free(at);
		return made;
	}

	number(value: number): Address {
		const { python } = this;
		return Number.isInteger(value) && Math.abs(value) < 0x8000_0000
			? python._PyLong_FromLong(value)
			: python._PyFloat_FromDouble(value);
	}

	get none(): Address {
		return this.python.__Py_NoneStruct;
	}

	boolean(value: boolean): Address {
		return this.python._PyBool_FromLong(value ? 1 : 0);
	}

	/** The text that a text is. */
	textOf(value: Address): string {
		const { python } = this;
		const at = python._PyUnicode_AsUTF8(value);
		if (at !== 0) return python.UTF8ToString(at);
		python._PyErr_Clear();
		return "";
	}

	/** What Python writes for a value. */
	written(value: Address): string | undefined {
		const { python } = this;
		const text = python._PyObject_Str(value);
		if (text === 0) return undefined;
		const said = this.textOf(text);
		python._Py_DecRef(text);
		return said;
	}

	kindOf(value: Address): "none" | "number" | "boolean" | "text" | "list" | "picture" | "other" {
		const { python } = this;
		if (value === python.__Py_NoneStruct) return "none";
		const type = python.HEAPU32[(value >> 2) + 1] as Address;
		switch (type) {
			case python._PyFloat_Type:
			case python._PyLong_Type:
				return "number";
			case python._PyBool_Type:
				return "boolean";
			case python._PyUnicode_Type:
				return "text";
			case python._PyTuple_Type:
			case python._PyList_Type:
				return "list";
			case this.parts.Picture:
				return "picture";
			default:
				return "other";
		}
	}

	/** What Python calls the type of a value. */
	typeName(value: Address): string {
		const { python } = this;
		const type = python.HEAPU32[(value >> 2) + 1] as Address;
		// The name is what follows the count of items of a type's own head (tp_name of PyTypeObject).
		return python
			.UTF8ToString(python.HEAPU32[(type >> 2) + 3] as Address)
			.split(".")
			.at(-1) as string;
	}

	/** The number that a value is or can be made; undefined for others. */
	numberOf(value: Address): number | undefined {
		const { python } = this;
		const found = python._PyFloat_AsDouble(value);
		if (found !== -1 || python._PyErr_Occurred() === 0) return found;
		python._PyErr_Clear();
		return undefined;
	}

	isTrue(value: Address): boolean {
		return this.python._PyObject_IsTrue(value) === 1;
	}

	/**
	 * The items of a list, a tuple or anything else that can be iterated over; undefined for others.
	 *
	 * @param most of longer lists only as many, and one more
	 */
	itemsOf(value: Address, most = 100_000): Address[] | undefined {
		const { python } = this;
		const type = python.HEAPU32[(value >> 2) + 1] as Address;
		if (type === python._PyTuple_Type) {
			const size = Math.min(python._PyTuple_Size(value), most + 1);
			return Array.from({ length: size }, (_, i) => python._PyTuple_GetItem(value, i));
		}
		if (type === python._PyList_Type) {
			const size = Math.min(python._PyList_Size(value), most + 1);
			return Array.from({ length: size }, (_, i) => python._PyList_GetItem(value, i));
		}
		const steps = python._PyObject_GetIter(value);
		const items: Address[] = [];
		for (let item = steps; item !== 0 && items.length <= most; ) {
			item = python._PyIter_Next(steps);
			if (item !== 0) items.push(item);
		}
		if (python._PyErr_Occurred() === 0) return items;
		python._PyErr_Clear();
		return undefined;
	}

	/** A number that an object of the module keeps under a name. */
	attribute(value: Address, name: string): number {
		const { python } = this;
		const at = cText(python, name);
		const found = python._PyObject_GetAttrString(value, at);
		python._free(at);
		const number = python._PyLong_AsLong(found);
		python._Py_DecRef(found);
		return number;
	}

	/** Raises an error in the program, which it may catch. */
	raise(text: string): undefined {
		const { python } = this;
		const at = cText(python, text);
		python._PyErr_SetString(python.HEAPU32[python._PyExc_EOFError >> 2] as Address, at);
		python._free(at);
		return undefined;
	}

	// Places

	/** The line of the program that is being run. @param outer callers of the program's own to go past */
	line(outer = 0): number {
		const { python } = this;
		let frame = python._PyEval_GetFrame();
		let left = outer;
		let isOurs = false;
		while (frame !== 0) {
			if (this.isOwn(python._PyFrame_GetCode(frame)) && left-- === 0) {
				const line = python._PyFrame_GetLineNumber(frame);
				if (isOurs) python._Py_DecRef(frame);
				return line;
			}
			const back = python._PyFrame_GetBack(frame);
			if (isOurs) python._Py_DecRef(frame);
			frame = back;
			isOurs = true;
		}
		return 0;
	}

	private isOwn(code: Address): boolean {
		const { python } = this;
		let own = this.own.get(code);
		if (own === undefined) {
			const at = cText(python, "co_filename");
			const name = python._PyObject_GetAttrString(code, at);
			own = name !== 0 && this.textOf(name) === PROGRAM;
			python._Py_DecRef(name);
			python._free(at);
			this.own.set(code, own);
		}
		python._Py_DecRef(code);
		return own;
	}
}

/** The clock of a program: always the same day, and on by a little each time that it is read. */
class Clock {
	private now = BEGINNING;

	begin(): void {
		this.now = BEGINNING;
	}

	read(): number {
		this.now += TICK;
		return this.now;
	}
}

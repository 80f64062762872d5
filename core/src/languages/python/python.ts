import { CLASS_LIMITS, type Limits } from "../../limits/limits.ts";
import { type Given, GivenWrong } from "../given.ts";
import type { Language, ReadProgram } from "../language.ts";
import type { Outline } from "../outline.ts";
import type { Problem } from "../problem.ts";
import type { Rewritten } from "../rewritten.ts";
import type { Run, RunOptions } from "../run.ts";
import type { ProgramSites } from "../sites.ts";
import type { PythonFiles } from "./interpreter.ts";
import { PythonBoxes } from "./python-boxes.ts";
import { PYTHON_HELP } from "./python-help.ts";
import { pythonOutline } from "./python-outline.ts";
import { pythonRewritings } from "./python-rewritings.ts";
import { PYTHON_SENTENCES } from "./python-sentences.ts";
import { pythonSites } from "./python-sites.ts";
import { readPython } from "./read-python.ts";
import { PythonRun } from "./run-python.ts";
import type { Statement } from "./syntax.ts";

/** A program in Python. */
class PythonProgram implements ReadProgram {
	readonly language = "python";
	readonly sentences = PYTHON_SENTENCES;
	readonly source: string;
	readonly problems: readonly Problem[];
	readonly remarks: readonly Problem[];
	private readonly tree: readonly Statement[] | undefined;
	private readonly boxes: PythonBoxes;
	private outlined: Outline | undefined;
	private found: ProgramSites | undefined;

	constructor(source: string, limits: Limits, without: readonly string[], boxes: PythonBoxes) {
		const reading = readPython(source, limits, without, boxes.box);
		this.source = source;
		this.boxes = boxes;
		this.tree = reading.ok ? reading.tree : undefined;
		this.problems = reading.ok ? [] : reading.problems;
		this.remarks = reading.ok ? reading.remarks : [];
	}

	get isReadable(): boolean {
		return this.tree !== undefined;
	}

	get outline(): Outline {
		this.outlined ??= pythonOutline(this.source, this.tree);
		return this.outlined;
	}

	get sites(): ProgramSites {
		this.found ??= pythonSites(this.source, this.readable);
		return this.found;
	}

	get usesChance(): boolean {
		return /\b(?:random|chance|choose)\b/.test(this.source);
	}

	run(options: RunOptions): Run {
		if (!this.tree) throw new Error("a source that can't be read has no run");
		const wrong = options.given && this.givenProblem(options.given);
		if (wrong) throw wrong;
		return new PythonRun(this.source, this.boxes.box, options).run();
	}

	rewritings(): readonly Rewritten[] {
		return pythonRewritings(this.source, this.readable, this.sites);
	}

	givenProblem(given: Given): GivenWrong | undefined {
		if (!this.tree) return undefined;
		const declared = topValues(this.tree);
		for (const [name, value] of Object.entries(given)) {
			if (!declared.has(name)) return new GivenWrong(name, undefined);
			const held = declared.get(name);
			if (held !== undefined && held !== typeof value) return new GivenWrong(name, held === "string" ? "text" : held);
			if (typeof value === "number" && !Number.isFinite(value)) return new GivenWrong(name, "number");
		}
		return undefined;
	}

	private get readable(): readonly Statement[] {
		if (!this.tree) throw new Error("a source that can't be read has no run and no sites");
		return this.tree;
	}
}

/** The names that a program gives values to at top level, with the type of a value that is written out. */
function topValues(tree: readonly Statement[]): ReadonlyMap<string, string | undefined> {
	const found = new Map<string, string | undefined>();
	for (const statement of tree) {
		if (statement.node !== "assign" || !statement.value) continue;
		const { value } = statement;
		const held =
			value.node === "number" || (value.node === "unary" && value.value.node === "number")
				? "number"
				: value.node === "text"
					? "string"
					: value.node === "constant" && value.value !== null
						? "boolean"
						: undefined;
		for (const target of statement.targets) if (target.node === "name" && !found.has(target.name)) found.set(target.name, held);
	}
	return found;
}

/** Python with a module of our own, with its interpreter. */
export interface PythonLanguage extends Language {
	/** To be waited for before a task that runs programs. */
	ready(): Promise<void>;
}

/** Loads the language. @param files what its package has */
export async function loadPython(files: PythonFiles): Promise<PythonLanguage> {
	const boxes = await PythonBoxes.load(files);
	await boxes.ready();
	return {
		id: "python",
		help: PYTHON_HELP,
		read: (source, limits = CLASS_LIMITS, without = []) => new PythonProgram(source, limits, without, boxes),
		ready: () => boxes.ready(),
	};
}

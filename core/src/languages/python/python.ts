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
import { PythonReading } from "./read-python.ts";
import { PythonRun } from "./run-python.ts";
import type { Expression, Statement } from "./syntax.ts";

/** A program in Python. */
class PythonProgram implements ReadProgram {
	readonly language = "python";
	readonly sentences = PYTHON_SENTENCES;
	readonly source: string;
	private readonly reading: PythonReading;
	private readonly boxes: PythonBoxes;
	private outlined: Outline | undefined;
	private found: ProgramSites | undefined;

	constructor(source: string, limits: Limits, without: readonly string[], boxes: PythonBoxes) {
		this.source = source;
		this.boxes = boxes;
		this.reading = new PythonReading(source, limits, without, boxes.box);
	}

	get problems(): readonly Problem[] {
		return this.reading.problems;
	}

	get remarks(): readonly Problem[] {
		return this.reading.remarks;
	}

	get isReadable(): boolean {
		return this.problems.length === 0;
	}

	get outline(): Outline {
		this.outlined ??= pythonOutline(this.source, this.isReadable ? this.reading.tree : undefined);
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
		if (!this.isReadable) throw new Error("a source that can't be read has no run");
		const wrong = options.given && this.givenProblem(options.given);
		if (wrong) throw wrong;
		return new PythonRun(this.source, this.boxes.box, options).run();
	}

	rewritings(): readonly Rewritten[] {
		return pythonRewritings(this.source, this.readable, this.sites);
	}

	givenProblem(given: Given): GivenWrong | undefined {
		if (!this.isReadable) return undefined;
		const declared = topValues(this.reading.tree);
		for (const [name, value] of Object.entries(given)) {
			if (!declared.has(name)) return new GivenWrong(name, undefined);
			const held = declared.get(name);
			if (held !== undefined && held !== typeof value) return new GivenWrong(name, held === "string" ? "text" : held);
			if (typeof value === "number" && !Number.isFinite(value)) return new GivenWrong(name, "number");
		}
		return undefined;
	}

	private get readable(): readonly Statement[] {
		if (!this.isReadable) throw new Error("a source that can't be read has no run and no sites");
		return this.reading.tree;
	}
}

/** The names that a program gives values to at top level, with the type of a value that is written out. */
function topValues(tree: readonly Statement[]): ReadonlyMap<string, string | undefined> {
	const found = new Map<string, string | undefined>();
	for (const statement of tree) {
		if (statement.node !== "assign" || !statement.value) continue;
		const held = heldBy(statement.value);
		for (const target of statement.targets)
			if (target.node === "name" && !found.has(target.name)) found.set(target.name, held);
	}
	return found;
}

/** The type of a value that is written out; undefined for a calculated one. */
function heldBy(value: Expression): "number" | "string" | "boolean" | undefined {
	if (value.node === "unary") return value.value.node === "number" ? "number" : undefined;
	if (value.node === "number") return "number";
	if (value.node === "text") return "string";
	return value.node === "constant" && value.value !== null ? "boolean" : undefined;
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

import type { Program as Tree } from "acorn";
import { CLASS_LIMITS, type Limits } from "../../limits/limits.ts";
import { DEFAULT_SHEET } from "../../tape/layout.ts";
import { TapeWriter } from "../../tape/writer.ts";
import { type Given, GivenWrong } from "../given.ts";
import type { Language, ReadProgram } from "../language.ts";
import type { Outline } from "../outline.ts";
import type { Problem } from "../problem.ts";
import type { Rewritten } from "../rewritten.ts";
import type { Run, RunOptions } from "../run.ts";
import type { ProgramSites } from "../sites.ts";
import { CANVAS_HELP } from "./canvas-help.ts";
import { CANVAS_SENTENCES } from "./canvas-sentences.ts";
import { topDeclarations } from "./instrument.ts";
import { javaScriptOutline } from "./javascript-outline.ts";
import { javaScriptRewritings } from "./javascript-rewritings.ts";
import { javaScriptSites } from "./javascript-sites.ts";
import { readJavaScript } from "./read-javascript.ts";
import { CanvasRun } from "./run-javascript.ts";
import { compiled, Sandboxes } from "./sandbox.ts";
import type { AnyNode } from "./tree.ts";

/** A program on a canvas. */
class CanvasProgram implements ReadProgram {
	readonly language = "javascript";
	readonly sentences = CANVAS_SENTENCES;
	readonly source: string;
	readonly problems: readonly Problem[];
	readonly remarks: readonly Problem[];
	private readonly tree: Tree | undefined;
	private readonly sandboxes: Sandboxes;
	private outlined: Outline | undefined;
	private found: ProgramSites | undefined;

	constructor(source: string, limits: Limits, without: readonly string[], sandboxes: Sandboxes) {
		const reading = readJavaScript(source, limits, without);
		this.source = source;
		this.sandboxes = sandboxes;
		this.tree = reading.ok ? reading.tree : undefined;
		this.problems = reading.ok ? [] : reading.problems;
		this.remarks = reading.ok ? reading.remarks : [];
	}

	get isReadable(): boolean {
		return this.tree !== undefined;
	}

	get outline(): Outline {
		this.outlined ??= javaScriptOutline(this.source, this.tree);
		return this.outlined;
	}

	get sites(): ProgramSites {
		this.found ??= javaScriptSites(this.source, this.readable);
		return this.found;
	}

	get usesChance(): boolean {
		return /\bMath\s*\.\s*random\b|\brandom\b/.test(this.source);
	}

	run(options: RunOptions): Run {
		const { readable } = this;
		const wrong = options.given && this.givenProblem(options.given);
		if (wrong) throw wrong;
		const sandbox = this.sandboxes.take();
		return sandbox ? new CanvasRun(this.source, readable, sandbox, options).run() : unrun(options);
	}

	rewritings(): readonly Rewritten[] {
		return javaScriptRewritings(this.source, this.readable as unknown as AnyNode, this.sites);
	}

	givenProblem(given: Given): GivenWrong | undefined {
		if (!this.tree) return undefined;
		const declared = new Map(topDeclarations(this.tree).map((d) => [d.name, d.init]));
		for (const [name, value] of Object.entries(given)) {
			const init = declared.get(name);
			if (!init) return new GivenWrong(name, undefined);
			const held = init.type === "Literal" ? typeof init.value : undefined;
			const wanted = held === "string" ? "text" : held;
			if (held !== undefined && held !== "object" && held !== typeof value) return new GivenWrong(name, wanted);
			if (typeof value === "number" && !Number.isFinite(value)) return new GivenWrong(name, "number");
		}
		return undefined;
	}

	private get readable(): Tree {
		if (!this.tree) throw new Error("a source that can't be read has no run and no sites");
		return this.tree;
	}
}

/** The message if no sandbox is left, because earlier programs of the same task broke them all. */
function unrun({ sheet = DEFAULT_SHEET }: RunOptions): Run {
	const tape = new TapeWriter(1).finish(sheet, [], { x: 0, y: 0, facing: 0, down: false });
	const place = { line: 1, column: 1, length: 1 };
	return {
		tape,
		ended: "stopped",
		problem: { code: "limit-calls", place, data: { most: 0, first: 1 } },
		remarks: [],
		steps: 0,
		frames: 0,
	};
}

/** JavaScript on the standard canvas, with its interpreter. */
export interface JavaScript extends Language {
	/** To be waited for before a task that runs programs. */
	ready(): Promise<void>;
}

/** Loads the language. @param interpreter the interpreter's code, as its package has it */
export async function loadJavaScript(interpreter: Uint8Array): Promise<JavaScript> {
	const sandboxes = new Sandboxes(await compiled(interpreter));
	await sandboxes.ready();
	return {
		id: "javascript",
		help: CANVAS_HELP,
		read: (source, limits = CLASS_LIMITS, without = []) => new CanvasProgram(source, limits, without, sandboxes),
		ready: () => sandboxes.ready(),
	};
}

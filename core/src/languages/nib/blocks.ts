import type { Problem, SourceRange } from "../problem.ts";
import type { Line } from "./lexer.ts";
import type { RoutineNode, Step, Value } from "./tree.ts";
import { Unreadable } from "./unreadable.ts";

type Opened = {
	readonly head: string;
	readonly line: Line;
	body: Step[];
	readonly close: (last: number) => Step | undefined;
};

/** The blocks that are open while a source is read, and the statements gathered so far. */
export class BlockStack {
	readonly steps: Step[] = [];
	readonly routines = new Map<string, RoutineNode>();
	private readonly open: Opened[] = [];
	private readonly balanced: boolean;
	private readonly nesting: number;
	private readonly report: (problem: Problem) => void;

	/** @param balanced whether ends and openers match in number; if not, indentation says which belong together */
	constructor(balanced: boolean, nesting: number, report: (problem: Problem) => void) {
		this.balanced = balanced;
		this.nesting = nesting;
		this.report = report;
	}

	/** Adds a statement to the innermost block. */
	add(step: Step): void {
		(this.open.at(-1)?.body ?? this.steps).push(step);
	}

	/** Opens a block; `make` turns its body and the line of its end into the statement. */
	begin(head: string, line: Line, make: (body: Step[], last: number) => Step): void {
		if (this.open.length >= this.nesting)
			throw new Unreadable({ code: "nesting-deep", place: headPlace(line), data: { most: this.nesting } });
		const body: Step[] = [];
		this.open.push({ head, line, body, close: (last) => make(body, last) });
	}

	/** Opens an `if`, whose later branches come with {@link branch}. */
	beginIf(line: Line, condition: Value, place: SourceRange): void {
		const branches: { condition: Value; body: Step[] }[] = [];
		let otherwise: Step[] | undefined;
		const first: Step[] = [];
		branches.push({ condition, body: first });
		this.begin("if", line, () => ({ node: "if", branches, place, ...(otherwise && { otherwise }) }));
		const opened = this.open.at(-1) as Opened;
		opened.body = first;
		this.branches.set(opened, (next, at) => {
			if (otherwise) throw new Unreadable({ code: "else-after-else", place: at, data: { line: line.number } });
			if (branches.length >= this.nesting)
				throw new Unreadable({ code: "nesting-deep", place: at, data: { most: this.nesting } });
			const body: Step[] = [];
			if (next) branches.push({ condition: next, body });
			else otherwise = body;
			opened.body = body;
		});
	}

	private readonly branches = new WeakMap<Opened, (condition: Value | undefined, place: SourceRange) => void>();

	/** Begins an `else if` (with a condition) or `else` of the innermost block. */
	branch(condition: Value | undefined, place: SourceRange): void {
		const opened = this.open.at(-1);
		const branch = opened && this.branches.get(opened);
		if (branch) return branch(condition, place);
		if (opened?.head === "if") {
			opened.body = [];
			return;
		}
		throw new Unreadable({ code: "else-alone", place, data: {} });
	}

	/** Opens the block of a first line that couldn't be read, so that its `end` finds it. */
	openBroken(line: Line): void {
		const body: Step[] = [];
		if (this.open.length < this.nesting * 2)
			this.open.push({ head: line.tokens[0]?.text ?? "", line, body, close: () => undefined });
	}

	/** Closes a block with an `end` whose line couldn't be read, if there is one to close. */
	endBroken(line: Line): void {
		if (this.open.length > 0) this.end(line);
	}

	/** Closes the block that an `end` belongs to. */
	end(line: Line): void {
		if (this.open.length === 0) {
			const place = headPlace(line);
			throw new Unreadable({ code: "end-extra", place, data: {}, fix: { place, text: "" } });
		}
		if (!this.balanced && this.open.some((o) => o.line.indent === line.indent)) {
			while ((this.open.at(-1) as Opened).line.indent !== line.indent) this.missing(line.number);
		}
		this.close(line.number);
	}

	/** A routine or each frame is at top level: open blocks before it lack their `end`. */
	topLevel(line: Line): void {
		while (this.open.length > 0) this.missing(line.number);
	}

	/** Closes what is left open at the end of the source. */
	finish(): void {
		while (this.open.length > 0) this.missing(undefined);
	}

	private missing(before: number | undefined): void {
		const { head, line } = this.open.at(-1) as Opened;
		this.report({
			code: "end-missing",
			place: headPlace(line),
			data: { head, line: line.number, before: before ?? 0 },
		});
		this.close(before ?? line.number);
	}

	private close(last: number): void {
		const step = (this.open.pop() as Opened).close(last);
		if (!step) return;
		this.add(step);
		if (step.node === "routine") {
			const before = this.routines.get(step.name);
			if (before)
				this.report({
					code: "routine-twice",
					place: step.namePlace,
					data: { name: step.name, line: before.place.line },
				});
			else this.routines.set(step.name, step);
		}
	}
}

function headPlace(line: Line): SourceRange {
	return line.tokens[0]?.place ?? { line: line.number, column: 1, length: 1 };
}

import type { Problem, SourceRange } from "../problem.ts";
import { InferredKinds } from "./inferred-kinds.ts";
import type { Declaring, Meaning, Reporter } from "./meaning.ts";
import { Naming } from "./naming.ts";
import type { Variable } from "./scope.ts";
import type { PhraseSpec, ValueSpec } from "./statements/statement.ts";
import {
	type DrawNode,
	everyStep,
	type ForNode,
	type LetNode,
	type NameNode,
	type PictureNode,
	type ProgramTree,
	type PutNode,
	type RoutineNode,
	type Step,
	type Value,
} from "./tree.ts";
import { ValueChecker } from "./value-checker.ts";
import type { ValueKind } from "./value-kind.ts";

/** A tree with resolved names and kinds. */
export interface Checked {
	readonly program: ProgramTree;
	readonly kinds: ReadonlyMap<Value, ValueKind>;
	readonly meanings: ReadonlyMap<NameNode | LetNode | PutNode, Meaning>;
	readonly declared: ReadonlyMap<Declaring, Variable>;
	readonly results: ReadonlyMap<string, ValueKind>;
	/** The number of the last line that says something. */
	readonly lines: number;
	readonly problems: readonly Problem[];
	readonly remarks: readonly Problem[];
}

/**
 * Resolves names and kinds. A routine's values get their kinds from all its calls, so the tree is visited until nothing
 * changes (a fixed point); problems are reported only then.
 */
export function check(program: ProgramTree, lines: number): Checked {
	const memory = new InferredKinds();
	let checker = new Checker(program, memory);
	for (let pass = 0; pass < 12; pass++) {
		memory.changed = false;
		checker = new Checker(program, memory);
		checker.run();
		if (!memory.changed) break;
	}
	return checker.result(lines);
}

class Checker {
	private readonly program: ProgramTree;
	private readonly memory: InferredKinds;
	private readonly naming: Naming;
	private readonly values: ValueChecker;
	private readonly declared = new Map<Declaring, Variable>();
	private readonly problems: Problem[] = [];
	private readonly remarks: Problem[] = [];
	private routine: RoutineNode | undefined;
	/** The blocks round a statement that `break` and `return` care for, innermost last. */
	private inside: ("loop" | "area" | "picture" | "frame")[] = [];

	constructor(program: ProgramTree, memory: InferredKinds) {
		this.program = program;
		this.memory = memory;
		this.naming = new Naming(this.report);
		this.values = new ValueChecker(program, memory, this.naming, this.report);
	}

	run(): void {
		for (const step of this.program.steps) this.step(step);
		this.framesLast();
		for (const routine of this.program.routines.values()) this.body(routine);
	}

	/** `each frame` stands once, at top level, after everything but routines. */
	private framesLast(): void {
		const top = this.program.steps.filter((s) => s.node !== "routine");
		const frames = top.filter((s) => s.node === "frames");
		for (const again of frames.slice(1))
			this.report("frames-again", again.place, { line: (frames[0] as Step).place.line });
		const at = top.findIndex((s) => s.node === "frames");
		const after = at >= 0 ? top.slice(at + 1).find((s) => s.node !== "frames") : undefined;
		if (after) this.report("frames-not-last", after.place, { line: (frames[0] as Step).place.line });
	}

	result(last: number): Checked {
		this.lookBack();
		const lines = new Set<number>();
		const problems = this.problems
			.sort((a, b) => a.place.line - b.place.line)
			.filter((p) => !lines.has(p.place.line) && lines.add(p.place.line));
		const { declared, remarks, program } = this;
		const { kinds, meanings } = this.values;
		return {
			program,
			kinds,
			meanings,
			declared,
			results: this.memory.results,
			lines: last,
			problems: problems.slice(0, 50),
			remarks,
		};
	}

	/** Remarks on what the program declares and never uses. */
	private lookBack(): void {
		for (const routine of this.program.routines.values()) {
			if (!this.values.called.has(routine.name))
				this.remarks.push({ code: "routine-unused", place: routine.namePlace, data: { name: routine.name } });
		}
		for (const [node, variable] of this.declared) {
			const code = "node" in node && node.node === "picture" ? "picture-unlaid" : "name-unused";
			if (!variable.read && "node" in node && (node.node === "let" || node.node === "picture"))
				this.remarks.push({ code, place: variable.place, data: { name: variable.name } });
		}
		this.remarks.sort((a, b) => a.place.line - b.place.line);
	}

	private readonly report: Reporter = (code, place, data = {}, fix) => {
		this.problems.push({ code, place, data, ...(fix && { fix }) });
	};

	// Statements

	private steps(steps: readonly Step[], head: string, line: number, inside?: () => void): void {
		this.naming.scope.open(head, line);
		inside?.();
		for (const step of steps) this.step(step);
		this.naming.scope.close(lastLine(steps, line));
	}

	private step(step: Step): void {
		switch (step.node) {
			case "draw":
				return this.draw(step);
			case "let":
				return this.declare(step);
			case "set":
				return this.change(step);
			case "repeat":
				this.values.expect(step.count, "number", "repeat");
				return this.within("loop", step, "repeat");
			case "while":
				this.values.expect(step.condition, "boolean", "while");
				return this.within("loop", step, "while");
			case "for":
				return this.forLoop(step);
			case "each":
				this.values.expect(step.list, "list", "in");
				return this.within("loop", step, "for", () => this.add(step, step.namePlace, "loop", "any"));
			case "put":
				return this.put(step);
			case "area":
				if (this.inside.lastIndexOf("area") > this.inside.lastIndexOf("picture"))
					this.report("area-inside", step.place);
				return this.within("area", step, "area");
			case "picture":
				return this.picture(step);
			case "frames":
				return this.within("frame", step, "each frame");
			case "if":
				for (const branch of step.branches) {
					this.values.expect(branch.condition, "boolean", "if");
					this.steps(branch.body, "if", step.place.line);
				}
				if (step.otherwise) this.steps(step.otherwise, "else", step.place.line);
				return;
			case "do":
				this.values.kindOf(step.call);
				return;
			case "return":
				return this.giveBack(step.value, step.place);
			case "break":
				return this.leave(step.place, "break");
			case "routine":
				return;
		}
	}

	private within(
		what: "loop" | "area" | "picture" | "frame",
		{ body, place }: { readonly body: readonly Step[]; readonly place: SourceRange },
		head: string,
		inside?: () => void,
	): void {
		this.inside.push(what);
		this.steps(body, head, place.line, inside);
		this.inside.pop();
	}

	/** `break` needs a loop, and neither it nor `return` may leave an area or a picture. */
	private leave(place: SourceRange, word: "break" | "return"): void {
		for (let i = this.inside.length - 1; i >= 0; i--) {
			const what = this.inside[i];
			if (what === "area" || what === "picture") {
				const outer = word === "return" || this.inside.slice(0, i).some((w) => w === "loop" || w === "frame");
				return this.report(outer ? "leave-block" : "break-outside", place, { word, block: what });
			}
			if (word === "break") return;
		}
		if (word === "break") this.report("break-outside", place);
	}

	private put(step: PutNode): void {
		const kind = this.values.kindOf(step.value);
		this.values.hasValue(step.value, kind, step.how === "add" ? "add" : "=");
		for (const index of step.indices) this.values.expect(index, "number", "[ ]");
		const variable = this.naming.lookUp(step.name);
		if (!variable) return this.naming.unknownName(step.name, step.namePlace, "read");
		this.values.meanings.set(step, variable);
		variable.read ||= step.how === "set";
		if (variable.role === "loop")
			return this.report("loop-name-set", step.namePlace, { name: step.name, line: variable.place.line });
		if (variable.kind !== "list" && variable.kind !== "any" && variable.kind !== "unknown")
			this.report("list-wanted", step.namePlace, { name: step.name, found: variable.kind, how: step.how });
	}

	private picture(step: PictureNode): void {
		for (const side of step.size ?? []) this.values.expect(side, "number", "size");
		this.within("picture", step, "picture");
		this.declareName(step, "picture");
	}

	private forLoop(step: ForNode): void {
		this.values.expect(step.from, "number", "from");
		this.values.expect(step.to, "number", "to");
		if (step.by) this.values.expect(step.by, "number", "by");
		this.within("loop", step, "for", () => this.add(step, step.namePlace, "loop", "number"));
	}

	private add(node: Declaring, place: SourceRange, role: Variable["role"], kind: ValueKind): void {
		this.declared.set(node, this.naming.add(node.name, place, role, kind));
	}

	private declare(step: LetNode): void {
		const kind = this.values.kindOf(step.value);
		this.values.hasValue(step.value, kind, "=");
		this.declareName(step, kind);
	}

	private declareName(step: LetNode | PictureNode, kind: ValueKind): void {
		const before = this.naming.scope.find(step.name);
		if (before && before.role !== "loop" && before.routine === this.routine?.name) {
			const place = { ...step.place, length: step.namePlace.column - step.place.column };
			const data = { name: step.name, line: before.place.line };
			if (step.node === "picture") return this.report("picture-again", step.namePlace, data);
			return this.report("let-again", step.namePlace, data, { place, text: "" });
		}
		this.add(step, step.namePlace, "let", kind);
	}

	private change(step: LetNode): void {
		const kind = this.values.kindOf(step.value);
		this.values.hasValue(step.value, kind, "=");
		const variable = this.naming.lookUp(step.name);
		if (!variable) return this.naming.unknownName(step.name, step.namePlace, "change");
		this.values.meanings.set(step, variable);
		if (variable.role === "loop")
			return this.report("loop-name-set", step.namePlace, { name: step.name, line: variable.place.line });
		if (
			kind !== "any" &&
			kind !== "unknown" &&
			variable.kind !== "any" &&
			variable.kind !== "unknown" &&
			kind !== variable.kind
		)
			this.report("kind-changed", step.value.place, { name: step.name, was: variable.kind, now: kind });
	}

	private body(routine: RoutineNode): void {
		this.naming.enter(routine.name);
		this.routine = routine;
		this.inside = [];
		for (const parameter of routine.parameters) {
			if (parameter.otherwise)
				this.memory.widen(this.memory.values, parameter, this.values.kindOf(parameter.otherwise));
			this.add(parameter, parameter.place, "value", this.memory.values.get(parameter) ?? "unknown");
		}
		if (!alwaysReturns(routine.body)) this.memory.widen(this.memory.results, routine.name, "nothing");
		for (const step of routine.body) this.step(step);
		this.routine = undefined;
	}

	private giveBack(value: Value | undefined, place: SourceRange): void {
		if (!this.routine) return this.report("return-outside", place);
		this.leave(place, "return");
		this.memory.widen(this.memory.results, this.routine.name, value ? this.values.kindOf(value) : "nothing");
	}

	private draw(step: DrawNode): void {
		const { statement } = step;
		const first = this.program.steps[0];
		if (statement.head === "sheet" && step !== first)
			this.report("sheet-not-first", step.place, {
				times: first?.node === "draw" && first.statement.head === "sheet" ? 2 : 1,
			});
		step.values.forEach((value, i) => {
			this.given(value, statement.values[Math.min(i, statement.values.length - 1)] as ValueSpec, statement.head);
		});
		for (const phrase of step.phrases) {
			const spec = statement.phrases.find((p) => p.word === phrase.word) as PhraseSpec;
			if (spec.points) this.points(phrase.values, phrase.word);
			else
				phrase.values.forEach((value, i) => {
					this.given(value, spec.values[i] as ValueSpec, phrase.word);
				});
		}
	}

	/** Points one by one, or one list of them: what is known before the run is reported. */
	private points(values: readonly Value[], owner: string): void {
		for (const value of values) {
			const kind = this.values.kindOf(value);
			const pairs =
				values.length === 1 &&
				value.node === "list" &&
				value.items.some((item) => this.values.kinds.get(item) !== "number")
					? value.items
					: [value];
			if (kind === "number") this.report("place-for-pair", value.place, { owner });
			else if (kind !== "list") this.values.expect(value, "list", owner);
			for (const pair of pairs) {
				if (pair.node !== "list") continue;
				if (pair.items.length !== 2) this.report("pair-count", pair.place, { count: pair.items.length });
				else for (const item of pair.items) this.values.expect(item, "number", owner);
			}
		}
	}

	/** Whether the program declares a name anywhere, seen from here or not. */
	private declaredSomewhere(name: string): boolean {
		const routines = [...this.program.routines.values()];
		if (routines.some((r) => r.parameters.some((p) => p.name === name))) return true;
		const steps = [this.program.steps, ...routines.map((r) => r.body)];
		return steps.some((some) =>
			[...everyStep(some)].some(
				(s) => (s.node === "let" || s.node === "for" || s.node === "each" || s.node === "picture") && s.name === name,
			),
		);
	}

	private given(value: Value, spec: ValueSpec, owner: string): void {
		if (
			spec.kind === "any" &&
			value.node === "name" &&
			this.values.isNothing(value) &&
			!this.declaredSomewhere(value.name)
		)
			this.report("text-unquoted", value.place, { name: value.name }, { place: value.place, text: `"${value.name}"` });
		else if (spec.kind === "any") this.values.hasValue(value, this.values.kindOf(value), owner);
		else this.values.expect(value, spec.kind, owner);
	}
}

function alwaysReturns(steps: readonly Step[]): boolean {
	return steps.some(
		(s) =>
			s.node === "return" ||
			(s.node === "if" &&
				s.otherwise !== undefined &&
				s.branches.every((b) => alwaysReturns(b.body)) &&
				alwaysReturns(s.otherwise)),
	);
}

function lastLine(steps: readonly Step[], line: number): number {
	let last = line;
	for (const step of steps)
		last = Math.max(last, "body" in step ? lastLine(step.body, step.place.line) : step.place.line);
	return last + 1;
}

import { COLOUR_NAMES, namedColour } from "../colour/colour.ts";
import { FUNCTIONS, PROPERTIES } from "./functions.ts";
import { nearest, type Place, type Problem } from "./problem.ts";
import { Scope, type Variable } from "./scope.ts";
import type { PhraseSpec, ValueSpec } from "./statements/statement.ts";
import type { CallNode, DrawNode, ForNode, Kind, LetNode, NameNode, Parameter, Program, RoutineNode, Step, Value } from "./tree.ts";

/** What a name in the source stands for. */
export type Meaning = Variable | { readonly colour: number };

/** A tree with every name and kind worked out. */
export interface Checked {
	readonly program: Program;
	readonly kinds: ReadonlyMap<Value, Kind>;
	readonly meanings: ReadonlyMap<NameNode | LetNode, Meaning>;
	readonly declared: ReadonlyMap<LetNode | ForNode | Parameter, Variable>;
	readonly results: ReadonlyMap<string, Kind>;
	readonly problems: readonly Problem[];
	readonly remarks: readonly Problem[];
}

const ARITHMETIC = new Set(["-", "*", "/", "mod", "^"]);
const ORDER = new Set(["<", "<=", ">", ">="]);

/** The kind that holds two kinds. */
function join(a: Kind, b: Kind): Kind {
	if (a === "unknown" || a === b) return b;
	return b === "unknown" ? a : "any";
}

/**
 * Works out names and kinds. A routine's values get the kind of what is passed in all its calls, so the whole is gone
 * over until nothing changes; only then is anything reported.
 */
export function check(program: Program): Checked {
	const memory = new Memory();
	let checker = new Checker(program, memory);
	for (let pass = 0; pass < 12; pass++) {
		memory.changed = false;
		checker = new Checker(program, memory);
		checker.run();
		if (!memory.changed) break;
	}
	return checker.result();
}

/** What is carried from one pass to the next: kinds of routines' values and results. */
class Memory {
	changed = false;
	readonly values = new Map<Parameter, Kind>();
	readonly results = new Map<string, Kind>();

	widen<K>(map: Map<K, Kind>, key: K, kind: Kind): void {
		const before = map.get(key) ?? "unknown";
		const after = join(before, kind);
		if (after === before) return;
		map.set(key, after);
		this.changed = true;
	}
}

class Checker {
	private readonly program: Program;
	private readonly memory: Memory;
	private readonly kinds = new Map<Value, Kind>();
	private readonly meanings = new Map<NameNode | LetNode, Meaning>();
	private readonly declared = new Map<LetNode | ForNode | Parameter, Variable>();
	private readonly problems: Problem[] = [];
	private readonly remarks: Problem[] = [];
	private readonly reportedNames = new Set<string>();
	private readonly called = new Set<string>();
	private readonly topLevel = new Map<string, Variable>();
	private scope = new Scope();
	private routine: RoutineNode | undefined;
	private loops = 0;
	private nextId = 1;

	constructor(program: Program, memory: Memory) {
		this.program = program;
		this.memory = memory;
	}

	run(): void {
		for (const step of this.program.steps) this.step(step);
		const first = this.program.steps.findIndex((s) => s.node === "draw" && s.statement.head === "sheet");
		for (const step of this.program.steps.slice(1)) {
			if (step.node === "draw" && step.statement.head === "sheet") this.report("sheet-not-first", step.place, { times: first === 0 ? 2 : 1 });
		}
		for (const routine of this.program.routines.values()) this.body(routine);
	}

	result(): Checked {
		this.lookBack();
		const lines = new Set<number>();
		const problems = this.problems.sort((a, b) => a.place.line - b.place.line).filter((p) => !lines.has(p.place.line) && lines.add(p.place.line));
		const { kinds, meanings, declared, remarks, program } = this;
		return { program, kinds, meanings, declared, results: this.memory.results, problems: problems.slice(0, 50), remarks };
	}

	/** Remarks on what the program declares and never uses. */
	private lookBack(): void {
		for (const routine of this.program.routines.values()) {
			if (!this.called.has(routine.name)) this.remarks.push({ code: "routine-unused", place: routine.namePlace, data: { name: routine.name } });
		}
		for (const [node, variable] of this.declared) {
			if (!variable.read && "node" in node && node.node === "let") this.remarks.push({ code: "name-unused", place: variable.place, data: { name: variable.name } });
		}
		this.remarks.sort((a, b) => a.place.line - b.place.line);
	}

	private report(code: string, place: Place, data: Problem["data"] = {}, fix?: Problem["fix"]): void {
		this.problems.push({ code, place, data, ...(fix && { fix }) });
	}

	// Statements

	private steps(steps: readonly Step[], head: string, line: number, inside?: () => void): void {
		this.scope.open(head, line);
		inside?.();
		for (const step of steps) this.step(step);
		this.scope.close(lastLine(steps, line));
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
				this.expect(step.count, "number", "repeat");
				return this.loop(step.body, "repeat", step.place.line);
			case "while":
				this.expect(step.condition, "boolean", "while");
				return this.loop(step.body, "while", step.place.line);
			case "for":
				return this.forLoop(step);
			case "if":
				for (const branch of step.branches) {
					this.expect(branch.condition, "boolean", "if");
					this.steps(branch.body, "if", step.place.line);
				}
				if (step.otherwise) this.steps(step.otherwise, "else", step.place.line);
				return;
			case "do":
				this.kindOf(step.call);
				return;
			case "return":
				return this.giveBack(step.value, step.place);
			case "break":
				if (this.loops === 0) this.report("break-outside", step.place);
				return;
			case "routine":
				return;
		}
	}

	private loop(body: readonly Step[], head: string, line: number, inside?: () => void): void {
		this.loops++;
		this.steps(body, head, line, inside);
		this.loops--;
	}

	private forLoop(step: ForNode): void {
		this.expect(step.from, "number", "from");
		this.expect(step.to, "number", "to");
		if (step.by) this.expect(step.by, "number", "by");
		this.loop(step.body, "for", step.place.line, () => this.add(step, step.name, step.namePlace, "loop", "number"));
	}

	private add(node: LetNode | ForNode | Parameter, name: string, place: Place, role: Variable["role"], kind: Kind): void {
		const variable: Variable = { id: this.nextId++, name, place, routine: this.routine?.name, role, kind, shared: false, read: false };
		this.declared.set(node, variable);
		this.scope.declare(variable);
		if (!this.routine && this.scope.atTop) this.topLevel.set(name, variable);
	}

	private declare(step: LetNode): void {
		const kind = this.kindOf(step.value);
		this.hasValue(step.value, kind, "=");
		const before = this.scope.find(step.name);
		if (before && before.role !== "loop" && before.routine === this.routine?.name) {
			const place = { ...step.place, length: step.namePlace.column - step.place.column };
			return this.report("let-again", step.namePlace, { name: step.name, line: before.place.line }, { place, text: "" });
		}
		this.add(step, step.name, step.namePlace, "let", kind);
	}

	private change(step: LetNode): void {
		const kind = this.kindOf(step.value);
		this.hasValue(step.value, kind, "=");
		const variable = this.lookUp(step.name);
		if (!variable) return this.unknownName(step.name, step.namePlace, "change");
		this.meanings.set(step, variable);
		if (variable.role === "loop") return this.report("loop-name-set", step.namePlace, { name: step.name, line: variable.place.line });
		if (kind !== "any" && kind !== "unknown" && variable.kind !== "any" && variable.kind !== "unknown" && kind !== variable.kind)
			this.report("kind-changed", step.value.place, { name: step.name, was: variable.kind, now: kind });
	}

	/** A name where it is used: in the routine first, then among the top level's. */
	private lookUp(name: string): Variable | undefined {
		const own = this.scope.find(name);
		if (own || !this.routine) return own;
		const top = this.topLevel.get(name);
		if (top) top.shared = true;
		return top;
	}

	private body(routine: RoutineNode): void {
		this.scope = new Scope();
		this.routine = routine;
		for (const parameter of routine.parameters) {
			if (parameter.otherwise) this.memory.widen(this.memory.values, parameter, this.kindOf(parameter.otherwise));
			this.add(parameter, parameter.name, parameter.place, "value", this.memory.values.get(parameter) ?? "unknown");
		}
		if (!alwaysReturns(routine.body)) this.memory.widen(this.memory.results, routine.name, "nothing");
		for (const step of routine.body) this.step(step);
		this.routine = undefined;
	}

	private giveBack(value: Value | undefined, place: Place): void {
		if (!this.routine) return this.report("return-outside", place);
		this.memory.widen(this.memory.results, this.routine.name, value ? this.kindOf(value) : "nothing");
	}

	private draw(step: DrawNode): void {
		const { statement } = step;
		step.values.forEach((value, i) => {
			this.given(value, statement.values[Math.min(i, statement.values.length - 1)] as ValueSpec, statement.head);
		});
		for (const phrase of step.phrases) {
			const spec = statement.phrases.find((p) => p.word === phrase.word) as PhraseSpec;
			phrase.values.forEach((value, i) => {
				if (spec.points && value.node === "list") for (const item of value.items) this.expect(item, "number", phrase.word);
				else this.given(value, spec.values[i] as ValueSpec, phrase.word);
			});
		}
	}

	private given(value: Value, spec: ValueSpec, owner: string): void {
		if (spec.kind === "any") this.hasValue(value, this.kindOf(value), owner);
		else this.expect(value, spec.kind, owner);
	}

	// Values

	private hasValue(value: Value, kind: Kind, owner: string): void {
		if (kind === "nothing" && value.node === "call") this.report("value-of-nothing", value.place, { name: value.name, owner });
	}

	/** Reports a value of another kind than is needed; what is known only while running is tested then. */
	private expect(value: Value, wanted: Kind, owner: string): void {
		const kind = this.kindOf(value);
		if (kind === wanted || kind === "any" || kind === "unknown") return;
		if (kind === "nothing") return this.hasValue(value, kind, owner);
		if (wanted === "colour" && value.node === "text" && namedColour(value.value) !== undefined)
			return this.report("colour-quoted", value.place, { owner, colour: value.value }, { place: value.place, text: value.value });
		if (wanted === "boolean" && value.node === "binary" && (value.sign === "or" || value.sign === "and")) return;
		this.report("kind-wrong", value.place, { owner, wanted, found: kind });
	}

	private kindOf(value: Value): Kind {
		const kind = this.work(value);
		this.kinds.set(value, kind);
		return kind;
	}

	private work(value: Value): Kind {
		switch (value.node) {
			case "number":
			case "text":
			case "boolean":
			case "colour":
				return value.node;
			case "name":
				return this.nameKind(value);
			case "property":
				return this.property(value.of, value.name, value.place);
			case "call":
				return this.call(value);
			case "unary":
				this.expect(value.value, value.sign === "-" ? "number" : "boolean", value.sign);
				return value.sign === "-" ? "number" : "boolean";
			case "binary":
				return this.binary(value);
			case "list":
				for (const item of value.items) this.kindOf(item);
				this.report("list-here", value.place);
				return "unknown";
		}
	}

	private binary(value: Value & { node: "binary" }): Kind {
		const { sign, left, right } = value;
		if (sign === "and" || sign === "or") {
			this.expect(left, "boolean", sign);
			const comparing = left.node === "binary" && left.sign === "==" && this.kindOf(right) !== "boolean" && right.node !== "call";
			if (comparing && left.node === "binary" && left.left.node === "name" && this.kindOf(right) !== "any")
				this.report("compare-each", right.place, { name: left.left.name, sign }, { place: { ...right.place, length: 0 }, text: `${left.left.name} == ` });
			else this.expect(right, "boolean", sign);
			return "boolean";
		}
		if (ARITHMETIC.has(sign) || ORDER.has(sign)) {
			this.expect(left, "number", sign);
			this.expect(right, "number", sign);
			return ORDER.has(sign) ? "boolean" : "number";
		}
		const [a, b] = [this.kindOf(left), this.kindOf(right)];
		this.hasValue(left, a, sign);
		this.hasValue(right, b, sign);
		if (sign !== "+") return "boolean";
		if (a === "text" || b === "text") return "text";
		if (a === "number" && b === "number") return "number";
		for (const [side, kind] of [
			[left, a],
			[right, b],
		] as const) {
			if (kind === "boolean" || kind === "colour") {
				this.report("kind-wrong", side.place, { owner: "+", wanted: "number", found: kind });
				return "unknown";
			}
		}
		return a === "any" || b === "any" ? "any" : "unknown";
	}

	private nameKind(node: NameNode): Kind {
		const variable = this.lookUp(node.name);
		if (variable) {
			variable.read = true;
			this.meanings.set(node, variable);
			return variable.kind;
		}
		const colour = namedColour(node.name);
		if (colour !== undefined) {
			this.meanings.set(node, { colour });
			return "colour";
		}
		this.unknownName(node.name, node.place, "read");
		return "unknown";
	}

	private unknownName(name: string, place: Place, use: "read" | "change"): void {
		if (this.reportedNames.has(name)) return;
		this.reportedNames.add(name);
		const known = [...this.scope.visible(), ...(this.routine ? this.topLevel.keys() : [])];
		const ended = this.scope.endedBlock(name);
		if (ended) return this.report("name-ended", place, { name, ...ended });
		const cased = known.find((k) => k.toLowerCase() === name.toLowerCase());
		if (cased) return this.report("name-case", place, { name, near: cased }, { place, text: cased });
		const near = nearest(name, use === "read" ? [...known, ...COLOUR_NAMES] : known);
		const fix = near ? { place, text: near } : use === "change" ? { place: { ...place, length: 0 }, text: "let " } : undefined;
		this.report(use === "read" ? "name-unknown" : "set-undeclared", place, { name, near: near ?? "" }, fix);
	}

	private property(of: string, name: string, place: Place): Kind {
		const known = PROPERTIES[of];
		if (!known) {
			this.report("property-of", place, { of, name });
			return "unknown";
		}
		const property = Object.hasOwn(known, name === "color" ? "colour" : name) ? known[name === "color" ? "colour" : name] : undefined;
		if (!property) this.report("property-unknown", place, { of, name, known: Object.keys(known).join(", "), near: nearest(name, Object.keys(known)) ?? "" });
		return property?.kind ?? "unknown";
	}

	private call(node: CallNode): Kind {
		const routine = this.program.routines.get(node.name);
		if (routine) return this.callRoutine(node, routine);
		const builtIn = FUNCTIONS.get(node.name);
		if (!builtIn) {
			for (const value of node.values) this.kindOf(value);
			const near = nearest(node.name, [...FUNCTIONS.keys(), ...this.program.routines.keys()]);
			const place = { ...node.place, length: node.name.length };
			this.report("function-unknown", place, { name: node.name, near: near ?? "" }, near ? { place, text: near } : undefined);
			return "unknown";
		}
		for (const value of node.values) this.expect(value, "number", node.name);
		const count = node.values.length;
		const odd = node.name === "rgb" && count === 2;
		if (count < builtIn.least || count > builtIn.most || odd) this.report("call-count", node.place, { name: node.name, form: builtIn.form, count });
		return builtIn.result;
	}

	private callRoutine(node: CallNode, routine: RoutineNode): Kind {
		this.called.add(node.name);
		node.values.forEach((value, i) => {
			const kind = this.kindOf(value);
			this.hasValue(value, kind, node.name);
			const parameter = routine.parameters[i];
			if (parameter && kind !== "nothing") this.memory.widen(this.memory.values, parameter, kind);
		});
		const least = routine.parameters.filter((p) => !p.otherwise).length;
		const count = node.values.length;
		if (count < least || count > routine.parameters.length) {
			const form = `${node.name}(${routine.parameters.map((p) => p.name).join(", ")})`;
			this.report("call-count", node.place, { name: node.name, form, count });
		}
		return this.memory.results.get(node.name) ?? "unknown";
	}
}

function alwaysReturns(steps: readonly Step[]): boolean {
	return steps.some((s) => s.node === "return" || (s.node === "if" && s.otherwise !== undefined && s.branches.every((b) => alwaysReturns(b.body)) && alwaysReturns(s.otherwise)));
}

function lastLine(steps: readonly Step[], line: number): number {
	let last = line;
	for (const step of steps) last = Math.max(last, "body" in step ? lastLine(step.body, step.place.line) : step.place.line);
	return last + 1;
}

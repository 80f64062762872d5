import type { Checked } from "./checker.ts";
import type { BuiltIn } from "./functions.ts";
import { FUNCTIONS } from "./functions.ts";
import { Paint } from "./paint.ts";
import type { Place, Problem } from "./problem.ts";
import type { Variable } from "./scope.ts";
import type { Statement } from "./statements/statement.ts";
import { type DrawNode, everyValue, type ForNode, type LetNode, type NameNode, type Parameter, type RoutineNode, type Step, type Value } from "./tree.ts";
import { ValueEmitter } from "./value-emitter.ts";

/** What a test in generated code says when it fails: it throws the index of its site. */
export interface Site {
	readonly code: string;
	readonly place: Place;
	readonly data: Problem["data"];
}

/** JavaScript for a program, and what it refers to by number. */
export interface Emitted {
	/** The body of a function of m (Machine), s (statements' run), f (built-in functions), k (constants). */
	readonly code: string;
	readonly sites: readonly Site[];
	readonly statements: readonly Statement["run"][];
	readonly functions: readonly BuiltIn["run"][];
	readonly constants: readonly unknown[];
	readonly routines: readonly string[];
}

/**
 * Generates JavaScript from a checked tree. Only fixed forms are emitted: nothing of the source reaches the code but
 * numbers; texts and colours are constants by number, names are numbered.
 */
export function emit(checked: Checked): Emitted {
	return new Emitter(checked).program();
}

/** Whether a body only calculates: no drawing, no inner loop, no value that `calls` something. */
function onlyCalculates(steps: readonly Step[], calls: (value: Value) => boolean): boolean {
	return steps.every((step) => {
		if (step.node === "let" || step.node === "set") return !calls(step.value);
		if (step.node !== "if") return step.node === "break";
		return step.branches.every((b) => !calls(b.condition) && onlyCalculates(b.body, calls)) && (!step.otherwise || onlyCalculates(step.otherwise, calls));
	});
}

/** Code of one JavaScript function in the making. */
export class Emitter {
	readonly checked: Checked;
	readonly sites: Site[] = [];
	readonly constants: unknown[] = [];
	/** Grows whenever something with an effect (a call) is emitted. */
	effects = 0;
	private readonly statements: Statement["run"][] = [];
	private readonly functions: BuiltIn["run"][] = [];
	private readonly routineNumbers = new Map<string, number>();
	private out: string[] = [];
	private locals: string[] = [];
	private temps = 0;
	private routine: RoutineNode | undefined;
	/** What `break` must do before it leaves the innermost loop. */
	private refund: string[] = [];
	private readonly values: ValueEmitter;
	private readonly mayBeUnset = new Set<Variable>();

	constructor(checked: Checked) {
		this.checked = checked;
		this.values = new ValueEmitter(this);
		for (const name of checked.program.routines.keys()) this.routineNumbers.set(name, this.routineNumbers.size);
		this.findUnset();
	}

	/** Shared names that a routine may ask for before their `let` has been reached. */
	private findUnset(): void {
		let called = false;
		for (const step of this.checked.program.steps) {
			const variable = step.node === "let" ? this.checked.declared.get(step) : undefined;
			if (called && variable?.shared) this.mayBeUnset.add(variable);
			if (step.node !== "let" || this.calls(step.value)) called = true;
		}
	}

	/** Whether working out a value calls a routine. */
	private readonly calls = (value: Value): boolean => {
		for (const part of everyValue(value)) if (part.node === "call" && this.checked.program.routines.has(part.name)) return true;
		return false;
	};

	program(): Emitted {
		const { program } = this.checked;
		const main = this.body(() => this.block(program.steps));
		const routines = [...program.routines.values()].map((r) => this.routineCode(r));
		const code = `"use strict";const g={};${routines.join("\n")}\n${main}`;
		return { code, sites: this.sites, statements: this.statements, functions: this.functions, constants: this.constants, routines: [...this.routineNumbers.keys()] };
	}

	/** Emits a function's body with its locals declared in front. */
	private body(emitAll: () => void): string {
		const before = [this.out, this.locals, this.refund] as const;
		[this.out, this.locals, this.refund] = [[], [], []];
		emitAll();
		const code = `${this.locals.length > 0 ? `let ${this.locals.join(",")};` : ""}${this.out.join("\n")}`;
		[this.out, this.locals, this.refund] = before;
		return code;
	}

	private routineCode(routine: RoutineNode): string {
		this.routine = routine;
		const number = this.routineNumbers.get(routine.name) as number;
		const names = routine.parameters.map((p) => this.local(this.checked.declared.get(p) as Variable, true));
		const code = this.body(() => {
			routine.parameters.forEach((p, i) => this.otherwise(p, names[i] as string));
			this.block(routine.body);
			this.line(`m.leave(${routine.place.line});`);
		});
		this.routine = undefined;
		return `function r${number}(${["l", ...names].join(",")}){m.enter(${number},l);${code}}`;
	}

	private otherwise(parameter: Parameter, name: string): void {
		if (!parameter.otherwise) return;
		this.line(`if(${name}===void 0){`);
		this.line(`${name}=${this.values.stored(parameter.otherwise, parameter.name)};}`);
	}

	// Building blocks that values use as well

	line(code: string): void {
		this.out.push(code);
	}

	/** Runs an emission into a buffer of its own. */
	capture(run: () => string): { lines: string[]; code: string; effects: boolean } {
		const before = this.out;
		const effects = this.effects;
		this.out = [];
		const code = run();
		const lines = this.out;
		this.out = before;
		return { lines, code, effects: this.effects > effects };
	}

	temp(first = "0"): string {
		const name = `t${++this.temps}`;
		this.locals.push(`${name}=${first}`);
		return name;
	}

	site(code: string, place: Place, data: Problem["data"] = {}): number {
		this.sites.push({ code, place, data });
		return this.sites.length - 1;
	}

	constant(value: unknown): string {
		this.constants.push(value);
		return `k[${this.constants.length - 1}]`;
	}

	/** A variable as it is reached from where code is being emitted. */
	reach(variable: Variable): string {
		return variable.shared ? `g.v${variable.id}` : `v${variable.id}`;
	}

	/** Whether a name may be asked for before it has a value. */
	unset(variable: Variable): boolean {
		return this.routine !== undefined && variable.shared && this.mayBeUnset.has(variable);
	}

	functionCode(name: string): string {
		this.functions.push((FUNCTIONS.get(name) as BuiltIn).run);
		return `f[${this.functions.length - 1}]`;
	}

	/** The function of a routine and how many values it takes. */
	routineNumber(name: string): number {
		return this.routineNumbers.get(name) as number;
	}

	private local(variable: Variable, parameter = false): string {
		if (!variable.shared && !parameter) this.locals.push(`v${variable.id}=${variable.kind === "number" ? "0" : "void 0"}`);
		return this.reach(variable);
	}

	// Statements

	private block(steps: readonly Step[]): void {
		for (const step of steps) this.step(step);
	}

	private step(step: Step): void {
		switch (step.node) {
			case "draw":
				return this.draw(step);
			case "let": {
				const name = this.local(this.checked.declared.get(step) as Variable);
				return this.line(`${name}=${this.values.stored(step.value, step.name)};`);
			}
			case "set":
				return this.change(step);
			case "repeat": {
				const count = this.temp();
				this.line(`${count}=m.count(${step.place.line},${this.values.number(step.count, "repeat")});`);
				return this.counted(step.body, step.place.line, count, () => undefined);
			}
			case "for":
				return this.forLoop(step);
			case "while":
				return this.whileLoop(step.condition, step.body, step.place.line);
			case "if":
				return this.branches(step, 0);
			case "do":
				return this.line(`${this.values.call(step.call)};`);
			case "return": {
				const value = step.value ? this.values.stored(step.value, "return") : "void 0";
				const held = step.value && value.length > 4 ? this.temp("void 0") : value;
				if (held !== value) this.line(`${held}=${value};`);
				return this.line(`m.leave(${step.place.line});return ${held};`);
			}
			case "break":
				return this.line(`${this.refund.at(-1) ?? ""}break;`);
			case "routine":
				return;
		}
	}

	private change(step: LetNode): void {
		const variable = this.checked.meanings.get(step) as Variable;
		const kind = this.checked.kinds.get(step.value);
		const value = this.values.stored(step.value, step.name);
		if (variable.kind !== kind && variable.kind !== "any" && variable.kind !== "unknown") this.mustBe(value, variable.kind, step.value.place, step.name);
		this.line(`${this.reach(variable)}=${value};`);
	}

	private mustBe(code: string, kind: string, place: Place, owner: string): void {
		const test =
			kind === "number"
				? `typeof ${code}!=="number"`
				: kind === "text"
					? `typeof ${code}!=="string"`
					: kind === "boolean"
						? `typeof ${code}!=="boolean"`
						: `!(${code} instanceof ${this.constant(Paint)})`;
		this.line(`if(${test}){m.bad=${code};throw ${this.site("kind-wrong", place, { owner, wanted: kind })};}`);
	}

	private branches(step: Step & { node: "if" }, index: number): void {
		const branch = step.branches[index];
		if (!branch) {
			if (step.otherwise) this.block(step.otherwise);
			return;
		}
		this.line(`if(${this.values.boolean(branch.condition, "if")}){`);
		this.block(branch.body);
		if (index + 1 < step.branches.length || step.otherwise) {
			this.line("}else{");
			this.branches(step, index + 1);
		}
		this.line("}");
	}

	private whileLoop(condition: Value, body: readonly Step[], line: number): void {
		this.line("for(;;){");
		this.line(`if(!(${this.values.boolean(condition, "while")}))break;`);
		this.line(`if(++m.steps>m.next)m.pause(${line});`);
		this.refund.push("");
		this.block(body);
		this.refund.pop();
		this.line("}");
	}

	private forLoop(step: ForNode): void {
		const [from, by, passes] = [this.temp(), this.temp(), this.temp()];
		const ends = this.values.numbers([[step.from, "from"], [step.to, "to"], ...(step.by ? ([[step.by, "by"]] as const) : [])]);
		this.line(`${from}=${ends[0]};${by}=${ends[2] ?? "1"};${passes}=m.passes(${step.place.line},${from},${ends[1]},${by});`);
		const name = this.local(this.checked.declared.get(step) as Variable);
		this.counted(step.body, step.place.line, passes, (pass) => this.line(`${name}=${from}+${pass}*${by};`));
	}

	/** A loop of a known number of passes. */
	private counted(body: readonly Step[], line: number, passes: string, head: (pass: string) => void): void {
		const pass = this.temp();
		const loop = this.capture(() => {
			head(pass);
			const leaf = onlyCalculates(body, this.calls);
			this.refund.push(leaf ? `m.steps-=e${pass}-${pass}-1;${pass}=${passes};` : `${pass}=${passes};`);
			this.block(body);
			this.refund.pop();
			return leaf ? "leaf" : "";
		});
		if (loop.code === "leaf") {
			this.locals.push(`e${pass}=0`);
			const numbers = [...this.changedNumbers(body)].map((v) => `${v}=+${v};`).join("");
			this.line(`for(${pass}=0;${pass}<${passes};){e${pass}=${pass}+m.block(${passes}-${pass},${line});${numbers}`);
			this.line(`for(;${pass}<e${pass};${pass}++){`);
			for (const code of loop.lines) this.line(code);
			this.line("}}");
		} else {
			this.line(`for(${pass}=0;${pass}<${passes};${pass}++){if(++m.steps>m.next)m.pause(${line});`);
			for (const code of loop.lines) this.line(code);
			this.line("}");
		}
	}

	/** Locals that hold numbers and are changed in a body. */
	private changedNumbers(steps: readonly Step[], found = new Set<string>()): Set<string> {
		for (const step of steps) {
			if (step.node === "set") {
				const variable = this.checked.meanings.get(step) as Variable;
				if (variable.kind === "number" && !variable.shared) found.add(this.reach(variable));
			} else if (step.node === "if") {
				for (const branch of step.branches) this.changedNumbers(branch.body, found);
				if (step.otherwise) this.changedNumbers(step.otherwise, found);
			}
		}
		return found;
	}

	private draw(step: DrawNode): void {
		const { statement } = step;
		const index = this.statements.push(statement.run) - 1;
		const given: string[] = [];
		const wanted: Parameters<ValueEmitter["given"]>[0] = [];
		const slots: (number | string)[] = [];
		if (step.direction !== undefined) slots.push(String(step.direction));
		const want = (value: (typeof wanted)[number]) => slots.push(wanted.push(value) - 1);
		if (statement.more) slots.push(`[${this.values.given(step.values.map((v) => [v, "any", statement.head])).join(",")}]`);
		else statement.values.forEach((spec, i) => (step.values[i] ? want([step.values[i], spec.kind, statement.head]) : slots.push("void 0")));
		for (const spec of statement.phrases) {
			const phrase = step.phrases.find((p) => p.word === spec.word);
			if (spec.choices) slots.push(phrase ? String(spec.choices.indexOf(phrase.choice as string)) : "void 0");
			else if (spec.points)
				slots.push(
					phrase
						? this.points(
								phrase.values.flatMap((v) => (v.node === "list" ? v.items : [])),
								spec.word,
							)
						: "void 0",
				);
			else if (spec.values.length === 0) slots.push(phrase ? "true" : "void 0");
			else spec.values.forEach((value, i) => (phrase ? want([phrase.values[i] as (typeof wanted)[number][0], value.kind, spec.word]) : slots.push("void 0")));
		}
		given.push(...this.values.given(wanted));
		const values = slots.map((slot) => (typeof slot === "number" ? (given[slot] as string) : slot));
		while (values.at(-1) === "void 0") values.pop();
		this.line(`s[${index}](${["m", step.place.line, ...values].join(",")});`);
	}

	private points(items: readonly Value[], owner: string): string {
		return `[${this.values.given(items.map((item) => [item, "number", owner])).join(",")}]`;
	}

	meaning(node: NameNode): Variable | { readonly colour: number } {
		return this.checked.meanings.get(node) as Variable | { colour: number };
	}
}

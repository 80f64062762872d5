import type { Problem, SourceRange } from "../problem.ts";
import type { Checked } from "./checker.ts";
import { type BuiltIn, FUNCTIONS } from "./functions.ts";
import { List } from "./list.ts";
import { Paint } from "./paint.ts";
import { Picture } from "./picture-value.ts";
import type { Variable } from "./scope.ts";
import type { Statement } from "./statements/statement.ts";
import { everyValue, type NameNode, type Value } from "./tree.ts";
import type { ValueKind } from "./value-kind.ts";
import type { WatchLog } from "./watch.ts";

/** What a test in generated code says when it fails: it throws the index of its site. */
export interface Site {
	readonly code: string;
	readonly place: SourceRange;
	readonly data: Problem["data"];
}

/** What a run asks of the code beyond the program. */
export interface EmitOptions {
	/** Values for names that a top-level `let` declares. */
	readonly given: ReadonlyMap<string, unknown>;
	/** Where changes of the watched names go; without it nothing of watching is in the code. */
	readonly watch?: WatchLog;
}

/** A shared name that a loop keeps in a local. */
interface Held {
	readonly local: string;
	readonly changed: boolean;
}

/** Generated code in the making: its lines and locals, and what it refers to by number. */
export class CodeWriter {
	readonly checked: Checked;
	readonly options: EmitOptions;
	readonly sites: Site[] = [];
	readonly constants: unknown[] = [];
	readonly statements: Statement["run"][] = [];
	readonly functions: BuiltIn["run"][] = [];
	readonly routineNumbers = new Map<string, number>();
	/** Grows whenever something with an effect (a call) is emitted. */
	effects = 0;
	/** Whether a routine is being emitted, not the main program. */
	inRoutine = false;
	/** Shared names that the loop being emitted, which calls nothing, keeps in locals. */
	held: ReadonlyMap<Variable, Held> = new Map();
	private out: string[] = [];
	private locals: string[] = [];
	private temps = 0;
	private readonly mayBeUnset = new Set<Variable>();
	private readonly helpers = new Map<unknown, string>();

	constructor(checked: Checked, options: EmitOptions) {
		this.checked = checked;
		this.options = options;
		for (const name of checked.program.routines.keys()) this.routineNumbers.set(name, this.routineNumbers.size);
		this.findUnset();
	}

	/** Shared names that a routine may ask for before their `let` has been reached. */
	private findUnset(): void {
		let called = false;
		for (const step of this.checked.program.steps) {
			const variable = step.node === "let" || step.node === "picture" ? this.checked.declared.get(step) : undefined;
			if (step.node !== "let" || this.calls(step.value)) called = true;
			if (called && variable?.shared) this.mayBeUnset.add(variable);
		}
	}

	/** Whether computing a value calls a routine. */
	readonly calls = (value: Value): boolean => {
		for (const part of everyValue(value))
			if (part.node === "call" && this.checked.program.routines.has(part.name)) return true;
		return false;
	};

	/** Emits a function's body with its locals declared in front. */
	body(emitAll: () => void): string {
		const before = [this.out, this.locals] as const;
		[this.out, this.locals] = [[], []];
		emitAll();
		const code = `${this.locals.length > 0 ? `let ${this.locals.join(",")};` : ""}${this.out.join("\n")}`;
		[this.out, this.locals] = before;
		return code;
	}

	/** Declares a local with its first value, as code. */
	declare(name: string, first: string): void {
		this.locals.push(`${name}=${first}`);
	}

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

	site(code: string, place: SourceRange, data: Problem["data"] = {}): number {
		this.sites.push({ code, place, data });
		return this.sites.length - 1;
	}

	constant(value: unknown): string {
		this.constants.push(value);
		return `k[${this.constants.length - 1}]`;
	}

	/** A function or class of ours that the code refers to; the same one has one number. */
	helper(value: unknown): string {
		const code = this.helpers.get(value) ?? this.constant(value);
		this.helpers.set(value, code);
		return code;
	}

	/** A variable as it is reached from where code is being emitted. */
	reach(variable: Variable): string {
		const held = this.held.get(variable);
		if (held) return held.local;
		return variable.shared ? `g.v${variable.id}` : `v${variable.id}`;
	}

	/** Whether a name may be asked for before it has a value. */
	private unset(variable: Variable): boolean {
		return this.inRoutine && variable.shared && this.mayBeUnset.has(variable);
	}

	functionCode(name: string): string {
		this.functions.push((FUNCTIONS.get(name) as BuiltIn).run);
		return `f[${this.functions.length - 1}]`;
	}

	statementCode(run: Statement["run"]): string {
		return `s[${this.statements.push(run) - 1}]`;
	}

	/** The number of a routine's function. */
	routineNumber(name: string): number {
		return this.routineNumbers.get(name) as number;
	}

	/** A variable's value, tested where it may be asked for too early. */
	ask(variable: Variable, place: SourceRange): string {
		const code = this.reach(variable);
		if (this.unset(variable))
			this.line(
				`if(${code}===void 0)throw ${this.site("name-not-yet", place, { name: variable.name, line: variable.place.line })};`,
			);
		return code;
	}

	/** A test that is true where a value isn't of a kind. */
	isNot(code: string, kind: ValueKind): string {
		const type = ({ number: "number", text: "string", boolean: "boolean" } as const)[kind as "number"];
		if (type) return `typeof ${code}!=="${type}"`;
		const made = kind === "colour" ? Paint : kind === "list" ? List : Picture;
		return `!(${code} instanceof ${this.helper(made)})`;
	}

	/** Notes a watched name's new value. */
	changed(variable: Variable, line: number): void {
		const { watch } = this.options;
		if (watch?.watches(variable.name))
			this.line(`${this.helper(watch)}.note(m,${line},${watch.number(variable.name)},${this.reach(variable)});`);
	}

	/** Declares a variable as a local of the function being emitted, unless it is shared; returns how it is reached. */
	local(variable: Variable, parameter = false): string {
		if (!variable.shared && !parameter)
			this.locals.push(`v${variable.id}=${variable.kind === "number" ? "0" : "void 0"}`);
		return this.reach(variable);
	}

	meaning(node: NameNode): Variable | { readonly colour: number } {
		return this.checked.meanings.get(node) as Variable | { colour: number };
	}
}

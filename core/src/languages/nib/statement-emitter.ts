import type { SourceRange } from "../problem.ts";
import type { CodeWriter } from "./code-writer.ts";
import { kept } from "./list.ts";
import { itemsOf, withAdded, withItem } from "./list-work.ts";
import { beginPicture, endPicture } from "./picture-work.ts";
import type { Variable } from "./scope.ts";
import {
	type DrawNode,
	type EachNode,
	everyStep,
	everyValue,
	type ForNode,
	type LetNode,
	type PictureNode,
	type PutNode,
	type Step,
	type Value,
	valuesOf,
} from "./tree.ts";
import type { ValueEmitter } from "./value-emitter.ts";
import type { ValueKind } from "./value-kind.ts";

/** Whether a body only calculates: no drawing, no inner loop, no value that `calls` something. */
function onlyCalculates(steps: readonly Step[], calls: (value: Value) => boolean): boolean {
	return steps.every((step) => {
		if (step.node === "let" || step.node === "set") return !calls(step.value);
		if (step.node !== "if") return step.node === "break";
		return (
			step.branches.every((b) => !calls(b.condition) && onlyCalculates(b.body, calls)) &&
			(!step.otherwise || onlyCalculates(step.otherwise, calls))
		);
	});
}

/** Code of the statements of one function. */
export class StatementEmitter {
	private readonly writer: CodeWriter;
	private readonly values: ValueEmitter;
	/** What `break` must do before it leaves the innermost loop. */
	private readonly refund: string[] = [];

	constructor(writer: CodeWriter, values: ValueEmitter) {
		this.writer = writer;
		this.values = values;
	}

	block(steps: readonly Step[]): void {
		for (const step of steps) this.step(step);
	}

	private step(step: Step): void {
		switch (step.node) {
			case "draw":
				return this.draw(step);
			case "let": {
				const variable = this.writer.checked.declared.get(step) as Variable;
				const name = this.writer.local(variable);
				this.writer.line(`${name}=${this.values.stored(step.value, step.name)};`);
				if (this.writer.options.given.has(step.name) && this.writer.checked.program.steps.includes(step))
					this.writer.line(`${name}=${this.writer.constant(this.writer.options.given.get(step.name))};`);
				return this.writer.changed(variable, step.place.line);
			}
			case "set":
				return this.change(step);
			case "repeat": {
				const leave = this.hold(step);
				const count = this.writer.temp();
				this.writer.line(`${count}=m.count(${step.place.line},${this.values.number(step.count, "repeat")});`);
				this.counted(step.body, step.place.line, count, () => undefined);
				return leave();
			}
			case "for":
				return this.forLoop(step);
			case "each":
				return this.each(step);
			case "put":
				return this.put(step);
			case "area":
				this.writer.line(`m.beginArea(${step.place.line});`);
				this.block(step.body);
				return this.writer.line(`m.endArea(${step.last},${step.place.line});`);
			case "picture":
				return this.picture(step);
			case "frames":
				this.writer.line(`for(;m.nextFrame(${step.place.line});){`);
				this.refund.push("");
				this.block(step.body);
				this.refund.pop();
				return this.writer.line("}");
			case "while":
				return this.whileLoop(step);
			case "if":
				return this.branches(step, 0);
			case "do":
				return this.writer.line(`${this.values.call(step.call)};`);
			case "return": {
				const value = step.value ? this.values.stored(step.value, "return") : "void 0";
				const held = step.value && value.length > 4 ? this.writer.temp("void 0") : value;
				if (held !== value) this.writer.line(`${held}=${value};`);
				return this.writer.line(`${this.writeBack()}m.leave(${step.place.line});return ${held};`);
			}
			case "break":
				return this.writer.line(`${this.refund.at(-1) ?? ""}break;`);
			case "routine":
				return;
		}
	}

	private change(step: LetNode): void {
		const variable = this.writer.checked.meanings.get(step) as Variable;
		const kind = this.writer.checked.kinds.get(step.value);
		const value = this.values.stored(step.value, step.name);
		if (variable.kind !== kind && variable.kind !== "any" && variable.kind !== "unknown")
			this.mustBe(value, variable.kind, step.value.place, step.name);
		this.writer.line(`${this.writer.reach(variable)}=${value};`);
		this.writer.changed(variable, step.place.line);
	}

	/** A list under a name, changed. */
	private put(step: PutNode): void {
		const variable = this.writer.checked.meanings.get(step) as Variable;
		const [value, ...indices] = this.values.given([
			[step.value, "any", step.name],
			...step.indices.map((index): [Value, ValueKind, string] => [index, "number", "[ ]"]),
		]);
		const root = this.writer.ask(variable, step.namePlace);
		const work = this.writer.helper(step.how === "set" ? withItem : withAdded);
		this.writer.line(
			`${root}=${work}(${["m", step.place.line, root, this.writer.constant(step.name), value, ...indices].join(",")});`,
		);
		this.writer.changed(variable, step.place.line);
	}

	private picture(step: PictureNode): void {
		const size = this.values.numbers((step.size ?? []).map((side) => [side, "size"]));
		this.writer.line(`${this.writer.helper(beginPicture)}(${["m", step.place.line, ...size].join(",")});`);
		this.block(step.body);
		const variable = this.writer.checked.declared.get(step) as Variable;
		this.writer.line(
			`${this.writer.local(variable)}=${this.writer.helper(endPicture)}(m,${step.place.line},${this.writer.constant(step.name)});`,
		);
		this.writer.changed(variable, step.place.line);
	}

	private mustBe(code: string, kind: ValueKind, place: SourceRange, owner: string): void {
		this.writer.line(
			`if(${this.writer.isNot(code, kind)}){m.bad=${code};throw ${this.writer.site("kind-wrong", place, { owner, wanted: kind })};}`,
		);
	}

	private branches(step: Step & { node: "if" }, index: number): void {
		const branch = step.branches[index];
		if (!branch) {
			if (step.otherwise) this.block(step.otherwise);
			return;
		}
		this.writer.line(`if(${this.values.boolean(branch.condition, "if")}){`);
		this.block(branch.body);
		if (index + 1 < step.branches.length || step.otherwise) {
			this.writer.line("}else{");
			this.branches(step, index + 1);
		}
		this.writer.line("}");
	}

	private whileLoop(step: Step & { node: "while" }): void {
		const { condition, body } = step;
		const { line } = step.place;
		const leave = this.hold(step);
		const before = this.writer.temp();
		this.writer.line(`${before}=m.steps;for(;;){`);
		this.writer.line(
			`if(!(${this.values.boolean(condition, "while")})){m.remarks.loop(${line},m.steps-${before});break;}`,
		);
		this.writer.line(`if(++m.steps>m.next)m.pause(${line});`);
		this.refund.push("");
		this.block(body);
		this.refund.pop();
		this.writer.line("}");
		leave();
	}

	/**
	 * Reads shared names that a loop uses into locals, where the loop calls no routine that could see them; returns
	 * what writes them back after it. What a loop inside a held one uses is held already.
	 */
	private hold(loop: Step): () => void {
		if (this.writer.held.size > 0) return () => undefined;
		const held = new Map<Variable, { local: string; changed: boolean }>();
		const use = (variable: unknown, changed: boolean) => {
			const found = variable as Variable | undefined;
			if (!found || !("shared" in found) || !found.shared) return;
			const local = held.get(found)?.local ?? this.writer.temp(found.kind === "number" ? "0" : "void 0");
			held.set(found, { local, changed: changed || held.get(found)?.changed === true });
		};
		for (const step of everyStep([loop])) {
			if (step.node === "set" || step.node === "put") use(this.writer.checked.meanings.get(step), true);
			for (const value of valuesOf(step)) {
				for (const part of everyValue(value)) {
					if (part.node === "call" && this.writer.checked.program.routines.has(part.name)) return () => undefined;
					if (part.node === "name") use(this.writer.checked.meanings.get(part), false);
				}
			}
		}
		if (held.size === 0) return () => undefined;
		this.writer.line([...held].map(([variable, { local }]) => `${local}=${this.writer.reach(variable)};`).join(""));
		this.writer.held = held;
		return () => {
			this.writer.line(this.writeBack());
			this.writer.held = new Map();
		};
	}

	/** Writes the names that are held in locals back to where everyone sees them. */
	private writeBack(): string {
		return [...this.writer.held]
			.map(([variable, { local, changed }]) => (changed ? `g.v${variable.id}=${local};` : ""))
			.join("");
	}

	private forLoop(step: ForNode): void {
		const leave = this.hold(step);
		const [from, by, passes] = [this.writer.temp(), this.writer.temp(), this.writer.temp()];
		const ends = this.values.numbers([
			[step.from, "from"],
			[step.to, "to"],
			...(step.by ? ([[step.by, "by"]] as const) : []),
		]);
		this.writer.line(
			`${from}=${ends[0]};${by}=${ends[2] ?? "1"};${passes}=m.passes(${step.place.line},${from},${ends[1]},${step.by ? by : "void 0"});`,
		);
		const variable = this.writer.checked.declared.get(step) as Variable;
		const name = this.writer.local(variable);
		this.counted(step.body, step.place.line, passes, (pass) => {
			this.writer.line(`${name}=${from}+${pass}*${by};`);
			this.writer.changed(variable, step.place.line);
		});
		leave();
	}

	private each(step: EachNode): void {
		const leave = this.hold(step);
		const [items, passes] = [this.writer.temp("void 0"), this.writer.temp()];
		this.writer.line(
			`${items}=${this.writer.helper(itemsOf)}(m,${step.place.line},${this.values.given([[step.list, "list", "in"]])[0]});${passes}=${items}.length;`,
		);
		const variable = this.writer.checked.declared.get(step) as Variable;
		const name = this.writer.local(variable);
		this.counted(step.body, step.place.line, passes, (pass) => {
			this.writer.line(`${name}=${this.writer.helper(kept)}(${items}[${pass}]);`);
			this.writer.changed(variable, step.place.line);
		});
		leave();
	}

	/** A loop of a known number of passes. */
	private counted(body: readonly Step[], line: number, passes: string, head: (pass: string) => void): void {
		const pass = this.writer.temp();
		const loop = this.writer.capture(() => {
			head(pass);
			const leaf = !this.writer.options.watch && onlyCalculates(body, this.writer.calls);
			this.refund.push(leaf ? `m.steps-=e${pass}-${pass}-1;${pass}=${passes};` : `${pass}=${passes};`);
			this.block(body);
			this.refund.pop();
			return leaf ? "leaf" : "";
		});
		if (loop.code === "leaf") {
			this.writer.declare(`e${pass}`, "0");
			const numbers = [...this.changedNumbers(body)].map((v) => `${v}=+${v};`).join("");
			this.writer.line(
				`for(${pass}=0;${pass}<${passes};){e${pass}=${pass}+m.block(${passes}-${pass},${line});${numbers}`,
			);
			this.writer.line(`for(;${pass}<e${pass};${pass}++){`);
			for (const code of loop.lines) this.writer.line(code);
			this.writer.line("}}");
		} else {
			this.writer.line(`for(${pass}=0;${pass}<${passes};${pass}++){if(++m.steps>m.next)m.pause(${line});`);
			for (const code of loop.lines) this.writer.line(code);
			this.writer.line("}");
		}
	}

	/** Locals that hold numbers and are changed in a body. */
	private changedNumbers(steps: readonly Step[], found = new Set<string>()): Set<string> {
		for (const step of steps) {
			if (step.node === "set") {
				const variable = this.writer.checked.meanings.get(step) as Variable;
				if (variable.kind === "number" && (!variable.shared || this.writer.held.has(variable)))
					found.add(this.writer.reach(variable));
			} else if (step.node === "if") {
				for (const branch of step.branches) this.changedNumbers(branch.body, found);
				if (step.otherwise) this.changedNumbers(step.otherwise, found);
			}
		}
		return found;
	}

	private draw(step: DrawNode): void {
		const { statement } = step;
		const given: string[] = [];
		const wanted: Parameters<ValueEmitter["given"]>[0] = [];
		const slots: (number | string)[] = [];
		if (step.direction !== undefined) slots.push(String(step.direction));
		const want = (value: (typeof wanted)[number]) => slots.push(wanted.push(value) - 1);
		if (statement.more)
			slots.push(`[${this.values.given(step.values.map((v) => [v, "any", statement.head])).join(",")}]`);
		else
			statement.values.forEach((spec, i) =>
				step.values[i] ? want([step.values[i], spec.kind, statement.head]) : slots.push("void 0"),
			);
		for (const spec of statement.phrases) {
			const phrase = step.phrases.find((p) => p.word === spec.word);
			if (spec.choices) slots.push(phrase ? String(spec.choices.indexOf(phrase.choice as string)) : "void 0");
			else if (spec.points)
				slots.push(phrase ? this.values.points(phrase.values, spec.word, step.place.line) : "void 0");
			else if (spec.values.length === 0) slots.push(phrase ? "true" : "void 0");
			else
				spec.values.forEach((value, i) =>
					phrase ? want([phrase.values[i] as (typeof wanted)[number][0], value.kind, spec.word]) : slots.push("void 0"),
				);
		}
		given.push(...this.values.given(wanted));
		const values = slots.map((slot) => (typeof slot === "number" ? (given[slot] as string) : slot));
		while (values.at(-1) === "void 0") values.pop();
		this.writer.line(`${this.writer.statementCode(statement.run)}(${["m", step.place.line, ...values].join(",")});`);
	}
}

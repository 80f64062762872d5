import { power } from "../../geometry/power.ts";
import { joined } from "./as-text.ts";
import type { CodeWriter } from "./code-writer.ts";
import { FUNCTIONS, PROPERTIES } from "./functions.ts";
import { kept } from "./list.ts";
import { cornersOf, itemOf, listOf, plus, same } from "./list-work.ts";
import { Paint } from "./paint.ts";
import { pictureSide } from "./picture-work.ts";
import type { CallNode, Value } from "./tree.ts";
import type { ValueKind } from "./value-kind.ts";

/** Code of values. Tests that need statements are emitted before the statement that uses the value. */
export class ValueEmitter {
	private readonly writer: CodeWriter;

	constructor(writer: CodeWriter) {
		this.writer = writer;
	}

	private kind(value: Value): ValueKind {
		return this.writer.checked.kinds.get(value) ?? "any";
	}

	/** A value to be kept under a name or passed: numbers are tested for being finite, a list is now in two places. */
	stored(value: Value, owner: string): string {
		const code = this.finite(value, this.value(value), owner);
		const kind = this.kind(value);
		const listed = (kind === "list" || kind === "any") && (value.node === "name" || value.node === "index");
		return listed ? `${this.writer.helper(kept)}(${code})` : code;
	}

	/** The corners that a phrase's points make: a flat array of numbers. */
	points(values: readonly Value[], owner: string, line: number): string {
		const { writer } = this;
		const plain = (value: Value) =>
			value.node === "list" && value.items.length === 2 && value.items.every((item) => this.kind(item) === "number");
		const items = values.flatMap((v) => (v.node === "list" ? v.items : []));
		if (values.every(plain)) return `[${this.given(items.map((item) => [item, "number", owner])).join(",")}]`;
		const work = `${writer.helper(cornersOf)}(m,${line},${writer.constant(owner)},`;
		const [only] = values;
		if (values.length === 1 && only) return `${work}${this.ofKind(only, "list", owner)}.items)`;
		return `${work}[${this.given(values.map((v) => [v, "any", owner])).join(",")}])`;
	}

	number(value: Value, owner: string): string {
		return this.finite(value, this.ofKind(value, "number", owner), owner);
	}

	boolean(value: Value, owner: string): string {
		return this.ofKind(value, "boolean", owner);
	}

	numbers(wanted: readonly (readonly [Value, string])[]): string[] {
		return this.given(wanted.map(([value, owner]) => [value, "number", owner]));
	}

	/**
	 * Several values in order, each of the kind that is wanted; colours for drawing come as plain numbers.
	 *
	 * @param keeps whether a list among them may be held on, so that what changes it later must copy it
	 */
	given(wanted: [Value, ValueKind, string][], keeps = true): string[] {
		return this.inOrder(
			wanted.map(([value, kind, owner]) => () => {
				if (kind === "any" && !keeps) return this.finite(value, this.value(value), owner);
				if (kind === "any" || kind === "text") return this.stored(value, owner);
				if (kind === "colour") return this.colour(value, owner);
				if (kind === "list" || kind === "picture") return this.ofKind(value, kind, owner);
				return this.number(value, owner);
			}),
		);
	}

	private colour(value: Value, owner: string): string {
		if (value.node === "colour") return String(value.value);
		if (value.node === "name") {
			const meaning = this.writer.meaning(value);
			if ("colour" in meaning) return String(meaning.colour);
		}
		return `${this.ofKind(value, "colour", owner)}.rgba`;
	}

	/** Emits parts in order; a value that a later part's effects could change is saved first. */
	private inOrder(parts: readonly (() => string)[]): string[] {
		const { writer } = this;
		const codes: string[] = [];
		const done = parts.map((part) => writer.capture(part));
		done.forEach((part, i) => {
			for (const line of part.lines) writer.line(line);
			const later = done.slice(i + 1).some((p) => p.effects);
			if (later && !/^(?:-?[\d.]+|k\[\d+\])$/.test(part.code)) {
				const temp = writer.temp("void 0");
				writer.line(`${temp}=${part.code};`);
				codes.push(temp);
			} else codes.push(part.code);
		});
		return codes;
	}

	/** Tests that a number is finite before it is kept or used, unless it surely is. */
	private finite(value: Value, code: string, owner: string): string {
		const kind = this.kind(value);
		if ((kind !== "number" && kind !== "any") || this.surelyFinite(value)) return code;
		const { writer } = this;
		const temp = writer.temp();
		const test = kind === "any" ? `typeof ${temp}==="number"&&${temp}-${temp}!==0` : `${temp}-${temp}!==0`;
		writer.line(`${temp}=${code};if(${test})throw ${writer.site("not-finite", value.place, { owner })};`);
		return temp;
	}

	private surelyFinite(value: Value): boolean {
		if (value.node === "unary") return this.surelyFinite(value.value);
		return value.node === "number" || value.node === "name" || value.node === "property";
	}

	/** A value with its kind tested where it isn't known before the run. */
	private ofKind(value: Value, wanted: ValueKind, owner: string): string {
		const code = this.value(value);
		const kind = this.kind(value);
		if (kind === wanted) return code;
		const { writer } = this;
		const temp = writer.temp("void 0");
		writer.line(
			`${temp}=${code};if(${writer.isNot(temp, wanted)}){m.bad=${temp};throw ${writer.site("kind-wrong", value.place, { owner, wanted })};}`,
		);
		return temp;
	}

	private value(value: Value): string {
		const { writer } = this;
		switch (value.node) {
			case "number":
				return value.value < 0 ? `(${value.value})` : String(value.value);
			case "boolean":
				return String(value.value);
			case "text":
				return writer.constant(value.value);
			case "colour":
				return writer.constant(new Paint(value.value));
			case "name":
				return this.name(value);
			case "property": {
				const read = PROPERTIES[value.of]?.[value.name === "color" ? "colour" : value.name]?.read;
				return `${writer.constant(read)}(m)`;
			}
			case "unary":
				return value.sign === "-"
					? `(-${this.ofKind(value.value, "number", "-")})`
					: `(!${this.ofKind(value.value, "boolean", "not")})`;
			case "binary":
				return this.binary(value);
			case "call":
				return this.call(value);
			case "list":
				return `${writer.helper(listOf)}(m,${value.place.line},[${this.inOrder(value.items.map((item) => () => this.stored(item, "["))).join(",")}])`;
			case "index": {
				const [list, index] = this.given([
					[value.list, "list", "[ ]"],
					[value.index, "number", "[ ]"],
				]);
				return this.put(`${writer.helper(itemOf)}(m,${value.place.line},${list},${index})`);
			}
			case "member": {
				const name = value.value.node === "name" ? value.value.name : "";
				return `${writer.helper(pictureSide)}(m,${value.place.line},${this.value(value.value)},"${value.name === "width" ? "width" : "height"}",${writer.constant(name)})`;
			}
		}
	}

	private name(value: Value & { node: "name" }): string {
		const { writer } = this;
		const meaning = writer.meaning(value);
		if ("colour" in meaning) return writer.constant(new Paint(meaning.colour));
		return writer.ask(meaning, value.place);
	}

	/** Saves a value in a temporary, so that it is evaluated once and here. */
	private put(code: string): string {
		const temp = this.writer.temp("void 0");
		this.writer.line(`${temp}=${code};`);
		return temp;
	}

	private binary(value: Value & { node: "binary" }): string {
		const { sign, left, right, place } = value;
		const { writer } = this;
		if (sign === "and" || sign === "or") return this.either(sign, left, right);
		if (sign === "==" || sign === "!=") {
			const [a, b] = this.inOrder([() => this.value(left), () => this.value(right)]);
			const plain = [this.kind(left), this.kind(right)].every((k) => k === "number" || k === "text" || k === "boolean");
			const equal = plain ? `(${a}===${b})` : `${writer.helper(same)}(m,${place.line},${a},${b})`;
			return sign === "==" ? equal : `(!${equal})`;
		}
		if (sign === "+" && this.kind(value) !== "number") {
			const [a, b] = this.inOrder([() => this.stored(left, "+"), () => this.stored(right, "+")]);
			return `${writer.helper(this.kind(value) === "text" ? joined : plus)}(m,${place.line},${a},${b})`;
		}
		const [a, b] = this.inOrder([() => this.ofKind(left, "number", sign), () => this.divisor(right, sign)]);
		if (sign === "^") {
			const temp = writer.temp();
			writer.line(
				`${temp}=${writer.constant(power)}(${a},${b});if(${temp}-${temp}!==0)throw ${writer.site("power-none", place)};`,
			);
			return temp;
		}
		if (sign === "mod") {
			const [n, d] = [writer.temp(), writer.temp()];
			writer.line(`${n}=${a};${d}=${b};${n}=${n}%${d};if(${n}!==0&&(${n}<0)!==(${d}<0))${n}+=${d};`);
			return n;
		}
		return `(${a}${sign}${b})`;
	}

	/** What is right of a sign; a divisor is tested for zero. */
	private divisor(value: Value, sign: string): string {
		const code = this.ofKind(value, "number", sign);
		if ((sign !== "/" && sign !== "mod") || (value.node === "number" && value.value !== 0)) return code;
		const { writer } = this;
		const temp = writer.temp();
		writer.line(
			`${temp}=${code};if(${temp}===0)throw ${writer.site("divide-zero", value.place, { sign, name: value.node === "name" ? value.name : "" })};`,
		);
		return temp;
	}

	/** `and`, `or`: the right side is computed only where it matters. */
	private either(sign: "and" | "or", left: Value, right: Value): string {
		const { writer } = this;
		const a = this.ofKind(left, "boolean", sign);
		const b = writer.capture(() => this.ofKind(right, "boolean", sign));
		if (b.lines.length === 0) return `(${a}${sign === "and" ? "&&" : "||"}${b.code})`;
		const temp = writer.temp("false");
		writer.line(`${temp}=${a};if(${sign === "and" ? "" : "!"}${temp}){`);
		for (const line of b.lines) writer.line(line);
		writer.line(`${temp}=${b.code};}`);
		return temp;
	}

	/** A call of a routine or a built-in function. */
	call(node: CallNode): string {
		const { writer } = this;
		const routine = writer.checked.program.routines.get(node.name);
		if (!routine) {
			const takes = FUNCTIONS.get(node.name)?.takes ?? ["number"];
			const values = this.given(
				node.values.map((v, i) => [v, takes[Math.min(i, takes.length - 1)] as ValueKind, node.name]),
				node.values.length > 1,
			);
			if (node.name === "random" || node.name === "choose") writer.effects++;
			const temp = writer.temp("void 0");
			writer.line(`${temp}=${writer.functionCode(node.name)}(${["m", node.place.line, ...values].join(",")});`);
			if (this.kind(node) === "number")
				writer.line(`if(${temp}-${temp}!==0)throw ${writer.site("function-none", node.place, { name: node.name })};`);
			return temp;
		}
		const values = this.inOrder(node.values.map((v) => () => this.stored(v, node.name)));
		writer.effects++;
		const call = `r${writer.routineNumber(node.name)}(${[node.place.line, ...values].join(",")})`;
		if (this.kind(node) === "nothing") return call;
		const temp = writer.temp("void 0");
		writer.line(`${temp}=${call};`);
		if (this.kind(node) === "any")
			writer.line(
				`if(${temp}===void 0)throw ${writer.site("value-of-nothing", node.place, { name: node.name, owner: "" })};`,
			);
		return temp;
	}
}

import { power } from "../geometry/power.ts";
import type { Emitter } from "./emitter.ts";
import { PROPERTIES } from "./functions.ts";
import { Paint } from "./paint.ts";
import type { CallNode, Kind, Value } from "./tree.ts";

const TYPES: Readonly<Record<string, string>> = { number: "number", text: "string", boolean: "boolean" };

/** Code of values. Tests that need statements are emitted before the statement that uses the value. */
export class ValueEmitter {
	private readonly emitter: Emitter;

	constructor(emitter: Emitter) {
		this.emitter = emitter;
	}

	private kind(value: Value): Kind {
		return this.emitter.checked.kinds.get(value) ?? "any";
	}

	/** A value to be kept under a name or passed: numbers are tested for being finite. */
	stored(value: Value, owner: string): string {
		return this.finite(value, this.value(value), owner);
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

	/** Several values in order, each of the kind that is wanted; colours for drawing come as plain numbers. */
	given(wanted: [Value, Kind, string][]): string[] {
		return this.inOrder(
			wanted.map(([value, kind, owner]) => () => {
				if (kind === "any" || kind === "text") return this.stored(value, owner);
				if (kind === "colour") return this.colour(value, owner);
				return this.number(value, owner);
			}),
		);
	}

	private colour(value: Value, owner: string): string {
		if (value.node === "colour") return String(value.value);
		if (value.node === "name") {
			const meaning = this.emitter.meaning(value);
			if ("colour" in meaning) return String(meaning.colour);
		}
		return `${this.ofKind(value, "colour", owner)}.rgba`;
	}

	/** Emits parts one after the other; what a later part's effects could change is put aside first. */
	private inOrder(parts: readonly (() => string)[]): string[] {
		const { emitter } = this;
		const codes: string[] = [];
		const done = parts.map((part) => emitter.capture(part));
		done.forEach((part, i) => {
			for (const line of part.lines) emitter.line(line);
			const later = done.slice(i + 1).some((p) => p.effects);
			if (later && !/^(?:-?[\d.]+|k\[\d+\])$/.test(part.code)) {
				const temp = emitter.temp("void 0");
				emitter.line(`${temp}=${part.code};`);
				codes.push(temp);
			} else codes.push(part.code);
		});
		return codes;
	}

	/** Tests that a number is finite before it is kept or used, unless it surely is. */
	private finite(value: Value, code: string, owner: string): string {
		const kind = this.kind(value);
		if ((kind !== "number" && kind !== "any") || this.surelyFinite(value)) return code;
		const { emitter } = this;
		const temp = emitter.temp();
		const test = kind === "any" ? `typeof ${temp}==="number"&&${temp}-${temp}!==0` : `${temp}-${temp}!==0`;
		emitter.line(`${temp}=${code};if(${test})throw ${emitter.site("not-finite", value.place, { owner })};`);
		return temp;
	}

	private surelyFinite(value: Value): boolean {
		if (value.node === "unary") return this.surelyFinite(value.value);
		return value.node === "number" || value.node === "name" || value.node === "property";
	}

	/** A value with its kind tested where it isn't known before the run. */
	private ofKind(value: Value, wanted: Kind, owner: string): string {
		const code = this.value(value);
		const kind = this.kind(value);
		if (kind === wanted) return code;
		const { emitter } = this;
		const temp = emitter.temp("void 0");
		const test = wanted === "colour" ? `!(${temp} instanceof ${emitter.constant(Paint)})` : `typeof ${temp}!=="${TYPES[wanted]}"`;
		emitter.line(`${temp}=${code};if(${test}){m.bad=${temp};throw ${emitter.site("kind-wrong", value.place, { owner, wanted })};}`);
		return temp;
	}

	private value(value: Value): string {
		const { emitter } = this;
		switch (value.node) {
			case "number":
				return value.value < 0 ? `(${value.value})` : String(value.value);
			case "boolean":
				return String(value.value);
			case "text":
				return emitter.constant(value.value);
			case "colour":
				return emitter.constant(new Paint(value.value));
			case "name":
				return this.name(value);
			case "property": {
				const read = PROPERTIES[value.of]?.[value.name === "color" ? "colour" : value.name]?.read;
				return `${emitter.constant(read)}(m)`;
			}
			case "unary":
				return value.sign === "-" ? `(-${this.ofKind(value.value, "number", "-")})` : `(!${this.ofKind(value.value, "boolean", "not")})`;
			case "binary":
				return this.binary(value);
			case "call":
				return this.call(value);
			case "list":
				return `[${this.inOrder(value.items.map((item) => () => this.stored(item, "["))).join(",")}]`;
		}
	}

	private name(value: Value & { node: "name" }): string {
		const { emitter } = this;
		const meaning = emitter.meaning(value);
		if ("colour" in meaning) return emitter.constant(new Paint(meaning.colour));
		const code = emitter.reach(meaning);
		if (emitter.unset(meaning)) emitter.line(`if(${code}===void 0)throw ${emitter.site("name-not-yet", value.place, { name: meaning.name, line: meaning.place.line })};`);
		return code;
	}

	private binary(value: Value & { node: "binary" }): string {
		const { sign, left, right, place } = value;
		const { emitter } = this;
		if (sign === "and" || sign === "or") return this.either(sign, left, right);
		if (sign === "==" || sign === "!=") {
			const [a, b] = this.inOrder([() => this.value(left), () => this.value(right)]);
			const plain = [this.kind(left), this.kind(right)].every((k) => k === "number" || k === "text" || k === "boolean");
			const same = plain ? `(${a}===${b})` : `m.same(${a},${b})`;
			return sign === "==" ? same : `(!${same})`;
		}
		if (sign === "+" && this.kind(value) !== "number") {
			const [a, b] = this.inOrder([() => this.stored(left, "+"), () => this.stored(right, "+")]);
			return `m.${this.kind(value) === "text" ? "join" : "plus"}(${place.line},${a},${b})`;
		}
		const [a, b] = this.inOrder([() => this.ofKind(left, "number", sign), () => this.divisor(right, sign)]);
		if (sign === "^") {
			const temp = emitter.temp();
			emitter.line(`${temp}=${emitter.constant(power)}(${a},${b});if(${temp}-${temp}!==0)throw ${emitter.site("power-none", place)};`);
			return temp;
		}
		if (sign === "mod") {
			const [n, d] = [emitter.temp(), emitter.temp()];
			emitter.line(`${n}=${a};${d}=${b};${n}=${n}%${d};if(${n}!==0&&(${n}<0)!==(${d}<0))${n}+=${d};`);
			return n;
		}
		return `(${a}${sign}${b})`;
	}

	/** What stands right of a sign; a divisor is tested for zero. */
	private divisor(value: Value, sign: string): string {
		const code = this.ofKind(value, "number", sign);
		if ((sign !== "/" && sign !== "mod") || (value.node === "number" && value.value !== 0)) return code;
		const { emitter } = this;
		const temp = emitter.temp();
		emitter.line(`${temp}=${code};if(${temp}===0)throw ${emitter.site("divide-zero", value.place, { sign, name: value.node === "name" ? value.name : "" })};`);
		return temp;
	}

	/** `and`, `or`: the right side is worked out only where it matters. */
	private either(sign: "and" | "or", left: Value, right: Value): string {
		const { emitter } = this;
		const a = this.ofKind(left, "boolean", sign);
		const b = emitter.capture(() => this.ofKind(right, "boolean", sign));
		if (b.lines.length === 0) return `(${a}${sign === "and" ? "&&" : "||"}${b.code})`;
		const temp = emitter.temp("false");
		emitter.line(`${temp}=${a};if(${sign === "and" ? "" : "!"}${temp}){`);
		for (const line of b.lines) emitter.line(line);
		emitter.line(`${temp}=${b.code};}`);
		return temp;
	}

	/** A call of a routine or a built-in function. */
	call(node: CallNode): string {
		const { emitter } = this;
		const routine = emitter.checked.program.routines.get(node.name);
		if (!routine) {
			const values = this.given(node.values.map((v) => [v, "number", node.name]));
			if (node.name === "random") emitter.effects++;
			const temp = emitter.temp("void 0");
			emitter.line(`${temp}=${emitter.functionCode(node.name)}(${["m", ...values].join(",")});`);
			if (this.kind(node) === "number") emitter.line(`if(${temp}-${temp}!==0)throw ${emitter.site("function-none", node.place, { name: node.name })};`);
			return temp;
		}
		const values = this.inOrder(node.values.map((v) => () => this.stored(v, node.name)));
		emitter.effects++;
		const call = `r${emitter.routineNumber(node.name)}(${[node.place.line, ...values].join(",")})`;
		if (this.kind(node) === "nothing") return call;
		const temp = emitter.temp("void 0");
		emitter.line(`${temp}=${call};`);
		if (this.kind(node) === "any") emitter.line(`if(${temp}===void 0)throw ${emitter.site("value-of-nothing", node.place, { name: node.name, owner: "" })};`);
		return temp;
	}
}

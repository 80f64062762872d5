import { namedColour } from "../../colour/colour.ts";
import { nearest } from "../nearest.ts";
import type { SourceRange } from "../problem.ts";
import { FUNCTIONS, PROPERTIES } from "./functions.ts";
import type { InferredKinds } from "./inferred-kinds.ts";
import type { Meaning, Reporter } from "./meaning.ts";
import type { Naming } from "./naming.ts";
import type { CallNode, LetNode, NameNode, ProgramTree, PutNode, RoutineNode, Value } from "./tree.ts";
import type { ValueKind } from "./value-kind.ts";

const ARITHMETIC = new Set(["-", "*", "/", "mod", "^"]);
const ORDER = new Set(["<", "<=", ">", ">="]);

/** Computes what kind each value has, and says where it is another than is needed. */
export class ValueChecker {
	readonly kinds = new Map<Value, ValueKind>();
	readonly meanings = new Map<NameNode | LetNode | PutNode, Meaning>();
	/** Routines that are called. */
	readonly called = new Set<string>();
	/** Whether an unknown name may have been meant as a colour. */
	private colourMeant = true;
	private readonly program: ProgramTree;
	private readonly memory: InferredKinds;
	private readonly naming: Naming;
	private readonly report: Reporter;

	constructor(program: ProgramTree, memory: InferredKinds, naming: Naming, report: Reporter) {
		this.program = program;
		this.memory = memory;
		this.naming = naming;
		this.report = report;
	}

	/** Says where a call gives nothing back though its value is needed. */
	hasValue(value: Value, kind: ValueKind, owner: string): void {
		if (kind === "nothing" && value.node === "call")
			this.report("value-of-nothing", value.place, { name: value.name, owner });
	}

	/** Reports a value of another kind than is needed; what is known only while running is tested then. */
	expect(value: Value, wanted: ValueKind, owner: string): void {
		this.colourMeant = wanted === "colour";
		const kind = this.kindOf(value);
		this.colourMeant = true;
		if (kind === wanted || kind === "any" || kind === "unknown") return;
		if (kind === "nothing") return this.hasValue(value, kind, owner);
		if (wanted === "colour" && value.node === "text" && namedColour(value.value) !== undefined)
			return this.report(
				"colour-quoted",
				value.place,
				{ owner, colour: value.value },
				{ place: value.place, text: value.value },
			);
		if (wanted === "boolean" && value.node === "binary" && (value.sign === "or" || value.sign === "and")) return;
		this.report("kind-wrong", value.place, { owner, wanted, found: kind });
	}

	/** Whether a name stands for nothing at all, and is near nothing either. */
	isNothing(node: NameNode): boolean {
		return (
			this.naming.lookUp(node.name) === undefined &&
			namedColour(node.name) === undefined &&
			!this.naming.isNear(node.name)
		);
	}

	kindOf(value: Value): ValueKind {
		const kind = this.work(value);
		this.kinds.set(value, kind);
		return kind;
	}

	private work(value: Value): ValueKind {
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
				for (const item of value.items) this.hasValue(item, this.kindOf(item), "[");
				return "list";
			case "index":
				this.expect(value.list, "list", "[ ]");
				this.expect(value.index, "number", "[ ]");
				return "any";
			case "member":
				return this.member(value);
		}
	}

	private binary(value: Value & { node: "binary" }): ValueKind {
		const { sign, left, right } = value;
		if (sign === "and" || sign === "or") {
			this.expect(left, "boolean", sign);
			const comparing =
				left.node === "binary" && left.sign === "==" && this.kindOf(right) !== "boolean" && right.node !== "call";
			if (comparing && left.node === "binary" && left.left.node === "name" && this.kindOf(right) !== "any")
				this.report(
					"compare-each",
					right.place,
					{ name: left.left.name, sign },
					{ place: { ...right.place, length: 0 }, text: `${left.left.name} == ` },
				);
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
		if (a === "list" && b === "list") return "list";
		for (const [side, kind] of [
			[left, a],
			[right, b],
		] as const) {
			if (kind === "boolean" || kind === "colour" || kind === "picture") {
				this.report("kind-wrong", side.place, { owner: "+", wanted: "number", found: kind });
				return "unknown";
			}
		}
		if ((a === "list" && b === "number") || (a === "number" && b === "list")) {
			this.report("kind-plus", value.place, { left: a, right: b });
			return "unknown";
		}
		return a === "any" || b === "any" ? "any" : "unknown";
	}

	private nameKind(node: NameNode): ValueKind {
		const variable = this.naming.lookUp(node.name);
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
		this.naming.unknownName(node.name, node.place, this.colourMeant ? "read" : "read-number");
		return "unknown";
	}

	private member(value: Value & { node: "member" }): ValueKind {
		const kind = this.kindOf(value.value);
		const of = value.value.node === "name" ? value.value.name : "";
		if (kind !== "picture" && kind !== "any" && kind !== "unknown")
			this.report("property-of", value.place, { of: of || kind, name: value.name });
		else if (value.name !== "width" && value.name !== "height")
			this.report("property-unknown", value.place, {
				of: of || "picture",
				name: value.name,
				known: "width, height",
				near: nearest(value.name, ["width", "height"]) ?? "",
			});
		return "number";
	}

	private property(of: string, name: string, place: SourceRange): ValueKind {
		const known = PROPERTIES[of];
		if (!known) {
			this.report("property-of", place, { of, name });
			return "unknown";
		}
		const property = Object.hasOwn(known, name === "color" ? "colour" : name)
			? known[name === "color" ? "colour" : name]
			: undefined;
		if (!property)
			this.report("property-unknown", place, {
				of,
				name,
				known: Object.keys(known).join(", "),
				near: nearest(name, Object.keys(known)) ?? "",
			});
		return property?.kind ?? "unknown";
	}

	private call(node: CallNode): ValueKind {
		const routine = this.program.routines.get(node.name);
		if (routine) return this.callRoutine(node, routine);
		const builtIn = FUNCTIONS.get(node.name);
		if (!builtIn) {
			for (const value of node.values) this.kindOf(value);
			const variable = this.naming.lookUp(node.name);
			if (variable) {
				variable.read = true;
				this.report("index-round", node.place, { name: node.name });
				return "unknown";
			}
			const cased = [...this.program.routines.keys(), ...FUNCTIONS.keys()].find(
				(name) => name.toLowerCase() === node.name.toLowerCase(),
			);
			const near = cased ?? nearest(node.name, [...FUNCTIONS.keys(), ...this.program.routines.keys()]);
			const place = { ...node.place, length: node.name.length };
			this.report(
				"function-unknown",
				place,
				{ name: node.name, near: near ?? "" },
				near ? { place, text: near } : undefined,
			);
			return "unknown";
		}
		node.values.forEach((value, i) => {
			const wanted = builtIn.takes?.[Math.min(i, builtIn.takes.length - 1)] ?? "number";
			if (wanted === "any") this.hasValue(value, this.kindOf(value), node.name);
			else this.expect(value, wanted, node.name);
		});
		const count = node.values.length;
		const odd = (node.name === "rgb" && count === 2) || (node.name === "random" && count === 1);
		if (count < builtIn.least || count > builtIn.most || odd)
			this.report("call-count", node.place, { name: node.name, form: builtIn.form, count });
		return builtIn.result;
	}

	private callRoutine(node: CallNode, routine: RoutineNode): ValueKind {
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

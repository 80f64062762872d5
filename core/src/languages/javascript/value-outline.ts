import { COMMON_SIGNS } from "../common-signs.ts";
import type { CallValue, Sign, Value, Variable } from "../outline.ts";
import type { SourceRange } from "../problem.ts";
import type { Names } from "../scope.ts";
import { placeOf } from "./read-javascript.ts";
import { type AnyNode, childrenOf, nameOfMember } from "./tree.ts";

/** Signs in the words of all languages. */
export const SIGNS: Readonly<Record<string, Sign>> = {
	...COMMON_SIGNS,
	"===": "==",
	"!==": "!=",
	"&&": "and",
	"||": "or",
};

/** Brings values to the forms that all languages share. */
export class ValueOutliner {
	/** The names that values are. */
	readonly meanings = new Map<Value, Variable>();
	private readonly source: string;

	constructor(source: string) {
		this.source = source;
	}

	of(node: AnyNode, names: Names): Value {
		const place = placeOf(this.source, node);
		const part = (key: string) => this.of(node[key] as AnyNode, names);
		const other = (nodes: Iterable<AnyNode>): Value => ({
			node: "other",
			parts: [...nodes].map((n) => this.of(n, names)),
			place,
		});
		switch (node.type) {
			case "Literal": {
				const { value } = node as { value?: unknown };
				if (typeof value === "number") return { node: "number", value, place };
				if (typeof value === "string") return { node: "text", value, place };
				return typeof value === "boolean" ? { node: "boolean", value, place } : other([]);
			}
			case "TemplateLiteral": {
				const parts = node.expressions as AnyNode[];
				const [only] = node.quasis as AnyNode[];
				const cooked = (only?.value as { cooked?: string } | undefined)?.cooked;
				return parts.length === 0 ? { node: "text", value: cooked ?? "", place } : other(parts);
			}
			case "Identifier": {
				const name = node.name as string;
				const made: Value = { node: "name", name, place };
				const variable = names.find(name);
				if (variable) this.meanings.set(made, variable);
				return made;
			}
			case "MemberExpression":
				return this.member(node, names, place);
			case "ChainExpression":
			case "ParenthesizedExpression":
				return part("expression");
			case "SpreadElement":
			case "AwaitExpression":
				return part("argument");
			case "UnaryExpression":
				if (node.operator === "-" || node.operator === "!")
					return { node: "unary", sign: node.operator === "!" ? "not" : "-", value: part("argument"), place };
				return node.operator === "+" ? part("argument") : other([node.argument as AnyNode]);
			case "BinaryExpression":
			case "LogicalExpression": {
				const sign = SIGNS[node.operator as string];
				if (!sign) return other([node.left as AnyNode, node.right as AnyNode]);
				return { node: "binary", sign, left: part("left"), right: part("right"), place };
			}
			case "CallExpression":
				return this.called(node, names, place);
			case "ArrayExpression":
				return {
					node: "list",
					items: (node.elements as (AnyNode | null)[]).flatMap((e) => (e ? [this.of(e, names)] : [])),
					place,
				};
			case "ObjectExpression":
				return other(
					(node.properties as AnyNode[]).map((p) => (p.type === "Property" ? p.value : p.argument) as AnyNode),
				);
			case "NewExpression":
				return other(node.arguments as AnyNode[]);
			case "AssignmentExpression":
				return part("right");
			case "UpdateExpression":
				return part("argument");
			case "FunctionExpression":
			case "ArrowFunctionExpression":
			case "ClassExpression":
			case "Super":
			case "ThisExpression":
			case "PrivateIdentifier":
				return other([]);
			default:
				return other(childrenOf(node));
		}
	}

	private member(node: AnyNode, names: Names, place: SourceRange): Value {
		const object = node.object as AnyNode;
		const name = nameOfMember(node);
		if (name === "PI" && object.type === "Identifier" && object.name === "Math")
			return { node: "number", value: Math.PI, place };
		if ((name === "width" || name === "height") && isCanvas(object))
			return { node: "property", of: "canvas", name, place };
		const value = this.of(object, names);
		if (node.computed) return { node: "index", list: value, index: this.of(node.property as AnyNode, names), place };
		return { node: "member", value, name: name ?? "", place };
	}

	private called(node: AnyNode, names: Names, place: SourceRange): CallValue {
		const callee = node.callee as AnyNode;
		const values = (node.arguments as AnyNode[]).map((v) => this.of(v, names));
		if (callee.type === "Identifier") return { node: "call", name: callee.name as string, values, place };
		if (callee.type !== "MemberExpression")
			return { node: "call", name: "", values: [this.of(callee, names), ...values], place };
		const object = callee.object as AnyNode;
		const isMath = object.type === "Identifier" && object.name === "Math";
		return {
			node: "call",
			name: nameOfMember(callee) ?? "",
			values: isMath ? values : [...values, this.of(object, names)],
			place,
		};
	}
}

/** Whether a value is the canvas: by what people call it. */
export function isCanvas(node: AnyNode): boolean {
	return (node.type === "Identifier" && /canvas|cnv|^c$/i.test(node.name as string)) || nameOfMember(node) === "canvas";
}

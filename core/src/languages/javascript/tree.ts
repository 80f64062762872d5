import type { Node } from "acorn";

/** A node of the tree, whatever its type: its parts are looked up by name. */
export type AnyNode = Node & Readonly<Record<string, unknown>>;

const isNode = (value: unknown): value is AnyNode =>
	typeof value === "object" && value !== null && typeof (value as { type?: unknown }).type === "string";

/** The nodes inside a node, in the order of the source. */
export function* childrenOf(node: AnyNode): Generator<AnyNode> {
	for (const key of Object.keys(node)) {
		if (key === "loc" || key === "type") continue;
		const value = node[key];
		if (isNode(value)) yield value;
		else if (Array.isArray(value)) for (const one of value) if (isNode(one)) yield one;
	}
}

/** The name after the dot of a member; undefined for other nodes and computed names. */
export function nameOfMember(node: AnyNode | undefined): string | undefined {
	if (node?.type !== "MemberExpression") return undefined;
	const property = node.property as AnyNode;
	if (node.computed)
		return property.type === "Literal" && typeof property.value === "string" ? property.value : undefined;
	return property.type === "Identifier" ? (property.name as string) : undefined;
}

/** Whether a node is a function that is a value. */
export function isFunction(node: AnyNode): boolean {
	return node.type === "FunctionExpression" || node.type === "ArrowFunctionExpression";
}

/** The names that a pattern declares or sets. */
export function identifiersIn(node: AnyNode): AnyNode[] {
	switch (node.type) {
		case "Identifier":
			return [node];
		case "AssignmentPattern":
			return identifiersIn(node.left as AnyNode);
		case "RestElement":
			return identifiersIn(node.argument as AnyNode);
		case "ArrayPattern":
			return (node.elements as (AnyNode | null)[]).flatMap((e) => (e ? identifiersIn(e) : []));
		case "ObjectPattern":
			return (node.properties as AnyNode[]).flatMap((p) =>
				identifiersIn((p.type === "Property" ? p.value : p) as AnyNode),
			);
		default:
			return [];
	}
}

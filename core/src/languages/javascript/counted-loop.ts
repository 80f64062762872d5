import type { AnyNode } from "./tree.ts";

interface Counted {
	readonly name: string;
	readonly from: AnyNode;
	readonly to: AnyNode;
	readonly by: AnyNode | undefined;
	readonly down: boolean;
	readonly before: boolean;
}

/** A loop that counts: `let i = A; i < B; i += S`, upwards or downwards. */
export function countedLoop(
	init: AnyNode | null | undefined,
	test: AnyNode | null | undefined,
	update: AnyNode | null | undefined,
): Counted | undefined {
	const first = init?.type === "VariableDeclaration" ? (init.declarations as AnyNode[]) : init ? [init] : [];
	const [only] = first;
	if (first.length !== 1 || !only || !test || !update || test.type !== "BinaryExpression") return undefined;
	const id = (only.id ?? only.left) as AnyNode | undefined;
	const from = (only.init ?? only.right) as AnyNode | null | undefined;
	if (id?.type !== "Identifier" || !from) return undefined;
	const name = id.name as string;
	const named = (node: AnyNode) => node.type === "Identifier" && node.name === name;
	const sign = test.operator as string;
	if (!named(test.left as AnyNode) || !["<", "<=", ">", ">=", "!==", "!="].includes(sign)) return undefined;
	const to = test.right as AnyNode;
	const before = sign !== "<=" && sign !== ">=";
	if (update.type === "UpdateExpression" && named(update.argument as AnyNode))
		return { name, from, to, by: undefined, down: update.operator === "--", before };
	const operator = update.operator;
	if (
		update.type === "AssignmentExpression" &&
		named(update.left as AnyNode) &&
		(operator === "+=" || operator === "-=")
	)
		return { name, from, to, by: update.right as AnyNode, down: operator === "-=", before };
	return undefined;
}

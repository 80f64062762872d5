import { formatColour, parts } from "../../colour/colour.ts";
import { edited } from "../edited.ts";
import type { Rewritten } from "../rewritten.ts";
import type { Edit, ProgramSites } from "../sites.ts";
import { type AnyNode, childrenOf, identifiersIn } from "./tree.ts";

/** Numbers that are kept under names at most. */
const MOST_KEPT = 6;

/** A program written otherwise so that it draws the same. */
export function javaScriptRewritings(source: string, tree: AnyNode, sites: ProgramSites): Rewritten[] {
	const made = (id: string, loses: Rewritten["loses"], text: string | undefined): Rewritten[] =>
		text === undefined || text === source ? [] : [{ id, loses, source: text }];
	return [
		...made("a-comment-more", [], `// drawn by me\n${source.trimEnd()}\n// done\n`),
		...made("names-changed", ["names"], renamed(source, tree)),
		...made("numbers-in-variables", [], kept(source, sites)),
		...made("colours-as-codes", ["writing"], coded(source, sites)),
		...made("loops-backwards", ["order", "source"], backwards(source, tree)),
		...made("all-in-a-function", ["source"], wrapped(source, tree)),
	];
}

function* everyNode(node: AnyNode): Generator<AnyNode> {
	yield node;
	for (const child of childrenOf(node)) yield* everyNode(child);
}

/** Names that the program declares, with other names for them; undefined if one name could stand for two things. */
function renamed(source: string, tree: AnyNode): string | undefined {
	const names = new Set<string>();
	const untouched = new Set<AnyNode>();
	for (const node of everyNode(tree)) {
		if (node.type === "VariableDeclarator")
			for (const id of identifiersIn(node.id as AnyNode)) names.add(id.name as string);
		if (node.type === "FunctionDeclaration") names.add((node.id as AnyNode).name as string);
		if (/Function/.test(node.type) && node.params)
			for (const p of node.params as AnyNode[]) for (const id of identifiersIn(p)) names.add(id.name as string);
		if (node.type === "Property" && node.shorthand) return undefined;
		if (node.type === "MemberExpression" && !node.computed) untouched.add(node.property as AnyNode);
		if ((node.type === "Property" || node.type === "MethodDefinition") && !node.computed)
			untouched.add(node.key as AnyNode);
	}
	const edits = [...everyNode(tree)].flatMap((node): Edit[] =>
		node.type === "Identifier" && names.has(node.name as string) && !untouched.has(node)
			? [{ start: node.start, end: node.end, text: `${node.name as string}Too` }]
			: [],
	);
	return edits.length === 0 ? undefined : edited(source, edits);
}

/** Some numbers kept under names, which are declared first. */
function kept(source: string, sites: ProgramSites): string | undefined {
	const numbers = sites.numbers
		.filter((n) => n.whole && n.value >= 10 && n.roles.size > 0 && !n.roles.has("other"))
		.slice(0, MOST_KEPT);
	if (numbers.length === 0) return undefined;
	const edits = numbers.map((n, i) => ({ start: n.start, end: n.end, text: `kept${i + 1}` }));
	const declared = numbers.map((n, i) => `const kept${i + 1} = ${n.value};\n`).join("");
	return declared + edited(source, edits);
}

/** Colours that are written by their names, written as codes. */
function coded(source: string, sites: ProgramSites): string | undefined {
	const edits = sites.values.flatMap((v): Edit[] =>
		v.colour === undefined || v.colour === -1 || parts(v.colour)[3] !== 255 || v.text.includes("#")
			? []
			: [{ start: v.start, end: v.end, text: JSON.stringify(formatColour(v.colour)) }],
	);
	return edits.length === 0 ? undefined : edited(source, edits);
}

/** Counting loops from 0 to below a number, that only draw by what they count, from their end. */
function backwards(source: string, tree: AnyNode): string | undefined {
	const edits = [...everyNode(tree)].flatMap((node): Edit[] => {
		if (node.type !== "ForStatement") return [];
		const head = source.slice(node.start, (node.body as AnyNode).start);
		const [, word, name, most] =
			/^for\s*\(\s*(let|var)\s+(\w+)\s*=\s*0\s*;\s*\w+\s*<\s*(\d+)\s*;\s*\w+\+\+\s*\)\s*$/.exec(head) ?? [];
		const assigns = [...everyNode(node.body as AnyNode)].some(
			(n) =>
				(n.type === "AssignmentExpression" && (n.left as AnyNode).type === "Identifier") ||
				n.type === "UpdateExpression",
		);
		// Transforms add up from round to round.
		const turns = /\.(?:translate|rotate|scale|transform|lineTo|moveTo)\s*\(/.test(source.slice(node.start, node.end));
		if (most === undefined || assigns || turns) return [];
		const text = `for (${word} ${name} = ${Number(most) - 1}; ${name} >= 0; ${name}--) `;
		return [{ start: node.start, end: (node.body as AnyNode).start, text }];
	});
	return edits.length === 0 ? undefined : edited(source, edits);
}

/** The whole program inside a function that is called at once. */
function wrapped(source: string, tree: AnyNode): string | undefined {
	return (tree.body as AnyNode[]).length > 0 ? `function main() {\n${source.trimEnd()}\n}\nmain();\n` : undefined;
}

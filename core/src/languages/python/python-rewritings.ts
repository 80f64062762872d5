import { formatColour, parts } from "../../colour/colour.ts";
import { edited } from "../edited.ts";
import type { Rewritten } from "../rewritten.ts";
import type { Edit, ProgramSites } from "../sites.ts";
import { targetNames } from "./expressions.ts";
import { MODULE_NAMES } from "./module.ts";
import { keywordOf, MODULE_FUNCTIONS } from "./module-functions.ts";
import { everyStatement } from "./python-outline.ts";
import type { Statement } from "./syntax.ts";

/** Numbers that are kept under names at most. */
const MOST_KEPT = 6;

/** A program written otherwise so that it draws the same. */
export function pythonRewritings(source: string, tree: readonly Statement[], sites: ProgramSites): Rewritten[] {
	const made = (id: string, loses: Rewritten["loses"], text: string | undefined): Rewritten[] =>
		text === undefined || text === source ? [] : [{ id, loses, source: text }];
	return [
		...made("a-comment-more", [], `# drawn by me\n${source.trimEnd()}\n# done\n`),
		...made("names-changed", ["names"], renamed(source, tree)),
		...made("numbers-in-variables", [], kept(source, tree, sites)),
		...made("colours-as-codes", ["writing"], coded(source, sites)),
		...made("loops-with-while", ["source"], asWhile(source, tree)),
		...made("all-in-a-function", ["source"], wrapped(source, tree)),
		...made("the-module-by-its-name", ["writing"], qualified(source, tree)),
	];
}

/** Names that the program gives, each with another one; undefined if that might change what it does. */
function renamed(source: string, tree: readonly Statement[]): string | undefined {
	if (/\b(?:global|nonlocal|lambda|class|eval|exec|locals|globals|match)\b|f["']/.test(source)) return undefined;
	const names = new Set<string>();
	for (const statement of everyStatement(tree)) {
		if (statement.node === "assign") for (const t of statement.targets) for (const n of targetNames(t)) names.add(n);
		if (statement.node === "for") for (const t of statement.targets) for (const n of targetNames(t)) names.add(n);
		if (statement.node === "function") {
			names.add(statement.name);
			for (const p of statement.parameters) names.add(p.name);
		}
	}
	if (names.size === 0) return undefined;
	// Texts and comments stay; a keyword of a call is one of the program's own names where its function is.
	const pattern = /("""[\s\S]*?"""|"(?:[^"\\\n]|\\.)*"|'(?:[^'\\\n]|\\.)*'|#[^\n]*)|(\.\s*)?([^\W\d]\w*)(\s*=(?!=))?/gu;
	const keywords = new Set(MODULE_KEYWORDS);
	if ([...names].some((n) => keywords.has(n))) return undefined;
	const edits = [...source.matchAll(pattern)].flatMap(({ 0: whole, 2: dot, 3: word, index }): Edit[] => {
		if (word === undefined || dot !== undefined || !names.has(word)) return [];
		const start = index + whole.indexOf(word);
		return [{ start, end: start + word.length, text: `${word}_too` }];
	});
	return edited(source, edits);
}

/** Words by which the module's functions take values. */
const MODULE_KEYWORDS: readonly string[] = [...MODULE_FUNCTIONS.values()].flatMap((f) =>
	f.keywords.flatMap((k) => [keywordOf(k.word), ...(k.also ? [k.also] : [])]),
);

/** Where the program's own lines begin: after its imports. */
function afterImports(source: string, tree: readonly Statement[]): number {
	const last = tree.filter((s) => s.node === "import").at(-1);
	if (!last) return 0;
	const end = source.indexOf("\n", last.end);
	return end < 0 ? source.length : end + 1;
}

/** Some numbers kept under names, which get their values first. */
function kept(source: string, tree: readonly Statement[], sites: ProgramSites): string | undefined {
	const from = afterImports(source, tree);
	const numbers = sites.numbers
		.filter((n) => n.start >= from && n.whole && n.value >= 10 && n.roles.size > 0 && !n.roles.has("other"))
		.slice(0, MOST_KEPT);
	if (numbers.length === 0) return undefined;
	const declared = numbers.map((n, i) => `kept_${i + 1} = ${n.value}\n`).join("");
	return edited(source, [
		{ start: from, end: from, text: declared },
		...numbers.map((n, i) => ({ start: n.start, end: n.end, text: `kept_${i + 1}` })),
	]);
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

/** Loops over range(N), with while and a name that counts. */
function asWhile(source: string, tree: readonly Statement[]): string | undefined {
	const edits: Edit[] = [];
	// Of loops inside one another that end together, the innermost counts on first.
	const ends: Edit[] = [];
	for (const statement of everyStatement(tree)) {
		if (statement.node !== "for" || statement.otherwise) continue;
		const [target] = statement.targets;
		const { list } = statement;
		if (list.node !== "call" || list.callee.node !== "name" || list.callee.name !== "range") continue;
		const range = list.values;
		const [first] = statement.body.statements;
		const last = statement.body.statements.at(-1);
		if (target?.node !== "name" || target.name === "_" || range.length !== 1 || !first || !last) continue;
		if (everyName(statement).some((s) => s.node === "simple" && s.word === "continue")) continue;
		const lead = /[ \t]*$/.exec(source.slice(0, statement.start))?.[0] ?? "";
		const inner = /[ \t]*$/.exec(source.slice(0, first.start))?.[0] ?? "";
		// A block on the line of its loop stays as it is.
		if (!inner || inner === lead || !source.slice(statement.start, first.start).includes("\n")) continue;
		const head = source.slice(range[0]?.start, range[0]?.end);
		const colon = source.indexOf(":", list.end);
		edits.push({
			start: statement.start,
			end: colon + 1,
			text: `${target.name} = 0\n${lead}while ${target.name} < ${head}:`,
		});
		ends.unshift({ start: last.end, end: last.end, text: `\n${inner}${target.name} += 1` });
	}
	return edits.length === 0 ? undefined : edited(source, [...edits, ...ends]);
}

const everyName = (statement: Statement): Statement[] => [...everyStatement([statement])].slice(1);

/** The whole program inside a function that is called at once. */
function wrapped(source: string, tree: readonly Statement[]): string | undefined {
	const special = tree.some((s) => s.node === "function" && s.decorators.length > 0);
	if (special || /"""|'''|\bglobal\b/.test(source)) return undefined;
	const from = afterImports(source, tree);
	const body = source.slice(from).trimEnd();
	if (body.trim() === "") return undefined;
	const lines = body.split("\n").map((line) => (line.trim() === "" ? line : `    ${line}`));
	return `${source.slice(0, from)}def main():\n${lines.join("\n")}\n\nmain()\n`;
}

/** The module's functions called as its parts: `mp.circle` for `circle`. */
function qualified(source: string, tree: readonly Statement[]): string | undefined {
	const star = tree.find((s) => s.node === "import" && s.module === "markpen" && s.names.includes("*"));
	if (!star || tree.some((s) => s.node === "function" && s.decorators.length > 0)) return undefined;
	const edits: Edit[] = [{ start: star.start, end: star.end, text: "import markpen as mp" }];
	const pattern = /("""[\s\S]*?"""|"(?:[^"\\\n]|\\.)*"|'(?:[^'\\\n]|\\.)*'|#[^\n]*)|(?<![\w.])([a-z_]+)(?=\s*\()/g;
	const own = new Set([...everyStatement(tree)].flatMap((s) => (s.node === "function" ? [s.name] : [])));
	for (const found of source.matchAll(pattern)) {
		const [, , word] = found;
		if (word !== undefined && !own.has(word) && MODULE_NAMES.includes(word))
			edits.push({ start: found.index, end: found.index, text: "mp." });
	}
	// What isn't called is still needed by its own name.
	const bare = /(?<![\w.])(?:pen|sheet|frame)\.|\bwith\s+area\b(?!\s*\()/.test(source);
	return bare || edits.length < 2 ? undefined : edited(source, edits);
}

import { type Node, type Position, parse, type Program as Tree } from "acorn";
import type { Limits } from "../../limits/limits.ts";
import { nearest } from "../nearest.ts";
import type { Problem, SourceRange } from "../problem.ts";
import { tooLarge } from "../source-size.ts";
import { CONTEXT_NAMES, SETTINGS } from "./canvas-methods.ts";
import { PLACE } from "./prelude-names.ts";
import { type AnyNode, childrenOf, nameOfMember } from "./tree.ts";

/** A source that can be run, or why it can't. */
export type JavaScriptReading =
	| { readonly ok: true; readonly tree: Tree; readonly remarks: readonly Problem[] }
	| { readonly ok: false; readonly problems: readonly Problem[] };

/** The place of a node: of its first line alone. */
export function placeOf(source: string, { start, end, loc }: Node): SourceRange {
	const { line, column } = (loc as { start: Position }).start;
	const first = source.slice(start, end).split(/\r\n|[\r\n\u2028\u2029]/, 1)[0] as string;
	return { line, column: column + 1, length: Math.max(1, first.length) };
}

const BY_LOWER: ReadonlyMap<string, string> = new Map(CONTEXT_NAMES.map((name) => [name.toLowerCase(), name]));

/** Other spellings of what the standard writes in its own way. */
const ALSO: Readonly<Record<string, string>> = {
	fillcolor: "fillStyle",
	strokecolor: "strokeStyle",
	fillcolour: "fillStyle",
	strokecolour: "strokeStyle",
	linecolor: "strokeStyle",
	linethickness: "lineWidth",
	strokewidth: "lineWidth",
	fillstyles: "fillStyle",
};

/**
 * Reads a source: syntax, and names that only look like the canvas's own. Never throws, whatever the source.
 *
 * @param without methods, settings and statements that are left out
 */
export function readJavaScript(source: string, limits: Limits, without: readonly string[]): JavaScriptReading {
	const large = tooLarge(source, limits);
	if (large) return { ok: false, problems: [large] };
	if (source.includes(PLACE))
		return {
			ok: false,
			problems: [{ code: "js-name-reserved", place: placeAt(source, source.indexOf(PLACE)), data: { name: PLACE } }],
		};
	let tree: Tree;
	try {
		tree = parse(source, { ecmaVersion: 2023, sourceType: "script", locations: true, allowHashBang: true });
	} catch (error) {
		return { ok: false, problems: [syntaxProblem(source, error)] };
	}
	const problems = depthOf(tree, limits.nesting * 4) ?? [...imports(source, tree), ...leftOut(source, tree, without)];
	return problems.length > 0 ? { ok: false, problems } : { ok: true, tree, remarks: remarksOf(source, tree) };
}

function placeAt(source: string, at: number, length = 1): SourceRange {
	const before = source.slice(0, at).split(/\r\n|[\r\n\u2028\u2029]/);
	return { line: before.length, column: (before.at(-1) as string).length + 1, length };
}

/** A tree that is so deep that following it could break the reader. */
function depthOf(tree: Node, most: number): Problem[] | undefined {
	let level: Node[] = [tree];
	for (let depth = 0; level.length > 0; depth++) {
		if (depth > most)
			return [
				{
					code: "js-nesting",
					place: { line: (level[0] as AnyNode).loc?.start.line ?? 1, column: 1, length: 1 },
					data: { most },
				},
			];
		level = level.flatMap((node) => [...childrenOf(node as AnyNode)]);
	}
	return undefined;
}

/** What acorn says at which signs, in our codes: the first that fits. */
const SYNTAX: readonly (readonly [pattern: RegExp, code: string])[] = [
	[/^Unterminated string constant/, "js-string-open"],
	[/^Unterminated template/, "js-template-open"],
	[/^Unterminated comment/, "js-comment-open"],
	[/^Unterminated regular expression/, "js-regexp-open"],
	[/^Identifier '(.+)' has already been declared/, "js-declared-twice"],
	[/^Assigning to rvalue/, "js-assign-value"],
	[/^'return' outside of function/, "js-return-outside"],
	[/^Unsyntactic (break|continue)/, "js-break-outside"],
	[/^The keyword '(.+)' is reserved/, "js-word-reserved"],
	[/^Unexpected keyword '(.+)'|^Binding (.+) in strict mode/, "js-word-reserved"],
	[/^Missing catch or finally clause/, "js-catch-missing"],
	[/^'import' and 'export' may/, "js-import"],
	[/^Cannot use 'import\.meta'/, "js-import"],
	[/^Expecting Unicode escape|^Bad character escape|^Invalid Unicode escape/, "js-escape"],
	[/^Identifier directly after number/, "js-number-name"],
	[/^Invalid number|^Octal literal|^Numeric separator|^Expected number/, "js-number"],
	[/^Invalid regular expression/, "js-regexp"],
	[/^Complex binding patterns require|^'const' declarations must|initiali[sz]ation value/, "js-const-empty"],
	[/^Shorthand property assignments/, "js-equals-in-object"],
	[/^Unexpected character '(.+)'/, "js-character"],
	[/^Label '(.+)' is already/, "js-declared-twice"],
	[/^Comma is not permitted after the rest/, "js-rest"],
];

function syntaxProblem(source: string, error: unknown): Problem {
	if (!(error instanceof SyntaxError) || typeof (error as { pos?: unknown }).pos !== "number")
		return { code: "js-nesting", place: { line: 1, column: 1, length: 1 }, data: { most: 400 } };
	const { pos, message } = error as SyntaxError & { pos: number };
	const said = message.replace(/ \(\d+:\d+\)$/, "");
	// A sign that begins nothing: what comes after it is what can't be read.
	if (/^Unexpected character '\s/.test(said) && pos > 0)
		return { code: "js-character", place: placeAt(source, pos - 1), data: { word: source[pos - 1] as string } };
	for (const [pattern, code] of SYNTAX) {
		const found = pattern.exec(said);
		if (found)
			return {
				code,
				place: placeAt(source, pos, lengthAt(source, pos)),
				data: { word: found[1] ?? found[2] ?? wordAt(source, pos) },
			};
	}
	return unexpected(source, pos);
}

const wordAt = (source: string, pos: number) => /^[\p{ID_Continue}$]+|^[^\s]/u.exec(source.slice(pos))?.[0] ?? "";
const lengthAt = (source: string, pos: number) => Math.max(1, wordAt(source, pos).length);

const PAIRS: Readonly<Record<string, string>> = { ")": "(", "]": "[", "}": "{" };

/** Brackets that are open at a place, with where they were opened; texts and comments are gone over. */
function openBefore(source: string, pos: number): { sign: string; at: number }[] {
	const open: { sign: string; at: number }[] = [];
	const skip = /"(?:[^"\\\n]|\\.)*"|'(?:[^'\\\n]|\\.)*'|`(?:[^`\\]|\\.)*`|\/\/[^\n]*|\/\*[\s\S]*?\*\//y;
	for (let i = 0; i < pos; i++) {
		skip.lastIndex = i;
		const text = skip.exec(source);
		if (text && text[0].length > 0) {
			i += text[0].length - 1;
			continue;
		}
		const sign = source[i] as string;
		if ("([{".includes(sign)) open.push({ sign, at: i });
		else if (PAIRS[sign] !== undefined && open.at(-1)?.sign === PAIRS[sign]) open.pop();
	}
	return open;
}

/** Words that begin statements. */
const KEYWORDS = ["function", "const", "let", "for", "while", "if", "else", "return", "new", "class", "switch", "var"];

/** What may be meant by something that isn't allowed in its place. */
function unexpected(source: string, pos: number): Problem {
	const word = wordAt(source, pos);
	const open = openBefore(source, pos).at(-1);
	const place = placeAt(source, Math.min(pos, source.length), Math.max(1, word.length));
	const before = source.slice(0, pos).trimEnd();
	if (word === "" && open)
		return {
			code: "js-bracket-open",
			place: placeAt(source, open.at),
			data: { sign: open.sign, wanted: Object.keys(PAIRS).find((k) => PAIRS[k] === open.sign) as string },
		};
	if (word === "") return { code: "js-ends-early", place, data: {} };
	if (PAIRS[word] !== undefined && open?.sign !== PAIRS[word]) {
		return open
			? { code: "js-bracket-other", place, data: { sign: word, open: open.sign, line: placeAt(source, open.at).line } }
			: { code: "js-bracket-extra", place, data: { sign: word, wanted: PAIRS[word] as string } };
	}
	if (word === "else") return { code: "js-else-alone", place, data: {} };
	if ((word === "{" || word === ";") && open?.sign === "(") {
		const fix = { place: placeAt(source, before.length, 0), text: ")" };
		return { code: "js-bracket-open", place: placeAt(source, open.at), data: { sign: "(", wanted: ")" }, fix };
	}
	if (/\bawait$/.test(before)) return { code: "js-await-outside", place, data: {} };
	const [, declared] = /\bconst\s+([\p{ID_Continue}$]+)$/u.exec(before) ?? [];
	if (declared !== undefined && /^[;,\n]?$/.test(word))
		return { code: "js-const-empty", place, data: { word: declared } };
	const setting = /\.\s*([\p{ID_Continue}$]+)$/u.exec(before)?.[1];
	if (setting !== undefined && setting in SETTINGS && !PAIRS[word])
		return {
			code: "js-equals-missing",
			place,
			data: { name: setting, word },
			fix: { place: placeAt(source, before.length, 0), text: " =" },
		};
	if (/[-+*/%<>=&|]$/.test(before) && /^[;)\],}]/.test(word))
		return { code: "js-value-missing", place, data: { sign: before.slice(-1) } };
	const [, lone] = /(?:^|[\n;{}])\s*([\p{ID_Continue}$]+)$/u.exec(before) ?? [];
	const meant = lone === undefined || KEYWORDS.includes(lone) ? undefined : nearest(lone, KEYWORDS);
	if (lone !== undefined && meant !== undefined && /^[\p{ID_Start}$({]/u.test(word)) {
		const wrong = placeAt(source, before.length - lone.length, lone.length);
		return { code: "js-word-near", place: wrong, data: { word: lone, meant }, fix: { place: wrong, text: meant } };
	}
	if (/^["'`]/.test(word) && /[\p{ID_Continue}"')\]]$/u.test(before))
		return { code: "js-sign-missing", place, data: { word } };
	if (/^[\p{ID_Start}\d$]/u.test(word) && open && "([".includes(open.sign) && /[\p{ID_Continue}"'`)\]]$/u.test(before))
		return {
			code: "js-comma-missing",
			place: placeAt(source, before.length - 1),
			data: { word },
			fix: { place: placeAt(source, before.length, 0), text: "," },
		};
	return { code: "js-unexpected", place, data: { word } };
}

/** Places where a program asks for another file. */
function imports(source: string, tree: Node): Problem[] {
	return [...everyNode(tree as AnyNode)]
		.filter((node) => node.type === "ImportExpression")
		.map((node) => ({ code: "js-import", place: placeOf(source, node), data: {} }));
}

/** Statements that an exercise can leave out, by the nodes that they are. */
const STATEMENT_WORDS: Readonly<Record<string, string>> = {
	ForStatement: "for",
	ForOfStatement: "for",
	ForInStatement: "for",
	WhileStatement: "while",
	DoWhileStatement: "while",
	IfStatement: "if",
	FunctionDeclaration: "function",
	ArrowFunctionExpression: "function",
	FunctionExpression: "function",
	ClassDeclaration: "class",
};

function leftOut(source: string, tree: Node, without: readonly string[]): Problem[] {
	if (without.length === 0) return [];
	const found: Problem[] = [];
	for (const node of everyNode(tree as AnyNode)) {
		const word = STATEMENT_WORDS[node.type] ?? nameOfMember(node) ?? "";
		if (without.includes(word) && (node.type !== "MemberExpression" || CONTEXT_NAMES.includes(word)))
			found.push({
				code: "statement-left-out",
				place: { ...placeOf(source, node), length: word.length },
				data: { word },
			});
	}
	return found.slice(0, 50);
}

/** Every node of a tree, from outside in. */
export function* everyNode(tree: AnyNode): Generator<AnyNode> {
	const stack: AnyNode[] = [tree];
	while (stack.length > 0) {
		const node = stack.pop() as AnyNode;
		yield node;
		stack.push(...[...childrenOf(node)].reverse());
	}
}

/** Properties that look like the canvas's but aren't: setting them has no effect and no error. */
function remarksOf(source: string, tree: Node): Problem[] {
	const remarks: Problem[] = [];
	for (const node of everyNode(tree as AnyNode)) {
		const bare = node.type === "ExpressionStatement" ? nameOfMember(node.expression as AnyNode) : undefined;
		if (bare !== undefined && CONTEXT_NAMES.includes(bare) && !(bare in SETTINGS)) {
			const { end } = node.expression as AnyNode;
			const fix = { place: placeAt(source, end, 0), text: "()" };
			remarks.push({ code: "js-call-missing", place: placeOf(source, node), data: { name: bare }, fix });
		}
		if (node.type !== "AssignmentExpression") continue;
		const target = node.left as AnyNode;
		const name = nameOfMember(target);
		if (name === undefined || CONTEXT_NAMES.includes(name)) continue;
		const meant = BY_LOWER.get(name.toLowerCase()) ?? ALSO[name.toLowerCase()];
		if (!meant) continue;
		const property = target.property as AnyNode;
		const place = placeOf(source, property);
		remarks.push({ code: "js-name-case", place, data: { name, meant }, fix: { place, text: meant } });
	}
	return remarks;
}

/** The name of the context that a wrong one is nearest to. */
export function nearestName(name: string, known: Iterable<string> = CONTEXT_NAMES): string | undefined {
	return nearest(name, known);
}

import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { resolve } from "node:path";
import { marked, type Token } from "marked";
import { parse } from "svelte/compiler";
import ts from "typescript";

const ROOT = resolve(import.meta.dirname, "../..");

/** A piece of text that people read, with the file and line where it is written. */
export interface Text {
	readonly file: string;
	readonly line: number;
	readonly text: string;
}

/** The paths of the project's own files that some of git's patterns name. */
export const filesOf = (...patterns: string[]): string[] =>
	execFileSync("git", ["ls-files", "--cached", "--others", "--exclude-standard", "--", ...patterns], {
		cwd: ROOT,
		encoding: "utf8",
	})
		.split("\n")
		.filter((path) => path !== "");

const sourceOf = (file: string) => readFileSync(resolve(ROOT, file), "utf8");
const lineOf = (source: string, at: number) => source.slice(0, at).split("\n").length;
const folded = (text: string) => text.replace(/\s+/g, " ").trim();

/** Whether a string in code is for people: words with a space between them, or one word with a capital. */
const isProse = (text: string) =>
	/[A-Za-z]{2,}[,:;]? [“(]?[a-z…A-Z]/.test(text) || /^[A-Z][a-z]+(?:…|\.)?$/.test(text.trim());
/** Lists of classes for the style of an element. */
const isStyle = (text: string) =>
	/(?:^|[\s:])(?:-?[a-z]+-\[?[\d.(]|flex|grid|border|text-(?:ink|small|quiet|right)|bg-|px-|py-|mt-|mb-|gap-|tool|quiet)/.test(
		text,
	) && !/[.?!]/.test(text.replace(/\d\.\d/g, ""));

/** The strings and templates of a source in TypeScript or JavaScript; what a template fills in is “…”. */
function stringsOf(source: string, file: string, offset = 0, whole = source): Text[] {
	const found: Text[] = [];
	const tree = ts.createSourceFile(file, source, ts.ScriptTarget.Latest, true);
	const add = (text: string, at: number) => {
		const plain = folded(text);
		if (isProse(plain) && !isStyle(plain)) found.push({ file, line: lineOf(whole, offset + at), text: plain });
	};
	const visit = (node: ts.Node): void => {
		if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node)) return;
		if (ts.isStringLiteralLike(node)) add(node.text, node.getStart());
		else if (ts.isTemplateExpression(node)) {
			add(node.head.text + node.templateSpans.map((s) => `…${s.literal.text}`).join(""), node.getStart());
		}
		ts.forEachChild(node, visit);
	};
	visit(tree);
	return found;
}

/** The names of a file's tests and of their groups. */
export function testNamesOf(file: string): Text[] {
	const found: Text[] = [];
	const source = sourceOf(file);
	const tree = ts.createSourceFile(file, source, ts.ScriptTarget.Latest, true);
	const visit = (node: ts.Node): void => {
		if (ts.isCallExpression(node) && /^(?:test|describe)\b/.test(node.expression.getText())) {
			const [name] = node.arguments;
			if (name && (ts.isStringLiteralLike(name) || ts.isTemplateExpression(name)))
				found.push({ file, line: lineOf(source, name.getStart()), text: name.getText().slice(1, -1) });
		}
		ts.forEachChild(node, visit);
	};
	visit(tree);
	return found;
}

/** The comments of a source in TypeScript or JavaScript, each block or run of lines as one text. */
function commentsOfCode(source: string, file: string, offset = 0, whole = source): Text[] {
	const found: { text: string; from: number; to: number; isLine: boolean }[] = [];
	const tree = ts.createSourceFile(file, source, ts.ScriptTarget.Latest, true);
	const seen = new Set<number>();
	const visit = (node: ts.Node): void => {
		for (const range of [
			...(ts.getLeadingCommentRanges(source, node.getFullStart()) ?? []),
			...(ts.getTrailingCommentRanges(source, node.getEnd()) ?? []),
		]) {
			if (seen.has(range.pos)) continue;
			seen.add(range.pos);
			const isLine = range.kind === ts.SyntaxKind.SingleLineCommentTrivia;
			const raw = source.slice(range.pos, range.end);
			const text = isLine ? raw.slice(2) : raw.replace(/^\/\*+|\*\/$/g, "").replace(/^\s*\* ?/gm, "");
			const before = found.at(-1);
			if (isLine && before?.isLine && /^\s*$/.test(source.slice(before.to, range.pos))) {
				before.text += ` ${text}`;
				before.to = range.end;
			} else found.push({ text, from: range.pos, to: range.end, isLine });
		}
		ts.forEachChild(node, visit);
	};
	visit(tree);
	return found
		.filter((c) => !/biome-ignore|@ts-|svelte-ignore|@vite-ignore/.test(c.text))
		.map((c) => ({ file, line: lineOf(whole, offset + c.from), text: folded(c.text) }));
}

type Node = { type: string; start: number; end: number; [key: string]: unknown };
const isNode = (value: unknown): value is Node =>
	typeof value === "object" && value !== null && typeof (value as Node).type === "string";

/** Elements whose text goes on in the line of text around them. */
const INLINE = new Set(["a", "b", "em", "strong", "code", "kbd", "span", "time", "i", "Words"]);
const NOT_TEXT = /^(?:class|style|href|src|d|id|type|data-|viewBox|for|role|lang|align|key|name|points|pattern)/;

/** The texts of a Svelte component: those between its tags, of its attributes and in its code. */
function textsOfComponent(source: string, file: string): Text[] {
	const found: Text[] = [];
	const add = (text: string, at: number) => {
		const plain = folded(text);
		if (/[A-Za-z]{2}/.test(plain.replace(/…/g, ""))) found.push({ file, line: lineOf(source, at), text: plain });
	};
	const tree = parse(source, { modern: true }) as unknown as { fragment: Node; instance?: Node; module?: Node };
	const strings = (node: Node) => {
		const code = source.slice(node.start, node.end);
		found.push(...stringsOf(`(${code})`, file, node.start - 1, source));
	};
	const textOf = (node: Node): string => {
		if (node.type === "Text") return String(node.data);
		if (node.type === "ExpressionTag") {
			strings(node.expression as Node);
			return "…";
		}
		if (INLINE.has(String(node.name))) {
			attributes(node);
			return node.name === "Words" ? "…" : run((node.fragment as { nodes: Node[] }).nodes);
		}
		visit(node);
		return "\u0000";
	};
	const run = (nodes: Node[]): string => nodes.map(textOf).join("");
	const attributes = (node: Node) => {
		for (const attribute of (node.attributes as Node[]) ?? []) {
			if (attribute.type !== "Attribute") {
				if (isNode(attribute.expression)) strings(attribute.expression);
				continue;
			}
			if (NOT_TEXT.test(String(attribute.name)) || attribute.value === true) continue;
			const parts = (Array.isArray(attribute.value) ? attribute.value : [attribute.value]) as Node[];
			const text = parts
				.map((part) => {
					if (part.type === "Text") return String(part.data);
					strings(part.expression as Node);
					return "…";
				})
				.join("");
			if (isProse(text) && !isStyle(text)) add(text, attribute.start);
		}
	};
	const visit = (node: Node): void => {
		attributes(node);
		for (const key of ["expression", "test", "context", "value"])
			if (isNode(node[key]) && node.type !== "Attribute") strings(node[key]);
		for (const key of ["fragment", "body", "consequent", "alternate", "fallback", "pending", "then", "catch"]) {
			const inner = node[key] as { nodes?: Node[] } | undefined;
			if (!inner?.nodes) continue;
			for (const text of run(inner.nodes).split("\u0000")) add(text, inner.nodes[0]?.start ?? node.start);
		}
	};
	visit({ type: "Root", start: 0, end: source.length, fragment: tree.fragment });
	for (const script of [tree.module, tree.instance]) {
		if (!script) continue;
		const { start, end } = script.content as Node;
		found.push(...stringsOf(source.slice(start, end), file, start, source));
	}
	return found;
}

/** What people read of files in TypeScript, JavaScript and Svelte: strings, and what is written between tags. */
export const textsOf = (file: string): Text[] =>
	file.endsWith(".svelte") ? textsOfComponent(sourceOf(file), file) : stringsOf(sourceOf(file), file);

/** The comments of a file in TypeScript, JavaScript or Svelte. */
export function commentsOf(file: string): Text[] {
	const source = sourceOf(file);
	if (!file.endsWith(".svelte")) return commentsOfCode(source, file);
	const html = [...source.matchAll(/<!--([\s\S]*?)-->/g)]
		.filter(([, text]) => !text?.includes("svelte-ignore"))
		.map((m) => ({ file, line: lineOf(source, m.index), text: folded(m[1] ?? "") }));
	const scripts = [...source.matchAll(/(<script[^>]*>)([\s\S]*?)<\/script>/g)].flatMap((m) =>
		commentsOfCode(m[2] ?? "", file, m.index + (m[1]?.length ?? 0), source),
	);
	return [...html, ...scripts];
}

/** The headings, paragraphs, list items and table cells of a page in Markdown, without code. */
export function proseOf(file: string): Text[] {
	const source = sourceOf(file);
	const found: Text[] = [];
	let at = 0;
	const add = (text: string, raw: string) => {
		const from = source.indexOf(raw.split("\n")[0] ?? "", at);
		const plain = folded(text.replace(/``?[^`]+``?/g, "`…`").replace(/\]\([^)]*\)/g, "]"));
		if (/[A-Za-z]{2}/.test(plain.replace(/`…`/g, "")))
			found.push({ file, line: lineOf(source, from < 0 ? at : from), text: plain });
	};
	const visit = (tokens: readonly Token[]) => {
		for (const token of tokens) {
			const before = at;
			if (token.type === "list") for (const item of token.items) visit(item.tokens);
			else if (token.type === "table")
				for (const { text } of [...token.header, ...token.rows.flat()] as { text: string }[]) add(text, text);
			else if (token.type === "blockquote") visit(token.tokens ?? []);
			else if (["heading", "paragraph", "text"].includes(token.type))
				add("text" in token ? String(token.text) : "", token.raw);
			const next = source.indexOf(token.raw, before);
			if (next >= 0) at = next + (token.type === "list" ? 0 : token.raw.length);
		}
	};
	visit(marked.lexer(source));
	return found;
}

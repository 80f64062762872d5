import type { LanguageId } from "@markpen/core";
import { NIB_HEADS } from "./nib-heads.ts";

export interface Piece {
	readonly text: string;
	readonly as: "head" | "comment" | "quoted" | "plain";
}

/** A line of source in pieces to be coloured. */
export function piecesOf(line: string): Piece[] {
	const comment = /(^|\s)--(?=[\s-]|$)/.exec(line);
	const quoted = line.indexOf('"');
	const cut = comment && (quoted < 0 || comment.index < quoted) ? comment.index : line.length;
	const code = line.slice(0, cut);
	const head = /^(\s*)([a-z]+)/.exec(code);
	const pieces: Piece[] = [];
	let rest = code;
	if (head && NIB_HEADS.has(head[2] as string)) {
		if (head[1]) pieces.push({ text: head[1], as: "plain" });
		pieces.push({ text: head[2] as string, as: "head" });
		rest = code.slice(head[0].length);
	}
	for (const part of rest.split(/("[^"]*"?)/))
		if (part) pieces.push({ text: part, as: part.startsWith('"') ? "quoted" : "plain" });
	if (cut < line.length) pieces.push({ text: line.slice(cut), as: "comment" });
	return pieces;
}

/** Lines that say nothing by themselves: blank ones, comments, and what only ends a block or begins its other half. */
const SILENT: Readonly<Record<Exclude<LanguageId, "svg">, RegExp>> = {
	nib: /^\s*(?:--.*|end\s*|else\s*)?$/,
	python: /^\s*(?:#.*|else\s*:\s*|from markpen import .*|import markpen.*)?$/,
	javascript: /^\s*(?:\/\/.*|[\s{}()\];,]*(?:else\s*\{?)?\s*)$/,
};

/** Statements of a source: its lines that say something; of an SVG document the elements inside it. */
export function statementsIn(source: string, language: LanguageId = "nib"): number {
	if (language === "svg")
		return Math.max(0, (source.replace(/<!--[\s\S]*?(?:-->|$)/g, "").match(/<[A-Za-z]/g)?.length ?? 0) - 1);
	return source.split("\n").filter((line) => !SILENT[language].test(line)).length;
}

/** Names that a replay watches at most. */
const MAX_NAMES = 12;

/** Where a language's programs declare names. */
const DECLARED: Partial<Record<LanguageId, RegExp>> = {
	nib: /^\s*(?:let|for(?:\s+each)?|repeat\s+.*?\bas)\s+([\p{L}_][\p{L}\p{N}_]*)/gmu,
	python: /^\s*(?:for\s+)?([\p{L}_][\p{L}\p{N}_]*)(?:\s*[-+*/%]?=(?!=)|\s+in\b)/gmu,
	javascript:
		/\b(?:let|const|var)\s+([\p{L}_$][\p{L}\p{N}_$]*)\s*=(?!\s*(?:async\b|function\b|\([^)]*\)\s*=>|\w+\s*=>|document\b|canvas\b))/gu,
};

/** The names that a source gives values to, in the order in which they come: what a replay watches. */
export function namesIn(source: string, language: LanguageId = "nib"): string[] {
	const declared = DECLARED[language];
	if (!declared) return [];
	const found = [...source.matchAll(declared)].map((m) => m[1] as string);
	return [...new Set(found.filter((name) => name !== "each"))].slice(0, MAX_NAMES);
}

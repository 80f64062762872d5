import { readFileSync } from "node:fs";
import { resolve } from "node:path";
import { describe, expect, test } from "vitest";
import { commentsOf, filesOf, proseOf, type Text, testNamesOf, textsOf } from "./english/texts.ts";

// Holds docs, messages, pages and comments to plain English; CONTRIBUTING.md has the rules.

/** Phrases that readers have to decode, each with what to write instead. */
const BANNED: readonly [phrase: RegExp, instead: string][] = [
	[/\bunless said\b/i, "default: …"],
	[/\bso many\b/i, "a number, or this many"],
	[/\bwhat is asked of\b/i, "the criterion"],
	[/\bone's own\b/i, "your own, the student's, the caller's"],
	[/\bof one's\b/i, "of your, of the student's"],
	[/\bgoes by\b/i, "uses, follows"],
	[/\bby every road\b/i, "in every way"],
	[/\bbesides\b/i, "in addition, other than"],
	[/\b(?:that|which|it|they|so “[^”]*”) (?:is|are) none\b(?! at)/, "isn't one"],
	[/\bwho waits\b/i, "the waiting caller"],
	[/\bput aside\b/i, "kept, saved"],
	[/\bat the (?:most|least)\b/i, "at most, at least"],
	[/\bare the most\b/i, "is the limit"],
	[/\bin place of\b/i, "instead of"],
	[/\bwork(?:s|ed)? out\b/i, "computes, calculates"],
	[/\bspeaks? of\b/i, "refers to, is about"],
	[/\banew\b/i, "again"],
	[/\bundefined where\b/i, "undefined if"],
	[/\b(?:is|are|was|were|be) told\b(?! apart)/i, "is reported, is shown, reads"],
	[/\btold apart\b/i, "distinguished"],
	[/\bstands? (?:in|over|at|beside|under|on|by|with|alone|between|before|after|first|there)\b/i, "is, appears"],
	[/\bgets? on\b/i, "progresses"],
	[/\bcan be had\b/i, "is available"],
	[/\bhad back\b/i, "restored"],
	[/\bfor who\b/i, "for people who"],
	[/\bpunish(?:es|ed)?\b/i, "marked down"],
	[/\bclosing of\b/i, "closing date"],
];

/** Sentences of a text; a colon or semicolon doesn't end one. */
const sentencesOf = (text: string) => text.split(/(?<=[.?!]) +(?=[A-Z“"])/);
const wordsIn = (sentence: string) =>
	sentence
		.replace(/`[^`]*`|“[^”]*”|"[^"]*"/g, "x")
		.split(/\s+/)
		.filter((word) => /[A-Za-z\d]/.test(word)).length;

const faults = (texts: readonly Text[]) =>
	texts.flatMap(({ file, line, text }) =>
		BANNED.filter(([phrase]) => phrase.test(text.replace(/`[^`]*`|“[^”]*”/g, "x"))).map(
			([phrase, instead]) => `${file}:${line} ${phrase.exec(text)?.[0] ?? ""} → ${instead}: ${text.slice(0, 160)}`,
		),
	);

const PAGES = filesOf("console/src/*.svelte", "console/src/*.ts").filter(
	(file) => !/\.test\.ts$|fixtures|test-world|examples\.ts|source-pieces/.test(file),
);
/** Code whose strings people read: messages, help, refusals, summaries of the API, sentences of reports. */
const MESSAGES = filesOf(
	"core/src/*.ts",
	"service/src/*.ts",
	"contract/src/*.ts",
	"cli/src/*.ts",
	"client/src/*.ts",
).filter((file) => !/\.test\.ts$|test-|migrations\//.test(file));
const CODE = filesOf("*.ts", "*.mjs", "*.svelte").filter((file) => !/migrations\/|english/.test(file));
const DOCS = filesOf("*.md");

describe("nobody has to decode", () => {
	test.each([
		["the pages", () => PAGES.flatMap(textsOf)],
		["messages, help and sentences", () => MESSAGES.flatMap(textsOf)],
		["the documentation", () => DOCS.flatMap(proseOf)],
		["comments", () => CODE.flatMap(commentsOf)],
		["names of tests", () => filesOf("*.test.ts").flatMap(testNamesOf)],
	])("%s", (_, texts) => {
		const all = texts();
		expect(all.length).toBeGreaterThan(100);
		expect(faults(all)).toEqual([]);
	});

	test("the list finds what it is for", () => {
		const of = (text: string) => faults([{ file: "", line: 1, text }]).length;
		expect(of("The newest unless said.")).toBe(1);
		expect(of("A shape of one's own stands in line 4.")).toBeGreaterThanOrEqual(2);
		expect(of("The newest version, by default.")).toBe(0);
	});
});

describe("sentences are short", () => {
	test("on pages: at most 20 words", () => {
		const long = PAGES.flatMap(textsOf).flatMap(({ file, line, text }) =>
			sentencesOf(text)
				.filter((sentence) => wordsIn(sentence) > 20 && !/[{}=]|\n/.test(sentence))
				.map((sentence) => `${file}:${line} ${wordsIn(sentence)}: ${sentence}`),
		);
		expect(long).toEqual([]);
	});
});

test("no page shows a text that was replaced by a plainer one", () => {
	const rows = readFileSync(resolve(import.meta.dirname, "english/before-and-after.tsv"), "utf8")
		.trim()
		.split("\n")
		.slice(1)
		.map((row) => row.split("\t") as [file: string, before: string, after: string]);
	expect(rows.length).toBeGreaterThan(1_000);
	// A text of one or two words may be right on another page.
	const everywhere = new Set(rows.map(([, before]) => before).filter((before) => before.split(" ").length > 2));
	const here = new Set(rows.map(([file, before]) => `${file}\t${before}`));
	const shown = PAGES.flatMap(textsOf).filter(({ file, text }) => everywhere.has(text) || here.has(`${file}\t${text}`));
	expect(shown).toEqual([]);
});

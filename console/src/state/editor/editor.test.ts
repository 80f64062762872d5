import { CompletionContext, type CompletionResult } from "@codemirror/autocomplete";
import { history, undo } from "@codemirror/commands";
import { syntaxTree } from "@codemirror/language";
import { forEachDiagnostic } from "@codemirror/lint";
import { EditorState, type Extension, type TransactionSpec } from "@codemirror/state";
import type { ProblemReport } from "@markpen/core";
import { describe, expect, test } from "vitest";
import { TestClock } from "../site/test-world.ts";
import { CursorWord, onlyChanges, STILL_MILLISECONDS } from "./cursor-word.ts";
import { inserting, replacing, startOfLine } from "./edits.ts";
import { light, litLines } from "./lit-lines.ts";
import { type Completions, completing, nibLanguage, wordAt } from "./nib-language.ts";
import { fixing, marking, markingLines, rangeOf } from "./problem-marks.ts";

const HULL = 'let width = 90 -- of the hull\npen tar\nrepeat 4 times\n  walk width\n  turn 90\nend\nprint "sea"\n';

/** The state of an editor with a text; its cursor where `|` is. */
function stateOf(text: string, ...extensions: Extension[]): EditorState {
	const at = text.indexOf("|");
	const doc = text.replace("|", "");
	return EditorState.create({ doc, ...(at >= 0 && { selection: { anchor: at } }), extensions });
}

/** The text after a change, with `|` where the cursor is. */
function changed(state: EditorState, spec: TransactionSpec): string {
	const next = state.update(spec).state;
	const { head } = next.selection.main;
	return `${next.doc.sliceString(0, head)}|${next.doc.sliceString(head)}`;
}

const problem = (line: number, column: number, length: number, fix?: ProblemReport["fix"]): ProblemReport => ({
	code: "unknown-name",
	line,
	column,
	length,
	message: "There is no such name.",
	...(fix && { fix }),
});

describe("an edit", () => {
	test("of the whole source is one change, and none where only blank lines at the end differ", () => {
		const state = stateOf(HULL);
		expect(replacing(state, HULL)).toBeNull();
		expect(replacing(state, `${HULL}\n\n`)).toBeNull();
		expect(replacing(state, HULL.trimEnd())).toBeNull();
		expect(state.update(replacing(state, "dot 4\n") ?? {}).state.doc.toString()).toBe("dot 4\n");
	});

	test("of the whole source comes back with one undo", () => {
		let state = stateOf(HULL, history());
		state = state.update(replacing(state, "dot 4\n") ?? {}).state;
		undo({ state, dispatch: (transaction) => (state = transaction.state) });
		expect(state.doc.toString()).toBe(HULL);
	});

	test("puts a text where the cursor is, and the cursor after it", () => {
		const state = stateOf("walk |\nturn 90");
		expect(changed(state, inserting(state, "width"))).toBe("walk width|\nturn 90");
	});

	test("replaces the selection with a text", () => {
		const state = EditorState.create({ doc: "walk width", selection: { anchor: 5, head: 10 } });
		expect(changed(state, inserting(state, "20"))).toBe("walk 20|");
	});

	test.each([
		[1, "|a\nb\nc"],
		[3, "a\nb\n|c"],
		[0, "|a\nb\nc"],
		[-7, "|a\nb\nc"],
		[99, "a\nb\n|c"],
	])("that goes to line %i keeps within the text", (line, after) => {
		const state = stateOf("a\nb\nc");
		expect(changed(state, startOfLine(state, line))).toBe(after);
	});
});

describe("a problem", () => {
	const marks = (state: EditorState, spec: TransactionSpec) => {
		const found: [from: number, to: number, severity: string, message: string, actions: number][] = [];
		forEachDiagnostic(state.update(spec).state, (d, from, to) =>
			found.push([from, to, d.severity, d.message, d.actions?.length ?? 0]),
		);
		return found;
	};

	test("is marked in its columns, which count from 1", () => {
		const state = stateOf("pen tar\nwlak 20\n");
		expect(rangeOf(state, { line: 2, column: 1, length: 4 })).toEqual({ from: 8, to: 12 });
		expect(rangeOf(state, { line: 1, column: 5, length: 3 })).toEqual({ from: 4, to: 7 });
	});

	test("keeps within its line where the text has become shorter since", () => {
		const state = stateOf("pen\nend");
		expect(rangeOf(state, { line: 1, column: 5, length: 30 })).toEqual({ from: 3, to: 3 });
		expect(rangeOf(state, { line: 1, column: 2, length: 30 })).toEqual({ from: 1, to: 3 });
		expect(rangeOf(state, { line: 9, column: 1, length: 2 })).toEqual({ from: 4, to: 6 });
	});

	test("is an error, a remark is information, in the order of the text", () => {
		const state = stateOf("pen tar\nwlak 20\nturn 9O\n");
		const fix = { place: { line: 2, column: 1, length: 4 }, text: "walk" };
		expect(marks(state, marking(state, [problem(3, 6, 2), problem(2, 1, 4, fix)], [problem(1, 1, 3)]))).toEqual([
			[0, 3, "info", "There is no such name.", 0],
			[8, 12, "error", "There is no such name.", 1],
			[21, 23, "error", "There is no such name.", 0],
		]);
	});

	test("that is gone leaves no mark", () => {
		const first = stateOf("wlak 20\n");
		const marked = first.update(marking(first, [problem(1, 1, 4)], [])).state;
		expect(marks(marked, marking(marked, [], []))).toEqual([]);
	});

	test("is put right in its place, the cursor after the fix", () => {
		const state = stateOf("pen tar\nwlak 20\n|");
		const fixed = fixing(state, problem(2, 1, 4, { place: { line: 2, column: 1, length: 4 }, text: "walk" }));
		expect(changed(state, fixed ?? {})).toBe("pen tar\nwalk| 20\n");
		expect(fixing(state, problem(2, 1, 4))).toBeNull();
	});

	test("that was put right comes back with one undo, also right after a key", () => {
		let state = stateOf("wlak 20", history());
		state = state.update({ changes: { from: 7, insert: "0" }, userEvent: "input.type" }).state;
		const fix = { place: { line: 1, column: 1, length: 4 }, text: "walk" };
		state = state.update(fixing(state, problem(1, 1, 4, fix)) ?? {}).state;
		expect(state.doc.toString()).toBe("walk 200");
		undo({ state, dispatch: (transaction) => (state = transaction.state) });
		expect(state.doc.toString()).toBe("wlak 200");
	});

	test("of an exercise's file is marked on its line, after its path", () => {
		const state = stateOf("key: sail\ncriteria:\n  - check: colur\n");
		const problems = [
			{ line: 3, path: "criteria/0/check", message: "There is no check of this name." },
			{ line: 40, path: "model", message: "A model is missing." },
			{ line: 0, path: "title", message: "A title is missing." },
		];
		expect(marks(state, markingLines(state, problems)).map(([from, to, , message]) => [from, to, message])).toEqual([
			[0, 9, "title: A title is missing."],
			[20, 36, "criteria/0/check: There is no check of this name."],
			[37, 37, "model: A model is missing."],
		]);
	});
});

describe("lines that belong to what is pointed at", () => {
	const lit = (state: EditorState) => {
		const lines: number[] = [];
		state.field(litLines).between(0, state.doc.length, (from) => void lines.push(state.doc.lineAt(from).number));
		return lines;
	};

	test("are marked in any order, those that aren't there left out", () => {
		const state = stateOf(HULL, litLines);
		expect(lit(state)).toEqual([]);
		const next = state.update({ effects: light.of(new Set([5, 2, 0, 99])) }).state;
		expect(lit(next)).toEqual([2, 5]);
		expect(lit(next.update({ effects: light.of(new Set()) }).state)).toEqual([]);
	});

	test("stay with their text when lines are added above", () => {
		const state = stateOf(HULL, litLines).update({ effects: light.of(new Set([2])) }).state;
		expect(lit(state.update({ changes: { from: 0, insert: "paper fog\n" } }).state)).toEqual([3]);
	});
});

describe("the word that the cursor is in", () => {
	test.each([
		["wa|lk 20", "walk"],
		["|walk 20", "walk"],
		["walk| 20", "walk"],
		["walk 2|0", ""],
		["for ea|ch point in points", "for each"],
		["each fr|ame as t", "each frame"],
		["let größe|1 = 3", "größe1"],
		["", ""],
	])("of %j is %j", (text, word) => {
		expect(wordAt(stateOf(text))).toBe(word);
	});

	test("is said once the cursor keeps still, and only the last", () => {
		const clock = new TestClock();
		const said: string[] = [];
		let under = "walk";
		const word = new CursorWord(
			clock,
			() => under,
			(now) => said.push(now),
		);
		word.moved();
		clock.pass(STILL_MILLISECONDS - 1);
		under = "turn";
		word.moved();
		clock.pass(STILL_MILLISECONDS - 1);
		expect(said).toEqual([]);
		clock.pass(1);
		expect(said).toEqual(["turn"]);
		word.moved();
		word.end();
		clock.pass(1_000);
		expect(said).toEqual(["turn"]);
	});

	test("a value is said when it changes", () => {
		const said: (number | null)[] = [];
		const say = onlyChanges<number | null>(null, (line) => said.push(line));
		for (const line of [null, 3, 3, 4, null, null, 4]) say(line);
		expect(said).toEqual([3, 4, null, 4]);
	});
});

describe("completion", () => {
	const known: Completions = {
		words: [
			{ word: "walk", forms: ["walk LENGTH"] },
			{ word: "close", forms: ["close"] },
		],
		colours: [{ name: "tar", code: "#1b1e24" }],
	};
	function offered(text: string, explicit = false, of: Completions | undefined = known): CompletionResult | null {
		const state = stateOf(text);
		return completing(() => of)(new CompletionContext(state, state.selection.main.head, explicit)) as CompletionResult;
	}
	const labels = (text: string) => offered(text)?.options.map((o) => o.label);

	test("at the head of a line offers the program's names and statements, but no colours", () => {
		expect(labels("let width = 3\n  wa|")).toEqual(["width", "walk", "close"]);
		expect(offered("let width = 3\n  wa|")?.from).toBe(16);
	});

	test("after the head offers colours with their codes too", () => {
		const paints = offered("pen t|")?.options.filter((o) => o.type === "constant");
		expect(paints).toEqual([{ label: "tar", detail: "#1b1e24", type: "constant" }]);
	});

	test("shows a form only where it says more than the word", () => {
		expect(offered("w|")?.options.map((o) => o.detail)).toEqual(["walk LENGTH", ""]);
	});

	test("keeps out of comments and strings", () => {
		expect(offered("dot 4 -- a wa|")).toBeNull();
		expect(offered("-- wa|")).toBeNull();
		expect(offered('print "wa|')).toBeNull();
		expect(labels('print "sea" wa|')).toContain("walk");
	});

	test("waits for a letter, unless it is asked for", () => {
		expect(offered("dot |")).toBeNull();
		expect(offered("dot |", true)?.from).toBe(4);
	});

	test("offers the program's own names before the language is known", () => {
		const state = stateOf("let width = 3\nwalk w|");
		const none = completing(() => undefined)(new CompletionContext(state, state.doc.length, false));
		expect(none?.options.map((o) => o.label)).toEqual(["width"]);
	});
});

test("statements, comments and strings have different colours, names don't", () => {
	const state = stateOf(HULL, nibLanguage);
	const pieces: [string, string][] = [];
	syntaxTree(state).iterate({
		enter: ({ name, from, to, node }) => {
			if (!node.firstChild) pieces.push([name, state.doc.sliceString(from, to)]);
		},
	});
	expect(pieces).toEqual([
		["keyword", "let"],
		["comment", "-- of the hull"],
		["keyword", "pen"],
		["keyword", "repeat"],
		["keyword", "walk"],
		["keyword", "turn"],
		["keyword", "end"],
		["keyword", "print"],
		["string", '"sea"'],
	]);
});

import type { ExerciseFile, Report } from "@markpen/core";
import { describe, expect, test, vi } from "vitest";
import { create } from "xmlbuilder2";
import { coloursFor } from "./colours.ts";
import { junit } from "./junit.ts";
import { problemLines } from "./problems.ts";
import { moment, tableOr } from "./said.ts";
import { table } from "./table.ts";
import { print, printJson, printXml } from "./terminal.ts";

const PLAIN = coloursFor({ isTTY: false } as NodeJS.WriteStream);
const HEADINGS = ["Name", "Exercise", "Points"];
const ROWS = [
	["Nilo Brandt", "Sail of a boat", "8 of 10"],
	["Ava", null, 0],
];

describe("a table in a terminal", () => {
	test("has its columns under one another, without lines and blanks at the end", () => {
		expect(table(HEADINGS, ROWS, 0).split("\n")).toEqual([
			"Name         Exercise        Points",
			"Nilo Brandt  Sail of a boat  8 of 10",
			"Ava                          0",
		]);
	});

	test.each([80, 34, 30, 26])("fits %i columns, the widest giving way", (columns) => {
		const lines = table(HEADINGS, ROWS, columns).split("\n");
		expect(Math.max(...lines.map((line) => line.length))).toBeLessThanOrEqual(columns);
		if (columns < 36) expect(lines[1]).toContain("…");
	});

	test("makes no column narrower than can be read, however narrow the terminal", () => {
		const [heading] = table(HEADINGS, ROWS, 5).split("\n");
		expect(heading).toMatch(/^Name +/);
		expect(heading?.length).toBeGreaterThan(12);
	});

	test("keeps a cell on one line", () => {
		expect(table(["A"], [["one\n  two"]], 0)).toBe("A\none two");
	});

	test("without rows is a sentence", () => {
		expect(tableOr("There are no classes.", HEADINGS, [])).toBe("There are no classes.");
		expect(tableOr("There are no classes.", HEADINGS, ROWS)).toContain("Nilo Brandt");
	});
});

test("a moment is read to the minute, and none is nothing", () => {
	expect(moment("2026-11-27T09:05:59.123Z")).toBe("2026-11-27 09:05");
	expect(moment(null)).toBe("");
});

test("a problem is a line with its place, as editors and terminals open it", () => {
	const problem = { code: "unknown-name", line: 3, column: 7, length: 2, message: "There is no `ab`." } as const;
	expect(problemLines("a.nib", [problem], "error", PLAIN)).toEqual(["a.nib:3:7: error: There is no `ab`."]);
	expect(problemLines("a.nib", [problem, problem], "remark", PLAIN)[1]).toContain(": remark: ");
});

describe("text of anybody in a terminal", () => {
	const HOSTILE = "a\u001b[31m\u009b2J\u0007\u007f\u202eb\r\tc\nd";
	const printed = (what: () => void) => {
		let text = "";
		const write = vi.spyOn(process.stdout, "write").mockImplementation((part) => {
			text += String(part);
			return true;
		});
		what();
		write.mockRestore();
		return text;
	};
	const SHOWN = "a␛[31m<U+009B>2J␇␡<U+202E>b␍\tc\nd";

	test("is plain text, without effect", () => expect(printed(() => print(HOSTILE))).toBe(SHOWN));

	test("keeps our own colours, and none of its own", () => {
		vi.stubEnv("NO_COLOR", undefined);
		const colours = coloursFor({ isTTY: true } as NodeJS.WriteStream);
		vi.unstubAllEnvs();
		expect(printed(() => print(`${colours.red(HOSTILE)}${HOSTILE}`))).toBe(`\u001b[31m${SHOWN}\u001b[39m${SHOWN}`);
		expect(printed(() => print("\ue0000123456789abcdef\ue001[31m"))).not.toContain("\u001b");
	});

	test("is the same text in JSON and XML", () => {
		const json = printed(() => printJson({ text: HOSTILE }));
		expect(JSON.parse(json)).toEqual({ text: HOSTILE });
		// biome-ignore lint/suspicious/noControlCharactersInRegex: what may not be there.
		expect(json.trimEnd()).not.toMatch(/[\u0000-\u001f\u007f-\u009f\u202e]/);
		expect(printed(() => printXml("<text>\u009b</text>\n"))).toBe("<text>&#x009b;</text>\n");
	});
});

describe("JUnit XML", () => {
	const criterion = (id: string, verdict: string, sentence: string, lines: number[] = []) => ({
		id,
		verdict,
		asks: `asks ${id}`,
		sentence,
		lines,
	});
	const report = (criteria: object[], more: object = {}) =>
		({ criteria, points: { earned: 1, possible: 4 }, errors: [], slips: [], ...more }) as unknown as Report;
	const EXERCISE = { id: "sail" } as ExerciseFile;
	const made = (of: Report, name = "Nilo") => junit(EXERCISE, [{ file: "nilo.nib", name, report: of }]);
	/** What an XML parser reads back. */
	const read = (xml: string) => create(xml).end({ format: "object" }) as Record<string, never>;

	const FOUR = report([
		criterion("a", "met", "Right."),
		criterion("b", "missed", 'It is <red> & "40" wide.', [7, 9]),
		criterion("c", "partly", "Half."),
		criterion("d", "not-judged", "A teacher decides."),
	]);

	test("has a case a criterion: failed where it is missed or partly met, skipped where it isn't judged", () => {
		const xml = made(FOUR);
		expect(xml).toContain('<testsuites name="sail" tests="4" failures="2">');
		expect(xml).toContain('tests="4" failures="2" skipped="1"');
		expect(xml.match(/<testcase /g)?.length).toBe(4);
		expect(xml).toContain('<skipped message="A teacher decides."/>');
		expect(xml).toContain('value="1 of 4"');
	});

	test("says in a failure what was found, and on which line", () => {
		const xml = made(FOUR);
		expect(xml).toContain("nilo.nib:7");
		expect(xml).not.toContain("nilo.nib:9");
		expect(xml).toContain("&lt;red&gt; &amp; ");
	});

	test("says what the program's errors and its mistakes are", () => {
		const xml = made(
			report([], { errors: [{ line: 2, message: "No such word." }], slips: [{ teacher: "The outline is open." }] }),
		);
		expect(xml).toContain("line 2: No such word.");
		expect(xml).toContain("The outline is open.");
	});

	test("can be read whatever a student is called", () => {
		for (const name of ["\u0000\u0007<script>", '"&]]>', "🚣 größe", "\ud800", "\uffff"]) {
			const xml = made(FOUR, name);
			expect(() => read(xml)).not.toThrow();
			expect(xml).not.toContain("<script>");
		}
		expect(made(FOUR, "🚣 größe")).toContain('name="🚣 größe"');
		expect(made(FOUR, "a\u0000b")).toContain('name="a?b"');
	});
});

import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { runMarkpen } from "./run-markpen.ts";

const EXERCISE = fileURLToPath(new URL("../../demo/exercises/mooring-buoy.exercise.yaml", import.meta.url));

let folder: string;

beforeAll(() => {
	folder = mkdtempSync(join(tmpdir(), "markpen-"));
	const write = (name: string, text: string) => writeFileSync(join(folder, name), text);
	const model =
		"paper lightsteelblue\npen colour black width 4\nfill crimson\ncircle centre 200, 150 diameter 80\nfill white\nrect centre 200, 150 size 60, 14\n";
	mkdirSync(join(folder, "class"));
	write("right.nib.txt", model);
	write("twice.nib.txt", model.replace("diameter", "radius"));
	write("broken.nib.txt", "wlak 90\nfill light blue\n");
	write("endless.txt", "walk 90\nwhile true\nend\n");
	write("print.nib", 'print "hello", 3\nlet spare = 1\nwalk 5\n');
	write(
		"waves.nib",
		"let gap = 40\nfill steelblue\nfor i from 0 to 2\n  circle centre 60 + i * gap, 100 radius 20\nend\neach frame\n  dot at frame.number, 20\nend\n",
	);
	write("hostile.nib", 'print "\u001b[31mred\u009b2J\u202e"\ntext "\u001b]0;x\u0007\u009b" at 20, 40\n');
	write("unread.nib", "walk 5\nfoo\u001b[31m\u009b\n");
	write("dice.nib", "walk random(1, 200)\n");
	write("class/ana.nib.txt", model);
	write("class/bo.nib.txt", model.replace("crimson", "green"));
	write("class/cy.nib.txt", "");
	write(
		"odd.exercise.yaml",
		"format: markpen/exercise@1\nid: odd\ntitle: Odd\nbrief: Odd.\nsheet: { width: 260, height: 180, paper: lightsteelblue }\nrun: { seeds: [7], frames: 3 }\nstatements: { without: [circle] }\nmodel: walk 20\ncriteria:\n  - { id: one, check: count, of: { kind: line }, exactly: 1, points: 1 }\n",
	);
	write("wrong.exercise.yaml", readFileSync(EXERCISE, "utf8").replace("check: sheet", "check: shet"));
});
afterAll(() => rmSync(folder, { recursive: true }));

const markpen = (...args: string[]) => runMarkpen(folder, args);

describe("draw and figures with an exercise", () => {
	test("run a program on the exercise's sheet and paper, with its seed, frames and limits", async () => {
		const under = ["--exercise", "odd.exercise.yaml"];
		const drawn = await markpen("draw", "dice.nib", "--json", ...under);
		expect(JSON.parse(drawn.out)).toMatchObject({ width: 260, height: 180 });
		expect(JSON.parse(drawn.out).svg).toContain('fill="#b0c4de"');
		const seven = await markpen("figures", "dice.nib", "--seed", "7");
		const [own, other] = [
			await markpen("figures", "dice.nib", ...under),
			await markpen("figures", "dice.nib", "--seed", "8", ...under),
		];
		const long = (text: string) => /line, ([\d.]+) long/.exec(text)?.[1];
		expect(long(own.out)).toBe(long(seven.out));
		expect(long(own.out)).not.toBe(long(other.out));
		const left = await markpen("figures", "waves.nib", ...under);
		expect(left.code).toBe(1);
		expect(left.out).toContain("waves.nib:4:3: error: You can't use “circle” in this exercise.");
	});

	test("tell what is wrong with an exercise file", async () => {
		const { code, err } = await markpen("draw", "dice.nib", "--exercise", "wrong.exercise.yaml");
		expect(code).toBe(2);
		expect(err).toContain("wrong.exercise.yaml:");
	});
});

describe("draw", () => {
	test("writes SVG to the terminal", async () => {
		const { code, out } = await markpen("draw", "right.nib.txt");
		expect(code).toBe(0);
		expect(out).toMatch(/^<svg xmlns=[\s\S]*data-figure="1"[\s\S]*<\/svg>\n$/);
	});

	test("writes a PNG of the size asked for", async () => {
		expect((await markpen("draw", "right.nib.txt", "--out", "buoy.png", "--scale", "1.5")).code).toBe(0);
		const png = readFileSync(join(folder, "buoy.png"));
		expect([png.subarray(1, 4).toString(), png.readUInt32BE(16), png.readUInt32BE(20)]).toEqual(["PNG", 600, 450]);
	});

	test("tells what is printed, and remarks, beside the drawing", async () => {
		const { out, err } = await markpen("draw", "print.nib");
		expect(out).toMatch(/^<svg/);
		expect(err).toBe("hello 3\nprint.nib:2:5: remark: “spare” is never used.\n");
	});

	test.each([
		["draw", "hostile.nib"],
		["draw", "hostile.nib", "--json"],
		["figures", "hostile.nib"],
		["figures", "hostile.nib", "--json"],
		["check", "hostile.nib", "--exercise", EXERCISE],
		["check", "hostile.nib", "--exercise", EXERCISE, "--json"],
		["draw", "unread.nib"],
		["check", "unread.nib", "--exercise", EXERCISE],
		["draw", "no\u001b[2Jsuch.nib"],
	])("no control character of a program's reaches the terminal: %s %s %s", async (...args) => {
		const { out, err } = await markpen(...args);
		// biome-ignore lint/suspicious/noControlCharactersInRegex: what may not be there.
		expect(out + err).not.toMatch(/[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u202a-\u202e]/);
	});

	test("--json holds the drawing or where it went", async () => {
		const { out } = await markpen("draw", "print.nib", "--json");
		expect(JSON.parse(out)).toMatchObject({
			file: "print.nib",
			out: null,
			state: "drew",
			ended: "whole",
			width: 400,
			svg: expect.stringMatching(/^<svg/),
			messages: [{ line: 1, text: "hello 3" }],
		});
	});

	test("a stopped program's drawing so far is written, with exit code 1", async () => {
		const { code, out, err } = await markpen("draw", "endless.txt");
		expect([code, out.includes("M200 150L290 150")]).toEqual([1, true]);
		expect(err).toContain("endless.txt:2:1: error: The program was stopped after 5000000 steps.");
	});
});

describe("draw with values, frames and watched names", () => {
	test("--let takes the place of a let's value, --watch tells every change, --frames says how many", async () => {
		const { code, out, err } = await markpen(
			"draw",
			"waves.nib",
			"--let",
			"gap=50",
			"--watch",
			"gap",
			"--watch",
			"i",
			"--frames",
			"2",
		);
		expect(code).toBe(0);
		expect(err.split("\n").slice(0, 4)).toEqual([
			"step 0, line 1: gap = 50",
			"step 1, line 3: i = 0",
			"step 2, line 3: i = 1",
			"step 3, line 3: i = 2",
		]);
		expect(out.match(/<path/g)?.length).toBeGreaterThan(4);
		const { out: none } = await markpen("draw", "waves.nib", "--frames", "0");
		expect(none).toContain("M80 100A20");
		expect(out).toContain("M180 100A20");
		expect(JSON.parse((await markpen("draw", "waves.nib", "--json", "--watch", "gap")).out).watched).toEqual({
			changes: [{ name: "gap", line: 1, step: 0, entry: 0, value: "40" }],
			leftOut: 0,
		});
	});
});

describe("tape", () => {
	test("a tape is written as bytes or as lines, and read back from both", async () => {
		await markpen("draw", "waves.nib", "--frames", "1", "--out", "waves.tape");
		await markpen("draw", "waves.nib", "--frames", "1", "--out", "waves.jsonl");
		const bytes = readFileSync(join(folder, "waves.tape"));
		expect([...bytes.subarray(0, 8)]).toEqual([0x4d, 0x50, 0x54, 0x0d, 0x0a, 0x1a, 0x0a, 0x00]);
		const lines = readFileSync(join(folder, "waves.jsonl"), "utf8");
		expect((await markpen("tape", "waves.tape")).out).toBe(lines);
		expect(JSON.parse(lines.split("\n")[1] as string)).toEqual({
			kind: "ellipse",
			line: 4,
			step: 1,
			frame: 0,
			style: 1,
			call: 0,
			at: [60, 100, 20, 20, 0],
		});
		expect((await markpen("tape", "waves.jsonl", "--out", "again.tape")).code).toBe(0);
		expect(readFileSync(join(folder, "again.tape")).equals(bytes)).toBe(true);
		await markpen("draw", "waves.nib", "--frames", "1", "--out", "waves.svg");
		await markpen("tape", "waves.tape", "--out", "again.svg");
		const shapes = (name: string) => readFileSync(join(folder, name), "utf8").match(/<path d="[^"]*" fill="#[^>]*>/g);
		expect(shapes("again.svg")).toEqual(shapes("waves.svg"));
	});

	test("what isn't a tape is refused with what is wrong", async () => {
		expect(await markpen("tape", "waves.nib")).toMatchObject({ code: 2, err: "waves.nib: This isn't a tape.\n" });
		writeFileSync(join(folder, "cut.tape"), readFileSync(join(folder, "waves.tape")).subarray(0, 60));
		expect((await markpen("tape", "cut.tape")).err).toContain("This tape is damaged");
	});
});

describe("figures", () => {
	test("reads a drawing back, a sentence a figure", async () => {
		const { code, out } = await markpen("figures", "right.nib.txt");
		expect([code, out.replace(/79\.\d %/, "79 %")]).toEqual([
			0,
			"1. circle, 80 across, red #dc143c, outline black #000000, 4 wide, centre 200, 150, 79 % visible, line 4\n2. rect, 60 by 14, white #ffffff, outline black #000000, 4 wide, centre 200, 150, line 6\n",
		]);
	});

	test("--json gives every measure", async () => {
		const { figures, errors, remarks } = JSON.parse((await markpen("figures", "right.nib.txt", "--json")).out);
		expect([errors, remarks]).toEqual([[], []]);
		expect(figures[1]).toMatchObject({
			kinds: ["rect", "parallelogram", "trapezium", "quadrilateral", "polygon"],
			centre: [200, 150],
			width: 60,
			height: 14,
			sides: [60, 14, 60, 14],
			angles: [90, 90, 90, 90],
			rotation: 0,
			closed: true,
			gap: 0,
			corner: [170, 143],
			area: 840,
			perimeter: 148,
			fill: { code: "#ffffff", name: "white" },
			outline: { code: "#000000", name: "black" },
			contrast: expect.closeTo(4.8, 0),
			outlineWidth: 4,
			visible: 1,
			onSheet: 1,
			twin: null,
			text: null,
			frame: 0,
			lines: [6],
		});
		expect(figures[0]).toMatchObject({ kinds: ["circle", "ellipse"], radius: figures[0].width / 2 });
	});

	test("--beside tells what differs from another program's drawing", async () => {
		writeFileSync(
			join(folder, "low.nib.txt"),
			readFileSync(join(folder, "right.nib.txt"), "utf8")
				.replace("200, 150 size 60, 14", "200, 162 size 60, 14")
				.replace("crimson", "green"),
		);
		const { out } = await markpen("figures", "low.nib.txt", "--beside", "right.nib.txt");
		expect(out).toContain("Beside right.nib.txt:\n- The circle is filled green instead of red");
		expect(out).toContain("- The rect is 12 too low");
		expect((await markpen("figures", "right.nib.txt", "--beside", "right.nib.txt")).out).toContain("- No differences.");
		expect(
			JSON.parse((await markpen("figures", "low.nib.txt", "--beside", "right.nib.txt", "--json")).out).differences
				.length,
		).toBe(2);
	});

	test("--frame shows the sheet at a frame's end, --tracks what moves", async () => {
		const { out } = await markpen("figures", "waves.nib", "--frames", "3", "--frame", "2", "--tracks");
		expect(out.split("\n").filter((l) => / dot,/.test(l)).length).toBe(2);
		expect(out).toContain("dot in frames 1 to 3, from 1, 20 to 3, 20");
	});

	test("errors have code, sentence and place", async () => {
		const { code, out } = await markpen("figures", "broken.nib.txt", "--json");
		expect(code).toBe(1);
		expect(JSON.parse(out)).toMatchObject({
			figures: [],
			errors: [
				{
					code: "statement-unknown",
					message: "There is no statement “wlak”. Did you mean “walk”?",
					line: 1,
					column: 1,
				},
				{ code: "colour-words", line: 2, column: 6 },
			],
		});
	});

	test("--seed changes chance, --frame asks for a frame that is there", async () => {
		const width = async (seed: string) =>
			JSON.parse((await markpen("figures", "dice.nib", "--json", "--seed", seed)).out).figures[0].width;
		expect(await width("1")).toBe(await width("1"));
		expect(await width("1")).not.toBe(await width("2"));
		expect((await markpen("figures", "right.nib.txt", "--frames", "3", "--frame", "0")).code).toBe(0);
		expect(await markpen("figures", "right.nib.txt", "--frame", "9")).toMatchObject({
			code: 2,
			err: "right.nib.txt has no frame 9; its last is 0.\n",
		});
	});
});

describe("check", () => {
	test("a report for people, exit code 0 when all is met, 1 when something is missed", async () => {
		const right = await markpen("check", "right.nib.txt", "--exercise", EXERCISE);
		expect([right.code, right.out.split("\n")[0]]).toEqual([0, "right.nib.txt  Mooring buoy  16 of 16"]);
		const twice = await markpen("check", "twice.nib.txt", "--exercise", EXERCISE);
		expect(twice.code).toBe(1);
		expect(twice.out).toContain("○ missed");
		expect(twice.out).toContain("Wanted a diameter of 80, found 160. (line 4)");
		expect(twice.out).not.toContain("\u001b[");
	});

	test("--json for one file", async () => {
		const { code, out } = await markpen("check", "twice.nib.txt", "--exercise", EXERCISE, "--json");
		expect(code).toBe(1);
		const report = JSON.parse(out);
		expect(report).toMatchObject({
			state: "drew",
			ended: "whole",
			points: { earned: 14, possible: 16, open: 0 },
			causes: [{ id: "radius-for-diameter", line: 4, regains: [{ id: "across", points: 2 }] }],
		});
		expect(report.criteria[1]).toMatchObject({
			id: "across",
			verdict: "missed",
			points: 0,
			possible: 2,
			sentence: "Wanted a diameter of 80, found 160.",
		});
	});

	test("a folder: a line a file and how many met each; --json holds them all", async () => {
		const { code, out } = await markpen("check", "class", "--exercise", EXERCISE);
		expect(code).toBe(1);
		expect(out).toContain("ana    16 of 16  ●●●●●●●●●●●●●");
		expect(out).toContain("3 programs, 1 with all points.");
		const { reports, summary } = JSON.parse((await markpen("check", "class", "--exercise", EXERCISE, "--json")).out);
		expect(reports.map((r: { file: string; state: string }) => [r.file, r.state])).toEqual([
			["class/ana.nib.txt", "drew"],
			["class/bo.nib.txt", "drew"],
			["class/cy.nib.txt", "nothing-handed-in"],
		]);
		expect(summary).toMatchObject({ files: 3, allMet: 1, earned: 31 });
	});

	test("an unreadable program says where, and isn't a crash", async () => {
		const { code, out } = await markpen("check", "broken.nib.txt", "--exercise", EXERCISE);
		expect(code).toBe(1);
		expect(out).toContain("broken.nib.txt:1:1: error: There is no statement “wlak”.");
	});
});

describe("a wrong call has exit code 2 and a sentence that says what to do", () => {
	test.each([
		[["check", "nothing.nib", "--exercise", EXERCISE], "There is no file nothing.nib."],
		[
			["check", "right.nib.txt", "--exercise", "wrong.exercise.yaml"],
			'criteria[11].check: "shet" isn\'t known here; did you mean "sheet"?',
		],
		[["check", "right.nib.txt"], "required option '--exercise <path>' not specified"],
		[["draw", "waves.nib", "--let", "gap"], "--let takes NAME=VALUE, like --let gap=30, and not gap."],
		[["draw", "waves.nib", "--let", "far=5"], "Nothing outside all blocks declares far."],
		[["draw", "waves.nib", "--let", "gap=wide"], "gap holds a number; --let gives it something else."],
		[
			["draw", "right.nib.txt", "--out", "buoy.gif"],
			"buoy.gif should end in .svg or .png, or in .tape or .jsonl for the tape.",
		],
		[["draw", "right.nib.txt", "--out", "no/such/place.svg"], "can't be written"],
		[["draw", "class"], "class is a folder; a file is needed here."],
		[["figures", "right.nib.txt", "--seed", "many"], "It is a whole number, 0 or more."],
		[["sketch"], "unknown command 'sketch'"],
	])("%j", async (args, said) => {
		const { code, err } = await markpen(...args);
		expect(code).toBe(2);
		expect(err).toContain(said);
	});

	test("help shows a real example", async () => {
		const { code, out } = await markpen("check", "--help");
		expect(code).toBe(0);
		expect(out).toContain("markpen check buoy.nib.txt --exercise mooring-buoy.exercise.yaml");
	});
});

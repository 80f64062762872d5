import { spawn } from "node:child_process";
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { MARKPEN, runMarkpen } from "./run-markpen.ts";

const EXERCISES = fileURLToPath(new URL("../../demo/exercises/", import.meta.url));
const BUOY = join(EXERCISES, "mooring-buoy.exercise.yaml");
const MODEL =
	"paper lightsteelblue\npen colour black width 4\nfill crimson\ncircle centre 200, 150 diameter 80\nfill white\nrect centre 200, 150 size 60, 14\n";

let folder: string;

beforeAll(() => {
	folder = mkdtempSync(join(tmpdir(), "markpen-"));
	const write = (name: string, text: string) => writeFileSync(join(folder, name), text);
	for (const name of ["files", "students", "students/ana", "students/bo", "students/cy"]) mkdirSync(join(folder, name));
	write("files/ana.nib.txt", MODEL);
	write("files/bo.nib.txt", MODEL.replace("diameter", "radius"));
	write("files/cy <&>.txt", MODEL.replace("crimson", "seagreen"));
	write("students/ana/mooring-buoy.txt", MODEL);
	write("students/bo/sail.txt", "walk 90\n");
	write("students/bo/Mooring Buoy (2).txt", MODEL.replace("diameter", "radius"));
	write("students/cy/work.txt", "wlak 5\n");
	write("weak.exercise.yaml", readFileSync(BUOY, "utf8").replace(/^ {2}- \{ id: (red|neat),.*\n/gm, ""));
});
afterAll(() => rmSync(folder, { recursive: true }));

const markpen = (...args: string[]) => runMarkpen(folder, args);

describe("check", () => {
	test("a folder with a file for each student gives a row each, with its causes", async () => {
		const { code, out } = await markpen("check", "files", "--exercise", BUOY);
		expect(code).toBe(1);
		expect(out).toMatch(/^ana +16 of 16 {2}●+$/m);
		expect(out).toMatch(
			/^bo +14 of 16 {2}●○●+ {2}Line 4: the number is the radius; the diameter meets 1 more criterion\.$/m,
		);
		expect(out).toContain("3 programs, 1 with all points.");
	});

	test("a folder with a folder for each student takes the file that is named for the exercise", async () => {
		const { out } = await markpen("check", "students", "--exercise", BUOY, "--json");
		const { reports, summary } = JSON.parse(out);
		expect(reports.map((r: { name: string; points: { earned: number } }) => [r.name, r.points.earned])).toEqual([
			["ana", 16],
			["bo", 14],
			["cy", 0],
		]);
		expect([summary.files, summary.allMet, summary.causes]).toEqual([3, 1, [{ id: "radius-for-diameter", count: 1 }]]);
	});

	test("the causes are below the criteria, and are not looked for where that isn't wanted", async () => {
		const { out } = await markpen("check", "files/bo.nib.txt", "--exercise", BUOY);
		expect(out).toContain("Causes\n  → Line 4: the number is the radius; the diameter meets 1 more criterion.");
		const without = await markpen("check", "files/bo.nib.txt", "--exercise", BUOY, "--no-causes", "--json");
		expect([without.code, JSON.parse(without.out).causes]).toEqual([1, null]);
	});

	test("--junit writes XML that holds names with signs of XML, a suite a program and a case a criterion", async () => {
		await markpen("check", "files", "--exercise", BUOY, "--junit", "junit.xml");
		const xml = readFileSync(join(folder, "junit.xml"), "utf8");
		expect(xml).toMatch(
			/^<\?xml version="1.0" encoding="UTF-8"\?>\n<testsuites name="mooring-buoy" tests="39" failures="2">/,
		);
		expect(xml).toContain('<testsuite name="cy &lt;&amp;&gt;"');
		expect(xml.match(/<testcase /g)?.length).toBe(39);
		expect(xml).toContain('<failure message="Wanted a diameter of 80, found 160." type="missed">');
	});

	test("--watch checks again when the file changes, and ends with Ctrl-C", async () => {
		writeFileSync(join(folder, "mine.txt"), MODEL.replace("crimson", "green"));
		const child = spawn(process.execPath, [MARKPEN, "check", "mine.txt", "--exercise", BUOY, "--watch"], {
			cwd: folder,
			env: { PATH: process.env.PATH },
		});
		let out = "";
		child.stdout.on("data", (data) => {
			out += data;
		});
		const until = async (text: string) => {
			for (let i = 0; i < 400 && !out.includes(text); i++) await new Promise((resolve) => setTimeout(resolve, 50));
			expect(out).toContain(text);
		};
		await until("15 of 16");
		// The watcher needs a moment after the first report before it notices changes.
		await new Promise((resolve) => setTimeout(resolve, 500));
		writeFileSync(join(folder, "mine.txt"), MODEL);
		await until("16 of 16");
		const ended = new Promise((resolve) => child.once("exit", resolve));
		child.kill("SIGINT");
		expect(await ended).toBe(0);
	});
});

describe("try", () => {
	test("a good exercise: everything is noticed, nothing right is marked down", async () => {
		const { code, out } = await markpen("try", BUOY);
		expect(code).toBe(0);
		expect(out).toContain("model            16 of 16");
		expect(out).toMatch(/Strength {2}100 % of \d+ typical mistakes noticed/);
		expect(out).toMatch(/Fairness {2}100 % of \d+ other right solutions earn full points/);
	});

	test("a weak one: what isn't noticed is listed, with pictures and programs where they are wanted", async () => {
		const { code, out } = await markpen("try", "weak.exercise.yaml", "--out", "pictures");
		expect(code).toBe(1);
		expect(out).toMatch(/unseen {2}a different fill, line 3/);
		expect(out).toMatch(/unseen {2}a stray line/);
		const files = readdirSync(join(folder, "pictures"));
		expect(files).toEqual(expect.arrayContaining(["model.svg", "model.nib.txt"]));
		const unseen = files.find((f) => f.endsWith("a-line-more.svg"));
		expect(readFileSync(join(folder, "pictures", unseen as string), "utf8")).toMatch(/^<svg/);
	});

	test("--json holds all that was found", async () => {
		const { out } = await markpen("try", BUOY, "--json");
		const trial = JSON.parse(out);
		expect([trial.exercise, trial.strength, trial.fairness, trial.wrong]).toEqual(["mooring-buoy", 1, 1, []]);
	});
});

describe("check with what the service knows", () => {
	const write = (name: string, text: string) => writeFileSync(join(folder, name), text);
	const verdicts = async (...more: string[]) => {
		const { out } = await markpen("check", "smaller.nib.txt", "--exercise", "again.exercise.yaml", "--json", ...more);
		const { criteria } = JSON.parse(out) as { criteria: { id: string; verdict: string; waits?: string }[] };
		return Object.fromEntries(criteria.map((c) => [c.id, c.waits ?? c.verdict]));
	};
	beforeAll(() => {
		write(
			"again.exercise.yaml",
			`format: markpen/exercise@1
id: again
title: Again
brief: Draw the buoy smaller than you drew it, and say how wide it is.
continues: mooring-buoy
model: circle centre 200, 150 diameter 40
figures:
  buoy: { kind: circle }
criteria:
  - { id: there, check: count, of: buoy, exactly: 1, points: 1 }
  - id: smaller
    check: measure
    of: buoy
    what: diameter
    less than: { of: buoy, what: diameter, in: own last }
    points: 1
  - { id: like-it, check: likeness, to: { own hand-in of: mooring-buoy }, ignoring: [scale, colour], points: 1 }
  - { id: wide, check: answer, ask: How wide is it?, expects: 40, points: 1 }
`,
		);
		write("smaller.nib.txt", "circle centre 200, 150 diameter 40");
		write("before.nib.txt", "circle centre 200, 150 diameter 80");
		write("answers.yaml", "wide: 40\n");
	});

	test("without it, what rests on it can't be judged", async () => {
		expect(await verdicts()).toEqual({ there: "met", smaller: "not-judged", "like-it": "missed", wide: "answer" });
	});
	test("a last try, the hand-in that it continues from, and answers", async () => {
		expect(await verdicts("--last", "before.nib.txt")).toMatchObject({ smaller: "met" });
		expect(await verdicts("--last", "smaller.nib.txt")).toMatchObject({ smaller: "missed" });
		expect(await verdicts("--continues", "before.nib.txt")).toMatchObject({ smaller: "met", "like-it": "met" });
		expect(await verdicts("--answers", "answers.yaml")).toMatchObject({ wide: "met" });
	});
	test("several programs are all marked with it", async () => {
		mkdirSync(join(folder, "one"), { recursive: true });
		write("one/a.nib.txt", "circle centre 200, 150 diameter 40");
		write("one/b.nib.txt", "circle centre 200, 150 diameter 90");
		const { out } = await markpen(
			"check",
			"one",
			"--exercise",
			"again.exercise.yaml",
			"--last",
			"before.nib.txt",
			"--json",
		);
		const { reports } = JSON.parse(out) as { reports: { criteria: { verdict: string }[] }[] };
		expect(reports.map((r) => r.criteria[1]?.verdict)).toEqual(["met", "missed"]);
	});
	test("what doesn't fit is refused with a sentence", async () => {
		const refused = async (exercise: string, ...more: string[]) =>
			(await markpen("check", "smaller.nib.txt", "--exercise", exercise, ...more)).err;
		expect(await refused(BUOY, "--continues", "before.nib.txt")).toBe(
			"The exercise mooring-buoy continues no other exercise. Leave out --continues.\n",
		);
		write("other.yaml", "width: 40\n");
		expect(await refused("again.exercise.yaml", "--answers", "other.yaml")).toBe(
			"other.yaml: the exercise has no question with the id width. Its ids: wide.\n",
		);
		write("other.yaml", "forty\n");
		expect(await refused("again.exercise.yaml", "--answers", "other.yaml")).toContain("one line for each answer");
		expect(await refused("again.exercise.yaml", "--last", "nowhere.nib.txt")).toContain("There is no file");
	});
});

describe("explain", () => {
	test("tells a kept report in words, for teachers and for students", async () => {
		const { out } = await markpen("check", "files", "--exercise", BUOY, "--json");
		writeFileSync(join(folder, "reports.json"), out);
		const teacher = await markpen("explain", "reports.json", "--only", "bo");
		expect([teacher.code, teacher.out.includes("Line 4: the number is the radius")]).toEqual([1, true]);
		const student = await markpen("explain", "reports.json", "--only", "bo", "--student");
		expect(student.out).toContain("Try next\n  → Look at the size in line 4: is the number all the way across, or");
	});

	test("what holds no report is refused with a sentence", async () => {
		writeFileSync(join(folder, "other.json"), '{"a": 1}');
		expect(await markpen("explain", "other.json")).toEqual({
			code: 2,
			out: "",
			err: "other.json has no report. Make one with: markpen check --json\n",
		});
		expect((await markpen("explain", "files/ana.nib.txt")).err).toMatch(/isn't JSON/);
	});
});

describe("exercise", () => {
	test("new writes a file with comments that reads and whose model earns everything, and never over one that is there", async () => {
		expect((await markpen("exercise", "new", "harbour-lamp")).code).toBe(0);
		expect(readFileSync(join(folder, "harbour-lamp.exercise.yaml"), "utf8").match(/^ *#/gm)?.length).toBeGreaterThan(8);
		expect((await markpen("try", "harbour-lamp.exercise.yaml")).code).toBe(0);
		expect(await markpen("exercise", "new", "harbour-lamp")).toEqual({
			code: 2,
			out: "",
			err: "harbour-lamp.exercise.yaml exists already. Nothing was written.\n",
		});
		expect((await markpen("exercise", "new", "No Id")).code).toBe(2);
	});

	test("read tells every wrong value with its line", async () => {
		writeFileSync(
			join(folder, "wrong.exercise.yaml"),
			readFileSync(BUOY, "utf8").replace("exactly: 1", "exactley: 1").replace("is: red", "is: rde"),
		);
		const { code, out } = await markpen("exercise", "read", "wrong.exercise.yaml");
		expect(code).toBe(1);
		expect(out).toMatch(
			/^wrong\.exercise\.yaml:21:\d+: criteria\[0\]\.exactley: "exactley" isn't known here; did you mean "exactly"\?$/m,
		);
		expect(out).toMatch(/"rde" isn't a colour/);
		expect((await markpen("exercise", "read", BUOY)).out).toMatch(/reads: Mooring buoy, 13 criteria\.$/m);
	});

	test("schema prints a JSON Schema", async () => {
		const schema = JSON.parse((await markpen("exercise", "schema")).out);
		expect([schema.$schema, schema.properties.format.const]).toEqual([
			"https://json-schema.org/draft/2020-12/schema",
			"markpen/exercise@1",
		]);
		expect(JSON.parse((await markpen("exercise", "schema", "--collection")).out).properties.exercises.type).toBe(
			"array",
		);
	});
});

test("alike lists nothing where no two are closer than usual, as JSON too", async () => {
	expect(await markpen("alike", "files", "--exercise", BUOY)).toEqual({
		code: 0,
		out: "No two of 3 programs are unusually similar.\n",
		err: "",
	});
	expect(JSON.parse((await markpen("alike", "files", "--exercise", BUOY, "--json")).out)).toEqual({
		files: 3,
		pairs: [],
	});
});

describe("consequences that are forgiven", () => {
	test("cost no more than the most valuable criterion of a cause; others say from which line they follow", async () => {
		const sail = readFileSync(new URL("../../demo/exercises/sail.exercise.yaml", import.meta.url), "utf8");
		const write = (name: string, text: string) => writeFileSync(join(folder, name), text);
		write("kind.exercise.yaml", sail.replace("criteria:", "consequences: forgiven\ncriteria:"));
		write(
			"kind.nib.txt",
			"pen width 3 colour blue\nwalk 90\nturn left 135\nwalk 127\nturn right 135\nwalk 90\n" +
				'text "Plover" at -150, 100\n',
		);
		const { out } = await markpen("check", "kind.nib.txt", "--exercise", "kind.exercise.yaml");
		expect(out.split("\n")[0]).toBe("kind.nib.txt  Sail  10 of 12");
		expect(out.match(/Follows from line 5, so nothing is deducted\./g)).toHaveLength(2);
	});
});

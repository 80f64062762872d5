import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { BEACON, BEACON_CANVAS, BEACON_NIB, BEACON_SVG } from "../beacon.ts";
import { runMarkpen } from "./run-markpen.ts";

let folder: string;
beforeAll(() => {
	folder = mkdtempSync(join(tmpdir(), "markpen-"));
	mkdirSync(join(folder, "class"));
	const files = {
		"beacon.exercise.yaml": BEACON,
		"elsewhere.exercise.yaml": BEACON.replace("[javascript, nib, svg]", "[javascript, logo]"),
		"right.js": BEACON_CANVAS,
		"right.nib.txt": BEACON_NIB,
		"right.svg": BEACON_SVG,
		"wide.svg": BEACON_SVG.replace('r="40"', 'r="80"'),
		"unclosed.svg": BEACON_SVG.replace('"gold"/>', '"gold">'),
		"misspelt.svg": BEACON_SVG.replace("<rect", "<rekt"),
		"unnamed.txt": BEACON_CANVAS,
		"wide.js": BEACON_CANVAS.replace("40, 0", "80, 0"),
		"misspelt.js": BEACON_CANVAS.replace("c.fill()", "c.fil()"),
		"unclosed.js": BEACON_CANVAS.replace("Math.PI * 2)", "Math.PI * 2"),
		"endless.js": `${BEACON_CANVAS}while (true) c.fillRect(0, 0, 1, 1);\n`,
		"class/ana.js": BEACON_CANVAS,
		"class/bo.nib.txt": BEACON_NIB,
		"class/di.svg": BEACON_SVG,
		"class/cy.js": BEACON_CANVAS.replace("gold", "green"),
	};
	for (const [name, text] of Object.entries(files)) writeFileSync(join(folder, name), text);
});
afterAll(() => rmSync(folder, { recursive: true }));

const markpen = (...args: string[]) => runMarkpen(folder, args);
const check = (...files: string[]) => markpen("check", ...files, "--exercise", "beacon.exercise.yaml");

describe("the file's ending decides the language", () => {
	test("to draw, and all languages give the same figures", async () => {
		const drawn = await markpen("draw", "right.js");
		expect([drawn.code, drawn.err]).toEqual([0, ""]);
		expect(drawn.out).toMatch(/^<svg [\s\S]*fill="#ffd700"[\s\S]*fill="#000080"[\s\S]*<\/svg>\n$/);
		expect((await markpen("draw", "right.js", "--out", "right.png")).code).toBe(0);
		expect(readFileSync(join(folder, "right.png")).subarray(1, 4).toString()).toBe("PNG");
		const [canvas, nib] = [await markpen("figures", "right.js"), await markpen("figures", "right.nib.txt")];
		const withoutLines = (text: string) => text.replace(/, line \d+/g, "");
		expect(withoutLines(canvas.out)).toBe(withoutLines(nib.out));
		expect(withoutLines((await markpen("figures", "right.svg")).out)).toBe(withoutLines(nib.out));
		expect(canvas.out).toContain("1. circle, 80 across, yellow #ffd700, centre 200, 120, line 6");
	});

	test("or --language does, and another one than there are is refused", async () => {
		const [named, read] = [
			await markpen("figures", "unnamed.txt", "--language", "javascript"),
			await markpen("figures", "right.js"),
		];
		expect(named.out).toBe(read.out);
		const other = await markpen("figures", "unnamed.txt", "--language", "logo");
		expect([other.code, other.out]).toEqual([2, ""]);
		expect(other.err).toMatch(/logo.*nib.*javascript.*svg/);
		const file = await markpen("check", "right.js", "--exercise", "elsewhere.exercise.yaml");
		expect([file.code, file.err]).toEqual([2, expect.stringMatching(/^elsewhere\.exercise\.yaml:\d+:\d+: languages/)]);
	});
});

describe("check", () => {
	test("marks programs of all languages in one folder", async () => {
		const { code, out } = await check("class");
		expect(code).toBe(1);
		expect(out).toMatch(/ana +5 of 5/);
		expect(out).toMatch(/bo +5 of 5/);
		expect(out).toMatch(/cy +4 of 5/);
		expect(out).toMatch(/di +5 of 5/);
		expect(out).toContain("4 programs, 3 with all points.");
	});

	test("finds the number behind what is missed, of all that would do the one that draws the model's picture", async () => {
		const { code, out } = await check("wide.js");
		expect(code).toBe(1);
		expect(out).toContain("wide.js  Beacon  3 of 5");
		expect(out).toContain("Wanted a diameter of 80, found 160. (line 6)");
		expect(out).toMatch(/→ Line 5: .*the number 40 meets 1 more criterion/);
	});

	test("finds the number in a document too, and names what is wrong with one at its place", async () => {
		const { out } = await check("wide.svg");
		expect(out).toContain("wide.svg  Beacon  3 of 5");
		expect(out).toMatch(/→ Line 2: the number is the radius; the number 40 meets 1 more criterion/);
		expect((await check("unclosed.svg")).out).toContain(
			"unclosed.svg:2:3: error: “circle” is never closed. Nothing comes inside it, so write “/>” at its end.",
		);
		expect((await check("misspelt.svg")).out).toContain(
			"misspelt.svg:3:3: remark: There is no element “rekt”, so nothing of it is drawn. Did you mean “rect”?",
		);
	});

	test("names a misspelt method with its place, and blames nothing else for what is missing", async () => {
		const { out } = await check("misspelt.js");
		expect(out).toContain("misspelt.js:6:3: error: A canvas can't “fil”. Did you mean “fill”?");
		expect(out).not.toContain("→");
	});

	test("names the place of what can't be read", async () => {
		const { code, out } = await check("unclosed.js");
		expect([code, out.split("\n").filter((l) => l.includes("error")).length]).toEqual([1, 1]);
		expect(out).toMatch(/unclosed\.js:[56]:\d+: error: .*\)/);
	});

	test("ends a program that doesn't, and keeps what it drew", async () => {
		const { out } = await check("endless.js");
		expect(out).toMatch(/endless\.js:9:\d+: error: /);
		expect(out).toMatch(/● met +One circle/);
	});

	test("gives the same report twice, with the language of each line's words in JSON too", async () => {
		const again = () => markpen("check", "wide.js", "--exercise", "beacon.exercise.yaml", "--json");
		const [first, second] = [await again(), await again()];
		expect(first.out).toBe(second.out);
		expect(JSON.parse(first.out)).toBeTruthy();
	});
});

test("try runs the model in its own language, changes it and says which changes nothing notices", async () => {
	const { code, out } = await markpen("try", "beacon.exercise.yaml");
	expect(code).toBe(1);
	expect(out).toContain("1. circle, 80 across, yellow #ffd700, centre 200, 120, line 5");
	expect(out).toMatch(/model +5 of 5/);
	expect(out).toMatch(/empty program +0/);
	expect(out).toMatch(/unseen +x and y exchanged, line \d/);
});

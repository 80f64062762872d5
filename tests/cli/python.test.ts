import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, test } from "vitest";
import { BEACON_IN_PYTHON, BEACON_NIB, BEACON_PYTHON } from "../beacon.ts";
import { runMarkpen } from "./run-markpen.ts";

let folder: string;
beforeAll(() => {
	folder = mkdtempSync(join(tmpdir(), "markpen-"));
	mkdirSync(join(folder, "class"));
	const files = {
		"beacon.exercise.yaml": BEACON_IN_PYTHON,
		"right.py": BEACON_PYTHON,
		"right.nib.txt": BEACON_NIB,
		"unnamed.txt": BEACON_PYTHON,
		"wide.py": BEACON_PYTHON.replace("light(80)", "light(160)"),
		"misspelt.py": BEACON_PYTHON.replace("fill(", "fil("),
		"unclosed.py": BEACON_PYTHON.replace("light(80)", "light(80"),
		"endless.py": `${BEACON_PYTHON}while True:\n    dot(at=(9, 9))\n`,
		"class/ana.py": BEACON_PYTHON,
		"class/bo.nib.txt": BEACON_NIB,
		"class/cy.py": BEACON_PYTHON.replace("gold", "green"),
	};
	for (const [name, text] of Object.entries(files)) writeFileSync(join(folder, name), text);
});
afterAll(() => rmSync(folder, { recursive: true }));

const markpen = (...args: string[]) => runMarkpen(folder, args);
const check = (...files: string[]) => markpen("check", ...files, "--exercise", "beacon.exercise.yaml");

test("draw and figures run Python by the file's ending, or by --language", async () => {
	const [python, nib] = [await markpen("figures", "right.py"), await markpen("figures", "right.nib.txt")];
	const withoutLines = (text: string) => text.replace(/, lines? \d+(?: and \d+)?/g, "");
	expect(withoutLines(python.out)).toBe(withoutLines(nib.out));
	expect(python.out).toContain("lines 8 and 5");
	expect((await markpen("figures", "unnamed.txt", "--language", "python")).out).toBe(python.out);
	expect((await markpen("draw", "right.py")).out).toMatch(/^<svg [\s\S]*fill="#ffd700"/);
});

test("check marks Python and Nib in one folder", async () => {
	const { code, out } = await check("class");
	expect(code).toBe(1);
	for (const [name, points] of Object.entries({ ana: 5, bo: 5, cy: 4 }))
		expect(out).toMatch(new RegExp(`${name} +${points} of 5`));
	expect(out).toContain("3 programs, 2 with all points.");
});

test("check names the line behind what is missed, and the place of what is wrong", async () => {
	expect((await check("wide.py")).out).toMatch(/→ Line 5 or line 8: .* meets 1 more criterion/);
	expect((await check("misspelt.py")).out).toContain(
		"misspelt.py:4:5: error: There is nothing called “fil”. Did you mean “fill”?",
	);
	expect((await check("unclosed.py")).out).toContain(
		"unclosed.py:8:6: error: This round bracket “(” is never closed. Write “)” where it should end.",
	);
	const endless = await check("endless.py");
	expect(endless.out).toMatch(/endless\.py:1[12]:\d+: error: /);
	expect(endless.out).toMatch(/● met +One circle/);
});

test("try changes a model in Python, and writes it otherwise", async () => {
	const { out } = await markpen("try", "beacon.exercise.yaml");
	expect(out).toMatch(/model +5 of 5/);
	expect(out).toMatch(/Strength +\d+/);
	expect(out).toMatch(/Fairness +100 % of (?:9|1\d) other right solutions earn full points/);
});

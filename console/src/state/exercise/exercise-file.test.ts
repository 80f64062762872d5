import { conditionsOf, readExercise } from "@markpen/core";
import { describe, expect, test } from "vitest";
import {
	freshFile,
	idFor,
	partsOf,
	withCriterion,
	withCriterionPart,
	withCriterionValue,
	withLanguages,
	withoutCriterion,
	withPart,
	withSetting,
	withSheet,
} from "./exercise-file.ts";

const FILE = `format: markpen/exercise@1
id: lamp
title: Lamp   # as on the poster
brief: |
  A lamp.
language: nib
sheet: { width: 400, height: 300, origin: centre }
tolerance: { position: 4, size: 4, angle: 2, colour: family }
# the model
model: |
  circle centre 0, 0 diameter 36
figures: {}
criteria:
  # first of all
  - { id: one, check: count, of: { kind: circle }, exactly: 1, points: 1, hint: [Look., Look again.] }
  - { id: neat, check: nothing else, points: 0.5, bonus: true }
`;
const COMMENTS = ["# as on the poster", "# the model", "# first of all"];

function kept(next: string | undefined): string {
	expect(next).toBeDefined();
	for (const comment of COMMENTS) expect(next).toContain(comment);
	const reading = readExercise(next as string);
	expect(reading.ok ? [] : reading.problems).toEqual([]);
	return next as string;
}

describe("the parts of a file", () => {
	test("are read as the editor shows them", () => {
		expect(partsOf(FILE)).toMatchObject({
			title: "Lamp",
			brief: "A lamp.\n",
			model: "circle centre 0, 0 diameter 36\n",
			starter: "",
			conditions: {
				sheet: { width: 400, height: 300, origin: "centre" },
				seed: 1,
				frames: null,
				steps: null,
				without: [],
			},
			criteria: [
				{ id: "one", points: 1, hint: "Look.\nLook again.", bonus: false },
				{ id: "neat", points: 0.5, bonus: true },
			],
		});
	});

	test("students' languages take the place of those before, and the model stays in its own", () => {
		const both = kept(withLanguages(FILE, ["nib", "svg"]));
		expect(both).toContain("  A lamp.\nlanguages: [ nib, svg ]\nsheet:");
		expect(partsOf(both)).toMatchObject({ language: "nib", languages: ["nib", "svg"] });
		const svg = kept(withLanguages(both, ["svg"]));
		expect(svg).toContain("  A lamp.\nlanguage: svg\nsheet:");
		expect(partsOf(svg)).toMatchObject({ language: "nib", languages: ["svg"] });
		const again = kept(withLanguages(svg, ["nib"]));
		expect(again).toContain("  A lamp.\nlanguage: nib\nsheet:");
		expect(again).not.toContain("model language");
		expect(partsOf(FILE.replace("language: nib\n", ""))).toMatchObject({ language: "nib", languages: ["nib"] });
	});

	test("are unknown where the YAML can't be read, and odd values are no error", () => {
		expect(partsOf("a: [")).toBeUndefined();
		expect(partsOf("5")).toBeUndefined();
		expect(partsOf("criteria: [null, 5, {points: x}]")?.criteria).toHaveLength(3);
		expect(partsOf("title: {}\nmodel: 3")).toMatchObject({ title: "", model: "" });
	});

	test("say what programs are run under, as the core reads it; what is odd or half written is left out", () => {
		const file = FILE.replace(
			"origin: centre }",
			"origin: centre, paper: lightcyan }\nrun: { seeds: [7, 8], frames: 30, steps: 900 }\nstatements: { without: [circle, curve] }",
		).replace("circle centre 0, 0 diameter 36", "walk 36");
		const reading = readExercise(file);
		expect(reading.ok && conditionsOf(reading.exercise)).toEqual(partsOf(file)?.conditions);
		expect(partsOf(file)?.conditions.sheet?.paper).toBe("lightcyan");
		const odd = partsOf(
			"sheet: { width: wide, height: 300 }\nrun: { seeds: x, frames: -3, steps: 0.5 }\nstatements: { without: circle }",
		);
		expect(odd?.conditions).toEqual({ sheet: null, seed: 1, frames: null, steps: null, without: [] });
		expect(
			partsOf("sheet: { width: 300, height: 200, origin: middle }\nrun: 5\nstatements:")?.conditions.sheet,
		).toBeNull();
	});
});

describe("an edit keeps comments and the file readable", () => {
	test("of the title, the brief, the model and the starter", () => {
		expect(partsOf(kept(withPart(FILE, "title", "A: lamp")))?.title).toBe("A: lamp");
		const brief = "Line one\n\n  # no comment: “quoted” **bold**\n";
		expect(partsOf(kept(withPart(FILE, "brief", brief)))?.brief).toBe(brief);
		const model = "circle centre 0, 0 diameter 36\n-- words: and # signs\n";
		expect(partsOf(kept(withPart(FILE, "model", model)))?.model).toBe(model);
		const started = kept(withPart(FILE, "starter", "walk 5"));
		expect(partsOf(started)?.starter).toBe("walk 5\n");
		expect(kept(withPart(started, "starter", ""))).not.toContain("starter");
	});

	test("of the criteria: one more with its figure, its points, hints and heading, and one fewer", () => {
		const more = kept(
			withCriterion(FILE, {
				criterion: { id: "across", check: "measure", of: "circle", what: "diameter", is: 36, points: 1 },
				figures: { circle: { kind: "circle" } },
			}),
		);
		expect(more).toContain("- { id: across, check: measure, of: circle, what: diameter, is: 36, points: 1 }");
		const pointed = kept(withCriterionPart(more, 2, "points", 2.5));
		expect(partsOf(pointed)?.criteria[2]?.points).toBe(2.5);
		expect(partsOf(kept(withCriterionPart(pointed, 2, "hint", "One.\nTwo.")))?.criteria[2]?.hint).toBe("One.\nTwo.");
		const headed = kept(withCriterionPart(pointed, 2, "part", "The lamp"));
		expect(partsOf(headed)?.criteria[2]?.part).toBe("The lamp");
		expect(partsOf(kept(withCriterionPart(headed, 2, "part", "")))?.criteria[2]?.part).toBe("");
		expect(partsOf(kept(withCriterionPart(headed, 1, "bonus", false)))?.criteria[1]?.bonus).toBe(false);
		expect(partsOf(kept(withoutCriterion(headed, 1)))?.criteria.map((c) => c.id)).toEqual(["one", "across"]);
	});

	test("changes nothing where the file can't be read", () => {
		expect(withPart("a: [", "title", "x")).toBeUndefined();
		expect(withCriterion("a: [", { criterion: { id: "x" }, figures: {} })).toBeUndefined();
	});
});

test("a fresh file reads, whatever its title", () => {
	for (const title of ["Gulls & crates", 'A "quoted" one', "x: y # z", "Ünïcode"]) {
		const reading = readExercise(freshFile(idFor(title), title));
		expect([title, reading.ok]).toEqual([title, true]);
	}
});

test("an id is made of a title's letters", () => {
	expect(["Gulls & Crates", "  Évora 2 ", "漢字"].map(idFor)).toEqual(["gulls-crates", "evora-2", ""]);
});

describe("a criterion's values", () => {
	const file = FILE.replace(
		"  - { id: neat,",
		"  - { id: place, check: position, of: { kind: circle }, at: [0, 0], within: 3, credit: by distance, points: 1 }\n" +
			"  - { id: neat,",
	);

	test("are named by their place, apart from what every criterion has", () => {
		const [one, place] = partsOf(file)?.criteria ?? [];
		expect(one?.values.map((v) => [v.label, v.value])).toEqual([
			["of, kind", "circle"],
			["exactly", 1],
		]);
		expect(place?.values.map((v) => [v.label, v.value])).toEqual([
			["of, kind", "circle"],
			["at, x", 0],
			["at, y", 0],
		]);
		expect([place?.check, place?.within, place?.credit]).toEqual(["position", "3", "by distance"]);
	});

	test("are changed where they are", () => {
		const next = kept(withCriterionValue(file, 1, ["at", 1], 40));
		expect(next).toContain("at: [ 0, 40 ]");
		expect(partsOf(next)?.criteria[1]?.values.at(-1)?.value).toBe(40);
	});

	test("a tolerance and a credit that are taken back leave the file", () => {
		const without = kept(
			withCriterionPart(kept(withCriterionPart(file, 1, "within", "")), 1, "credit", "all or nothing"),
		);
		expect(without).not.toMatch(/within|credit/);
	});

	test("a usual value of one key is kept as the text of another", () => {
		expect(kept(withCriterionPart(file, 1, "says", "all or nothing"))).toContain("says: all or nothing");
	});
});

describe("the settings", () => {
	test.each([
		["size", "6", "size: 6"],
		["seeds", "1, 2, 3", "seeds: [ 1, 2, 3 ]"],
		["without", "curve, arc", "without: [ curve, arc ]"],
		["teaches", "loops, turns and angles", "teaches: [ loops, turns and angles ]"],
		["level", "2", "level: 2"],
		["consequences", "forgiven", "consequences: forgiven"],
	] as const)("%s is set to %s, and taken back", (name, value, text) => {
		const next = kept(withSetting(FILE, name, value));
		expect(next).toContain(text);
		expect(partsOf(next)?.settings[name]).toBe(value);
		const back = kept(withSetting(next, name, ""));
		expect([partsOf(back)?.settings[name], back.includes("run:") || back.includes("statements:")]).toEqual(["", false]);
	});

	test("the sheet keeps what isn't changed", () => {
		const next = kept(
			withSheet(FILE.replace("origin: centre", "origin: centre, paper: white"), {
				width: 90,
				height: 60,
				origin: "top left",
			}),
		);
		expect(partsOf(next)?.conditions.sheet).toEqual({ width: 90, height: 60, origin: "top left", paper: "white" });
	});
});

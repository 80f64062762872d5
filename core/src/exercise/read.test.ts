import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { readExercise } from "./read.ts";

const GOOD = readFileSync(new URL("../../examples/touchstones/mooring-buoy.exercise.yaml", import.meta.url), "utf8");

function problemsOf(text: string) {
	const reading = readExercise(text);
	return reading.ok ? [] : reading.problems.map((p) => `${p.line} ${p.path}: ${p.message}`);
}

test("a good file reads, with what it leaves out filled in", () => {
	const reading = readExercise(GOOD.replace("language: nib\n", ""));
	expect(reading.ok && [reading.exercise.id, reading.exercise.language, reading.exercise.criteria.length]).toEqual([
		"mooring-buoy",
		"nib",
		11,
	]);
});

describe("a mistake has its line and path, and the nearest word", () => {
	const line = (part: string) => GOOD.split("\n").findIndex((l) => l.includes(part)) + 1;

	test.each([
		[
			"an unknown key",
			"exactly: 1",
			"exactley: 1",
			"id: one",
			'criteria[0].exactley: "exactley" isn\'t known here; did you mean "exactly"?',
		],
		[
			"an unknown kind",
			"kind: circle, fill",
			"kind: cirle, fill",
			"  buoy:",
			'figures.buoy.kind: "cirle" isn\'t known here; did you mean "circle"?',
		],
		[
			"an unknown check",
			"check: sheet",
			"check: shet",
			"id: water",
			'criteria[9].check: "shet" isn\'t known here; did you mean "sheet"?',
		],
		[
			"an unknown colour",
			"what: fill, is: red",
			"what: fill, is: rde",
			"id: red,",
			'criteria[3].is: "rde" isn\'t a colour: give a family (red, orange, yellow, green, turquoise, blue, purple, pink, brown, black, grey, white), a CSS name or a code like #c81e1e',
		],
		[
			"a figure that isn't there",
			"of: band, what: fill",
			"of: bnad, what: fill",
			"id: band-white",
			'criteria[6].of: no figure is called "bnad"; figures has buoy, band',
		],
		[
			"an id that is too long",
			"id: one, check",
			`id: ${"o".repeat(81)}, check`,
			"id: one",
			"criteria[0].id: an id has at most 80 letters",
		],
		[
			"a criterion without a check",
			"check: sheet, ",
			"",
			"id: water",
			"criteria[9]: say what is checked: check is missing here; a criterion reads like { id: middle, check: position, of: buoy, at: [200, 150], points: 1 }",
		],
		[
			"an option that needs another",
			"is: [centred, inside], ",
			"",
			"id: on-it",
			"criteria[7]: say what is wanted: is, or gap; a criterion reads like { id: on-it, check: relation, of: band, to: buoy, is: inside, points: 1 }",
		],
		[
			"two ways at once",
			"what: diameter, is: 80",
			"what: diameter, is: 80, at least: 3",
			"id: across",
			"criteria[1]: say what is wanted by one of is, between, at least, at most, same, as, more than, less than, grows; a criterion reads like { id: across, check: measure, of: buoy, what: diameter, is: 80, points: 1 }",
		],
		[
			"a number that is none",
			"diameter, is: 80, points: 2",
			"diameter, is: 80, points: two",
			"id: across",
			'criteria[1].points: this is to be a number, as in 40, and it is the text "two"',
		],
		["an id used twice", "id: middle", "id: red", "id: middle", 'criteria[3].id: the id "red" is used twice'],
	])("%s", (...[, from, to, place, message]) => {
		const broken = GOOD.replace(from, to);
		expect(broken).not.toBe(GOOD);
		const shifted = message.includes("used twice") ? line("id: red,") : line(place);
		expect(problemsOf(broken)).toEqual([`${shifted} ${message}`]);
	});

	test("a missing key is reported at the place it belongs to", () => {
		expect(problemsOf(GOOD.replace(/^title:.*\n/m, ""))).toEqual(["1 title: this is missing"]);
	});
});

test("of the YAML reader's errors only the first is reported: one broken character, one message", () => {
	expect(problemsOf(GOOD.replace("[200, 150]", "[200, 150")).length).toBe(1);
	expect(problemsOf(`${GOOD}\n  : : [`).length).toBe(1);
});

test("a file made to be unfolded without end is refused", () => {
	const bomb = `a: &a [x, x, x, x, x, x, x, x, x]\n${["b", "c", "d", "e", "f", "g"].map((k, i) => `${k}: &${k} [${Array(9).fill(`*${"abcdef"[i]}`).join(", ")}]`).join("\n")}\n`;
	expect(problemsOf(bomb).length).toBeGreaterThan(0);
});

test("a criterion that holds others can't be held: two would wait for each other without end", () => {
	const more = (id: string, holds: string) =>
		`  - { id: ${id}, check: runs, seeds: 2, holds: [${holds}], points: 1 }\n`;
	expect(problemsOf(GOOD + more("x", "across"))).toEqual([]);
	expect(problemsOf(GOOD + more("x", "x"))).toEqual([expect.stringContaining('"x" holds other criteria itself')]);
	expect(problemsOf(GOOD + more("x", "y") + more("y", "across"))).toEqual([
		expect.stringContaining('"y" holds other criteria itself'),
	]);
});

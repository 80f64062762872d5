import { describe, expect, test } from "vitest";
import { compare, draw } from "../draw.ts";

const told = (wanted: string, found: string) => compare(draw(wanted), draw(found));
const BAND = "pen none\nfill navy\nrect corner 40, 100 size 200, 30";

describe("differences are in units of the sheet", () => {
	test.each([
		["place, as seen", BAND, BAND.replace("40, 100", "40, 112"), ["The rect is 12 too low (line 3)."]],
		["both ways", BAND, BAND.replace("40, 100", "37, 100"), ["The rect is 3 too far left (line 3)."]],
		[
			"place where y grows upwards",
			`sheet 400, 300 origin centre\n${BAND}`,
			`sheet 400, 300 origin centre\n${BAND.replace("40, 100", "40, 112")}`,
			["The rect is 12 too high (line 4)."],
		],
		[
			"size",
			"circle centre 90, 90 radius 20",
			"circle centre 90, 90 radius 25",
			["The circle is 10 too large (line 1)."],
		],
		["colour", BAND, BAND.replace("navy", "red"), ["The rect is filled vivid red instead of dark blue (line 3)."]],
		[
			"turning",
			"polygon sides 4 centre 90, 90 radius 40",
			"polygon sides 4 centre 90, 90 radius 40 turned 15",
			["The square is turned 15° too far to the left (line 1)."],
		],
		[
			"what is missing and what is too many",
			`${BAND}\ncircle centre 90, 250 radius 20`,
			`${BAND}\nline from 300, 20 to 380, 20`,
			["The circle is missing."],
		],
		["words", 'text "Quay" at 50, 50', 'text "Key" at 50, 50', ["“Key” instead of “Quay”"]],
		["paper", "paper red\nwalk 9", "paper blue\nwalk 9", ["The paper is vivid blue instead of vivid red."]],
		[
			"two colours of one name",
			"paper lightblue\nwalk 9",
			"paper skyblue\nwalk 9",
			["The paper is light blue #87ceeb instead of light blue #add8e6."],
		],
		["nothing", BAND, BAND, []],
	])("%s", (_, wanted, found, sentences) => {
		const said = told(wanted, found);
		for (const sentence of sentences) expect(said.join(" ")).toContain(sentence);
		if (sentences.length === 0) expect(said).toEqual([]);
	});

	test("one of several is named by its order, and one too many is reported", () => {
		const discs = (xs: number[]) => xs.map((x) => `circle centre ${x}, 90 radius 20`).join("\n");
		expect(told(discs([60, 160, 260]), discs([60, 171, 260]))).toEqual([
			"The second circle is 11 too far right (line 2).",
		]);
		expect(told(discs([60]), `${discs([60])}\nline from 300, 200 to 380, 200`)).toEqual([
			"There is a line too many (line 2).",
		]);
	});
});

import { describe, expect, test } from "vitest";
import { marked, sentence, verdicts } from "../test-marking.ts";

describe("an empty place costs half of the weights, and pushes nobody", () => {
	const spec = `figures:
  hull: { kind: trapezium }
  mast: { kind: line }
  flag: { kind: triangle }
criteria:
  - { id: hull, check: position, of: hull, at: [200, 60], points: 1 }
  - { id: mast, check: position, of: mast, at: [200, 130], points: 1 }
  - { id: flag, check: position, of: flag, at: [213.3, 170], points: 1 }`;
	const hull = "polygon at [150, 80], [250, 80], [230, 40], [170, 40]\n";
	const mast = "line from 200, 80 to 200, 180\n";
	const flag = "polygon at [200, 180], [240, 170], [200, 160]\n";

	test("all there: all are found", () =>
		expect(Object.values(verdicts(spec, hull + mast + flag))).toEqual(["met", "met", "met"]));

	test("one is something else far off: the others keep their places", () => {
		const found = verdicts(spec, `${hull + mast}dot at 20, 20 size 8\n`);
		expect(found).toEqual({ hull: "met", mast: "met", flag: "missed" });
	});

	test("a shape that isn't wanted doesn't take the place of one that is", () => {
		const two = `figures:
  left: { kind: circle, diameter: 40 }
  right: { kind: square, width: 40 }
criteria:
  - { id: left, check: position, of: left, at: [60, 100], points: 1 }
  - { id: right, check: position, of: right, at: [300, 100], points: 1 }`;
		expect(verdicts(two, "rect centre 300, 100 size 40, 40\ncircle centre 180, 250 diameter 160")).toEqual({
			left: "missed",
			right: "met",
		});
	});
});

describe("“nothing else” spares what is asked for without a name, up to its number", () => {
	const spec = `criteria:
  - { id: two, check: count, of: { kind: rect }, exactly: 2, points: 2 }
  - { id: neat, check: nothing else, points: 1 }`;
	const rect = (x: number) => `rect centre ${x}, 100 size 60, 30\n`;
	test("two of two", () => expect(verdicts(spec, rect(80) + rect(200))).toEqual({ two: "met", neat: "met" }));
	test("and a circle beside them", () =>
		expect(verdicts(spec, `${rect(80) + rect(200)}circle centre 320, 200 radius 20\n`)).toEqual({
			two: "met",
			neat: "missed",
		}));
	test("a minimum may be exceeded; what is only forbidden spares nothing", () => {
		const more = spec.replace("exactly: 2", "at least: 2");
		expect(verdicts(more, rect(80) + rect(200) + rect(300))).toEqual({ two: "met", neat: "met" });
		const most = `${spec.replace("exactly: 2", "at most: 2")}
  - { id: disc, check: count, of: { kind: circle }, exactly: 1, points: 1 }`;
		expect(verdicts(most, `${rect(80)}circle centre 320, 200 radius 20\n`)).toMatchObject({
			disc: "met",
			neat: "missed",
		});
	});
});

describe("for any: one figure meets all that is asked", () => {
	const spec = `criteria:
  - { id: some, check: measure, of: { kind: rect }, what: [width, height], is: [40, 20], for: any, points: 2 }`;
	test("two that meet a half each don't", () => {
		const program = "rect centre 60, 100 size 40, 90\nrect centre 200, 100 size 77, 20";
		expect(verdicts(spec, program)).toEqual({ some: "missed" });
		expect(sentence(spec, program, "some")).toBe("In the closest figure: Wanted a width of 40, found 77.");
	});
	test("one among others does, and the criterion says that one is enough", () => {
		const program = "rect centre 60, 100 size 40, 90\nrect centre 200, 100 size 40, 20";
		expect(verdicts(spec, program)).toEqual({ some: "met" });
		expect(marked(spec, program).criteria[0]?.asks).toMatch(/ is 40 by 20, for at least one$/);
		expect(marked(spec, program).criteria[0]?.figures).toEqual([1]);
	});
	test("by distance the nearest one counts", () => {
		const near = spec.replace("points: 2", "points: 2, credit: by distance, within: { full: 2, none: 10 }");
		expect(marked(near, "rect centre 60, 100 size 40, 26\nrect centre 200, 100 size 90, 20").points.earned).toBe(1.5);
	});
});

describe("colours are distinct where people tell them apart", () => {
	const spec = (more = "") => `figures:
  disc: { kind: circle, number: 3 }
criteria:
  - { id: three, check: distinct, of: disc, what: fill, at least: 3${more}, points: 1 }`;
	const discs = (...colours: string[]) =>
		colours.map((c, i) => `pen none\nfill ${c}\ncircle centre ${60 + i * 100}, 100 radius 30\n`).join("");
	test.each([
		["two reds that differ much and a blue", discs("#ffb0b0", "#8b0000", "blue"), "", "met"],
		["shades that look alike", discs("#ff0000", "#f80808", "blue"), "", "missed"],
		["the same shades, as far apart as the exercise says", discs("#ff0000", "#e01010", "blue"), ", apart: 1", "met"],
		["no fill isn't a colour", discs("red", "none", "blue"), "", "missed"],
	])("%s", (_, program, more, wanted) => expect(verdicts(spec(more), program)).toEqual({ three: wanted }));
});

describe("a measure that a kind doesn't have is missed with that reason", () => {
	const spec = (what: string) => `figures:
  buoy: { kind: circle }
criteria:
  - { id: it, check: measure, of: buoy, what: ${what}, is: 60, points: 1 }
  - { id: place, check: position, of: buoy, at: [100, 100], points: 1 }`;
	test("the diameter of a circle, and of an ellipse", () => {
		expect(verdicts(spec("diameter"), "circle centre 100, 100 diameter 60")).toEqual({ it: "met", place: "met" });
		expect(verdicts(spec("diameter"), "ellipse centre 100, 100 size 62, 58")).toMatchObject({ it: "met" });
	});
	test.each(["diameter", "radius"])("a square has no %s, though it is in the circle's place", (what) => {
		const square = "rect centre 100, 100 size 60, 60";
		expect(verdicts(spec(what), square)).toMatchObject({ it: "missed" });
		const many = "polygon sides 24 centre 100, 100 radius 30";
		expect(sentence(spec(what), square, "it") ?? sentence(spec(what), many, "it")).toMatch(
			new RegExp(`has no ${what} to measure|No .* found`),
		);
	});
});

describe("everything is on the sheet, as far as the criterion says", () => {
	const spec = (within: string) => `criteria:
  - { id: disc, check: count, of: { kind: circle }, exactly: 1, points: 1 }
  - { id: on, check: sheet, everything on it: true${within}, points: 1 }`;
	const out = "circle centre 388, 150 radius 20";
	test.each([
		["", "missed"],
		[", within: 10", "met"],
		[", within: 5", "missed"],
	])("a disc that sticks out by 8%s", (within, wanted) =>
		expect(verdicts(spec(within), out)).toMatchObject({ on: wanted }),
	);
});

test("of a program that can't be read nothing is judged, and it earns nothing", () => {
	const spec = `figures:
  band: { kind: rect }
criteria:
  - { id: band, check: position, of: band, at: [100, 100], points: 2 }
  - { id: neat, check: nothing else, points: 1 }
  - { id: short, check: code, statements: { at most: 5 }, points: 1 }`;
	const report = marked(spec, "rect centre 100, 100 size 40\nwlak 5", { model: "rect centre 100, 100 size 40, 20" });
	expect(report.state).toBe("unreadable");
	expect(report.errors[0]?.line).toBe(1);
	expect(report.criteria.map((c) => [c.verdict, c.points, c.sentence])).toEqual(
		new Array(3).fill(["not-judged", 0, "Not checked: the program has errors."]),
	);
	expect(report.points).toEqual({ earned: 0, possible: 4, open: 0 });
});

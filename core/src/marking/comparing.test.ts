import { describe, expect, test } from "vitest";
import { inNib, marked, sentence, verdicts } from "../test-marking.ts";

const disc = (x: number, y: number, across: number) => `circle centre ${x}, ${y} diameter ${across}\n`;

describe("of matches that are as good, the one that earns most is taken", () => {
	const spec = `figures:
  front: { kind: circle }
  back: { kind: circle }
  hut: { kind: rect }
criteria:
  - { id: order, check: relation, of: front, to: hut, is: left of, points: 2 }
  - { id: size, check: measure, of: back, what: diameter, at least: 50, points: 2 }
  - { id: hut, check: count, of: hut, exactly: 1, points: 1 }`;
	const hut = "rect centre 200, 100 size 60, 60\n";
	const all = { order: "met", size: "met", hut: "met" };
	test("in either order of drawing", () => {
		expect(verdicts(spec, hut + disc(60, 100, 30) + disc(320, 100, 60))).toEqual(all);
		expect(verdicts(spec, hut + disc(320, 100, 60) + disc(60, 100, 30))).toEqual(all);
	});
	test("what is in nobody's place is still missed", () =>
		expect(verdicts(spec, hut + disc(320, 100, 30) + disc(340, 200, 30))).toEqual({
			order: "missed",
			size: "missed",
			hut: "met",
		}));
	test("of two that are equally large, either may be the largest", () => {
		const largest = `figures:
  big: { kind: circle, pick: largest }
criteria:
  - { id: right, check: position, of: big, at: [300, 100], points: 1 }`;
		expect(verdicts(largest, disc(80, 100, 60) + disc(300, 100, 60))).toEqual({ right: "met" });
		expect(verdicts(largest, disc(80, 100, 70) + disc(300, 100, 60))).toEqual({ right: "missed" });
	});
	test("places are shared out so that most are met", () => {
		const ends = `figures:
  rope: { kind: line }
criteria:
  - { id: ends, check: position, of: rope, anchor: either end, at: [[100, 100], [106, 100]], points: 2, credit: by share }`;
		// 99, 100 is met by the first place alone; by the least sum both would be missed by a little.
		expect(marked(ends, "line from 99, 100 to 96, 100").points.earned).toBe(1);
	});
});

describe("lists of names are compared across the names", () => {
	const spec = (criterion: string) => `figures:
  a: { kind: circle, fill: red }
  b: { kind: circle, fill: green }
  c: { kind: circle, fill: blue }
criteria:
  - { id: it, check: ${criterion}, of: [a, b, c], points: 1 }`;
	const three = (sizes: readonly number[], y: readonly number[] = [100, 100, 100], fills = ["red", "green", "blue"]) =>
		fills.map((fill, i) => `fill ${fill}\n${disc(60 + 120 * i, y[i] as number, sizes[i] as number)}`).join("");
	test("measure: same", () => {
		expect(verdicts(spec("measure, what: width, same: true"), three([40, 41, 40]))).toEqual({ it: "met" });
		const report = marked(spec("measure, what: width, same: true"), three([40, 80, 60]));
		expect(report.criteria[0]).toMatchObject({ verdict: "missed" });
	});
	test("one alone isn't a comparison", () =>
		expect(
			marked(spec("measure, what: width, same: true"), "fill red\ncircle centre 60, 100 diameter 40").criteria[0],
		).toMatchObject({ verdict: "missed", sentence: "Only 1 of the 3 figures found." }));
	test("position: each place of a list once", () => {
		const places = "position, at: [[60, 100], [180, 100], [300, 100]]";
		expect(verdicts(spec(places), three([40, 40, 40]))).toEqual({ it: "met" });
		expect(verdicts(spec(places), three([40, 40, 40], [100, 160, 100]))).toEqual({ it: "missed" });
		const twice = `fill red\n${disc(60, 100, 40)}fill green\n${disc(61, 100, 40)}fill blue\n${disc(300, 100, 40)}`;
		expect(verdicts(spec(places), twice)).toEqual({ it: "missed" });
	});
	test("position: one in each zone", () => {
		const zones = "position, in: [left half, right half, upper half]";
		expect(verdicts(spec(zones), three([40, 40, 40], [100, 250, 100]))).toEqual({ it: "met" });
		expect(verdicts(spec(zones), three([40, 40, 40], [100, 100, 100]))).toEqual({ it: "missed" });
	});
	test("relation: each pair, over the names", () => {
		const level = "relation, is: level, for: each pair";
		expect(verdicts(spec(level), three([40, 40, 40]))).toEqual({ it: "met" });
		expect(verdicts(spec(level), three([40, 40, 40], [100, 100, 140]))).toEqual({ it: "missed" });
	});
});

describe("several measures of one figure", () => {
	test("all sides the same, within one figure", () => {
		const spec = `figures:
  shed: { kind: polygon }
criteria:
  - { id: it, check: measure, of: shed, what: side lengths, same: true, points: 1 }`;
		expect(verdicts(spec, "rect centre 100, 100 size 60, 60")).toEqual({ it: "met" });
		expect(verdicts(spec, "rect centre 100, 100 size 60, 90")).toEqual({ it: "missed" });
		expect(sentence(spec, "rect centre 100, 100 size 60, 90", "it")).toBe(
			"Wanted side lengths that are all the same, found 60 beside 90.",
		);
	});
	test("width and height in any order", () => {
		const spec = `figures:
  shed: { kind: rect }
criteria:
  - { id: it, check: measure, of: shed, what: [width, height], is: [90, 40], in any order: true, points: 1 }`;
		for (const size of ["90, 40", "40, 90"])
			expect(verdicts(spec, `rect centre 100, 100 size ${size}`)).toEqual({ it: "met" });
		for (const size of ["90, 90", "40, 40"])
			expect(verdicts(spec, `rect centre 100, 100 size ${size}`)).toEqual({ it: "missed" });
	});
});

describe("ends and corners of several figures", () => {
	const spec = (criterion: string) => `figures:
  pole: { kind: line, number: 3 }
criteria:
  - { id: it, check: position, of: pole, ${criterion}, points: 1 }`;
	const poles = (tops: readonly number[]) =>
		tops.map((top, i) => `line from ${60 + 100 * i}, 40 to ${60 + 100 * i}, ${top}\n`).join("");
	test("either end: each place by one of the lines", () => {
		const places = "anchor: either end, at: [[60, 120], [160, 140], [260, 160]]";
		expect(verdicts(spec(places), poles([120, 140, 160]))).toEqual({ it: "met" });
		expect(verdicts(spec(places), poles([120, 140, 100]))).toEqual({ it: "missed" });
	});
	test("either end: six places for three lines", () => {
		const places = "anchor: either end, at: [[60, 40], [160, 40], [260, 40], [60, 120], [160, 140], [260, 160]]";
		expect(verdicts(spec(places), poles([120, 140, 160]))).toEqual({ it: "met" });
		expect(verdicts(spec(places), poles([120, 140, 150]))).toEqual({ it: "missed" });
	});
	test("either end at one place: every line has an end there", () => {
		const rays = "line from 200, 100 to 260, 100\nline from 200, 160 to 200, 100\nline from 200, 100 to 140, 40\n";
		expect(verdicts(spec("anchor: either end, at: [200, 100]"), rays)).toEqual({ it: "met" });
		expect(
			verdicts(
				spec("anchor: either end, at: [200, 100]"),
				rays.replace("200, 160 to 200, 100", "200, 160 to 200, 120"),
			),
		).toEqual({ it: "missed" });
	});
	test("far ends in a row, from where the others meet", () => {
		const fan = (y: number) =>
			`line from 200, 50 to 100, 150\nline from 200, ${y} to 200, 50\nline from 300, 150 to 200, 50\n`;
		const row = `figures:
  ray: { kind: line, number: 3 }
criteria:
  - { id: it, check: arrangement, of: ray, as: row, by: far end, points: 1 }`;
		expect(verdicts(row, fan(150))).toEqual({ it: "met" });
		expect(verdicts(row, fan(180))).toEqual({ it: "missed" });
	});
	test("a figure without the place that is looked at is missed with that reason", () => {
		const base = `figures:
  sign: { kind: [text, rect] }
criteria:
  - { id: it, check: position, of: sign, anchor: baseline, at: [100, 100], points: 1 }`;
		expect(sentence(base, "rect centre 100, 100 size 60, 20", "it")).toBe(
			"Wanted the baseline of the sign, found a rect, which has none.",
		);
	});
});

describe("each differs from the one before by a step", () => {
	const spec = (criterion: string) => `figures:
  plank: { kind: rect, number: 5 }
criteria:
  - { id: it, check: arrangement, of: plank, ${criterion}, points: 1 }`;
	const planks = (widths: readonly number[]) =>
		widths.map((w, i) => `rect centre 200, ${40 + 30 * i} size ${w}, 20\n`).join("");
	const narrower = "as: column, from: bottom, growing: { what: width, by: -16 }, within: 1";
	test("sizes: a step that is a little off doesn't add up, and the step that was found is said", () => {
		expect(verdicts(spec(narrower), planks([200, 184, 168, 152, 136]))).toEqual({ it: "met" });
		expect(verdicts(spec(narrower), planks([200, 183.2, 166.4, 149.6, 132.8]))).toEqual({ it: "met" });
		expect(sentence(spec(narrower), planks([200, 186, 172, 158, 144]), "it")).toBe(
			"Wanted each 16 less in width than the one before, found 14 less. All 4 are wrong.",
		);
	});
	test("sizes: by the exercise's own tolerance too, a step that isn't the one asked for is missed at each", () => {
		const asked = spec(narrower.replace("as: column, ", "").replace(", within: 1", ", credit: by share"));
		expect(marked(asked, planks([200, 184, 168, 152, 136])).points.earned).toBe(1);
		expect(marked(asked, planks([200, 185, 170, 155, 140])).criteria[0]).toMatchObject({
			points: 0,
			sentence: "Wanted each 16 less in width than the one before, found 15 less. All 4 are wrong.",
		});
	});
	test("sizes: no step at all isn't a small one", () => {
		const by2 = "as: column, from: bottom, growing: { what: width, by: -2 }";
		expect(verdicts(spec(by2), planks([100, 98, 96, 94, 92]))).toEqual({ it: "met" });
		expect(verdicts(spec(by2), planks([100, 100, 100, 100, 100]))).toEqual({ it: "missed" });
	});
	test("places: one that is out of place is missed once", () => {
		const row = (xs: readonly number[]) => xs.map((x) => `rect centre ${x}, 100 size 20, 20\n`).join("");
		const report = marked(spec("as: row, step: 60, credit: by share"), row([60, 120, 195, 240, 300]));
		expect(report.criteria[0]?.sentence).toBe("Wanted a step of 60, found one of 75.");
	});
	test("angles, each from the one before", () => {
		const oars = (angles: readonly number[]) =>
			angles.map((a, i) => `rect centre ${50 + 80 * i}, 100 size 60, 8 turned ${a}\n`).join("");
		const turned = "as: in drawing order, turning: { by: 15 }";
		expect(verdicts(spec(turned), oars([0, 15, 30, 45, 60]))).toEqual({ it: "met" });
		expect(verdicts(spec(turned), oars([0, 15.6, 31.2, 46.8, 62.4]))).toEqual({ it: "met" });
		expect(verdicts(spec(turned), oars([0, 20, 40, 60, 80]))).toEqual({ it: "missed" });
	});
	test("colours in turn: a sequence that begins with the other one is missed at its first alone", () => {
		const report = marked(
			spec("as: column, from: bottom, alternating: [red, white], credit: by share"),
			["white", "red", "white", "red", "white"]
				.map((c, i) => `fill ${c}\nrect centre 200, ${40 + 30 * i} size 90, 20\n`)
				.join(""),
		);
		expect(report.criteria[0]?.sentence).toBe("Wanted red for number 1, found another.");
	});
});

describe("what was given and what became of it", () => {
	const given = "fill red\ncircle centre 80, 100 diameter 40\nfill blue\nrect centre 200, 100 size 60, 40";
	const spec = (criterion: string, starter = given) => `starter: |
${starter.replace(/^/gm, "  ")}
figures:
  buoy: { kind: circle }
criteria:
  - { id: it, check: change, ${criterion}, points: 1 }
  - { id: base, check: count, of: { kind: rect }, at least: 1, points: 1 }`;
	const moved = given.replace("80, 100", "140, 220").replace("fill red", "fill green");
	test("what was moved and recoloured is neither gone nor added", () => {
		const none = spec("figures: { added: 0, gone: 0 }");
		expect(verdicts(none, moved)).toMatchObject({ it: "met" });
		expect(verdicts(none, `${moved}\nline from 10, 10 to 60, 10`)).toMatchObject({ it: "missed" });
		expect(verdicts(none, given.split("\n").slice(2).join("\n"))).toMatchObject({ it: "missed" });
	});
	test("of more figures than are paired with care, those that nothing was done to are still the same", () => {
		const dot = (i: number) => `circle centre ${10 + 12 * (i % 30)}, ${10 + 14 * Math.floor(i / 30)} diameter 6`;
		const many = ["fill red", ...Array.from({ length: 450 }, (_, i) => dot(i))].join("\n");
		const none = spec("figures: { added: 0, gone: 0 }", many);
		const extra = "rect centre 380, 290 size 12, 10";
		expect(verdicts(none, many)).toMatchObject({ it: "met" });
		expect(verdicts(none, `${many}\n${extra}`)).toMatchObject({ it: "missed" });
	});
	test("moved alone can be met", () => {
		expect(verdicts(spec("of: buoy, moved: true"), moved)).toMatchObject({ it: "met" });
		expect(verdicts(spec("of: buoy, moved: true"), given.replace("red", "green"))).toMatchObject({ it: "missed" });
	});
	test("smaller than before: of the student's last try, or of the hand-in that this one continues from", () => {
		const smaller = `continues: earlier-exercise
figures:
  buoy: { kind: circle }
criteria:
  - { id: it, check: measure, of: buoy, what: diameter, less than: { of: buoy, what: diameter, in: own last }, points: 1 }`;
		const program = "circle centre 80, 100 diameter 40";
		const verdict = (brought: object) => marked(smaller, program, { brought }).criteria[0];
		expect(verdict({ lastTry: inNib("circle centre 80, 100 diameter 60") })).toMatchObject({ verdict: "met" });
		expect(verdict({ lastTry: inNib("circle centre 80, 100 diameter 30") })).toMatchObject({ verdict: "missed" });
		expect(verdict({ earlier: { "earlier-exercise": inNib("circle centre 80, 100 diameter 60") } })).toMatchObject({
			verdict: "met",
		});
		expect(verdict({})).toMatchObject({ verdict: "not-judged" });
		expect(verdict({})?.asks).toBe("Diameter of the buoy: less than the diameter of the buoy in your last try");
	});
});

describe("likeness", () => {
	const spec = (more = "") => `criteria:
  - { id: it, check: likeness, to: model, points: 1${more} }`;
	const verdict = (program: string, model: string, more = "") =>
		marked(spec(more), program, { model }).criteria[0]?.verdict;
	const round = "pen none\nfill red\ncircle centre 200, 150 diameter 120";
	test("the paper counts, where it isn't ignored", () => {
		expect(verdict(round, round)).toBe("met");
		expect(verdict(`paper navy\n${round}`, round)).toBe("missed");
		expect(verdict(`paper navy\n${round}`, round, ", ignoring: [paper]")).toBe("met");
	});
	test("a square isn't a disc, even of its colour and size", () => {
		expect(
			verdict(round.replace("circle centre 200, 150 diameter 120", "rect centre 200, 150 size 120, 120"), round),
		).toBe("missed");
		expect(verdict(round.replace("200, 150", "203, 151"), round)).toBe("met");
	});
});

describe("the program's text", () => {
	const spec = (criterion: string) => `figures:
  buoy: { kind: circle }
criteria:
  - { id: it, check: code, ${criterion}, points: 1 }
  - { id: base, check: count, of: everything, at least: 1, points: 1 }`;
	const buoy = "circle centre 100, 100 diameter 40";
	test("colours written as, of one figure alone", () => {
		const program = `fill #ff0000\n${buoy}\nfill blue\nrect centre 200, 100 size 40, 40`;
		expect(verdicts(spec("of: buoy, colour written as: code"), program)).toMatchObject({ it: "met" });
		expect(verdicts(spec("colour written as: code"), program)).toMatchObject({ it: "missed" });
	});
	test("pen up apart from pen width", () => {
		const up = `pen up\ngo to 40, 40\npen down\n${buoy}`;
		expect(verdicts(spec("uses: pen up"), up)).toMatchObject({ it: "met" });
		expect(verdicts(spec("uses: pen up"), `pen width 4\n${buoy}`)).toMatchObject({ it: "missed" });
	});
	test("a calculation in a condition is in the condition itself, and a comparison isn't one", () => {
		const when = (condition: string) => `let n = 3 + 4\nif ${condition}\n  ${buoy}\nend\n${buoy}`;
		const asked = spec("calculation: { in: conditions, at least: 1 }");
		expect(verdicts(asked, when("n mod 2 == 1"))).toMatchObject({ it: "met" });
		expect(verdicts(asked, when("n == 7"))).toMatchObject({ it: "missed" });
	});
	test("a walked outline repeats itself by its nature; other stretches have a least length", () => {
		const walked = "walk 40\nturn left 90\n".repeat(4);
		const placed = `fill red\n${buoy}\nwalk 5\n`;
		expect(verdicts(spec("no stretch repeated: true"), walked)).toMatchObject({ it: "met" });
		expect(verdicts(spec("no stretch repeated: true"), placed + placed)).toMatchObject({ it: "missed" });
		expect(verdicts(spec("no stretch repeated: { at least: 4 }"), placed + placed)).toMatchObject({ it: "met" });
	});
});

describe("how the pen went", () => {
	const spec = (criterion: string) => `figures:
  sail: { kind: triangle }
criteria:
  - { id: it, check: path, ${criterion}, points: 1 }
  - { id: base, check: count, of: everything, at least: 1, points: 1 }`;
	const sail = "repeat 3\n  walk 60\n  turn left 120\nend\n";
	test("the same facing is counted from before the first turn", () => {
		expect(verdicts(spec("per: run, facing: same"), `turn left 40\n${sail}turn right 40`)).toMatchObject({ it: "met" });
		expect(verdicts(spec("per: run, facing: same"), `turn left 40\n${sail}`)).toMatchObject({ it: "missed" });
		expect(verdicts(spec("per: run, facing: same"), `face 40\n${sail}`)).toMatchObject({ it: "met" });
		const first = sail.replace("  walk 60\n  turn left 120", "  turn left 120\n  walk 60");
		expect(verdicts(spec("per: figure, of: sail, facing: same"), first)).toMatchObject({ it: "met" });
	});
	test("a walked figure can end with the pen up", () => {
		const asked = spec("per: figure, of: sail, pen at end: up");
		expect(verdicts(asked, `${sail}pen up\ngo to 40, 40`)).toMatchObject({ it: "met" });
		expect(verdicts(asked, `${sail}go to 40, 40`)).toMatchObject({ it: "missed" });
	});
});

test("not pink: magenta is pink enough", () => {
	const spec = `figures:
  buoy: { kind: circle }
criteria:
  - { id: it, check: colour, of: buoy, what: fill, not: pink, points: 1 }`;
	expect(verdicts(spec, "fill magenta\ncircle centre 99, 99 radius 20")).toEqual({ it: "missed" });
	expect(verdicts(spec, "fill purple\ncircle centre 99, 99 radius 20")).toEqual({ it: "met" });
});

test("where the exercise sets the sheet, its size pays nothing", () => {
	const spec = `criteria:
  - { id: size, check: sheet, size: [400, 300], points: 2 }
  - { id: disc, check: count, of: { kind: circle }, exactly: 1, points: 1 }`;
	expect(marked(spec, "walk 5").points).toEqual({ earned: 0, possible: 1, open: 0 });
});

describe("when a figure is complete, and which of several", () => {
	test("an area is complete when it ends", () => {
		const spec = `figures:
  sail: { kind: triangle }
criteria:
  - { id: it, check: colour, of: sail, what: fill, is: red, when: { after: sail }, points: 1 }`;
		expect(verdicts(spec, "fill red\narea\n  walk 60\n  turn left 120\n  walk 60\nend")).toEqual({ it: "met" });
	});
	test("of a thing that moves the newest is taken", () => {
		const spec = `figures:
  boat: { kind: circle }
criteria:
  - { id: it, check: position, of: boat, at: [100, 100], within: 12, points: 1 }
  - { id: newest, check: colour, of: boat, what: fill, is: blue, points: 1 }`;
		const program =
			"each frame\n  if frame.number == 2\n    fill blue\n  else\n    fill red\n  end\n  circle centre 100, 100 diameter 20\n  if frame.number == 2\n    break\n  end\nend";
		const report = marked(spec, program);
		expect(report.taken[0]?.figures).toEqual([1]);
		expect(report.criteria.map((c) => c.verdict)).toEqual(["met", "met"]);
	});
});

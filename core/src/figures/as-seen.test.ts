import { describe, expect, test } from "vitest";
import { draw } from "../draw.ts";
import { figureData } from "../figure-data.ts";

/** What is read off a drawing must be what a teacher would say of it. */
const figures = (source: string) => {
	const drawn = draw(source, { frames: 0 });
	expect(drawn.errors).toEqual([]);
	return drawn.drawing.figures;
};
const kindsIn = (source: string) => figures(source).map((f) => f.kinds[0]);
const only = (source: string) => {
	expect(figures(source)).toHaveLength(1);
	return figureData(figures(source)[0] as never);
};
const from = (x: number, y: number) => `pen up\ngo to ${x}, ${y}\npen down\n`;

describe("rounded lengths close at any corner", () => {
	const triangle = "walk 120\nturn left 135\nwalk 170\nturn left 135\nwalk 120\n";

	test("at the first point of a stroke", () => {
		expect(only(from(50, 200) + triangle).kinds).toContain("right-triangle");
	});
	test("after a lead-in, which is a line by itself", () => {
		expect(
			kindsIn(`${from(20, 250)}walk 30\nturn left 45\nwalk 60\nturn left 90\nwalk 60\nturn left 135\nwalk 85`),
		).toEqual(["line", "right-triangle"]);
	});
	test("several in one stroke", () => {
		const sail = "walk 40\nturn left 135\nwalk 28\nturn left 90\nwalk 28\nturn left 135\nwalk 60\n";
		expect(kindsIn(from(50, 250) + sail + sail)).toEqual(["right-triangle", "line", "right-triangle", "line"]);
	});
	test("a lead-in along the first side, with rounded lengths", () => {
		expect(
			kindsIn(`${from(20, 250)}walk 100\nturn left 135\nwalk 85\nturn left 90\nwalk 85\nturn left 135\nwalk 60`),
		).toEqual(["line", "right-triangle"]);
	});
	test("but not a spiral's corners, nor a round line that comes past where it began", () => {
		expect(kindsIn("let s = 30\nrepeat 12\n  walk s\n  turn left 90\n  s = s + 4\nend")).toEqual(["spiral"]);
		expect(kindsIn("repeat 1000\n  walk 3\n  turn left 7\nend")).toEqual(["circle"]);
	});
});

describe("an outline that was left open isn't closed", () => {
	test("two long sides with a short one between them", () => {
		const sides = only("walk 60\nturn left 90\nwalk 4\nturn left 90\nwalk 60");
		expect(sides).toMatchObject({ kinds: ["polyline"], closed: false });
	});
	test("a last side that is a little short still closes", () => {
		expect(only("walk 60\nturn left 90\nwalk 60\nturn left 90\nwalk 60\nturn left 90\nwalk 58").kinds[0]).toBe(
			"square",
		);
	});
	test("an area closes its fill, and not the line", () => {
		const [sail] = figures("fill red\narea\n  walk 100\n  turn left 120\n  walk 100\nend");
		expect(sail).toMatchObject({ closed: true, fill: 0xff0000ff });
		expect(sail?.gap).toBeCloseTo(100, 6);
		const [plain] = figures("fill red\npen none\narea\n  walk 100\n  turn left 120\n  walk 100\nend");
		expect(plain?.gap).toBe(0);
	});
});

describe("walked arcs are arcs, whatever their steps", () => {
	test.each([
		["one curve each", 1, (r: number, n: number) => `curve left radius ${r} sweep ${180 / n}`],
		["steps of 10°", 18, (r: number) => `walk ${2 * r * Math.sin(Math.PI / 36)}\nturn left 10`],
		["steps of 5°, turned first", 36, (r: number) => `turn left 5\nwalk ${2 * r * Math.sin(Math.PI / 72)}`],
		["steps of 1°", 180, (r: number) => `walk ${2 * r * Math.sin(Math.PI / 360)}\nturn left 1`],
	] as const)("a bar with two half circles is a rounded rect: %s", (_, n, step) => {
		const bar = only(`${from(120, 200)}repeat 2\n  walk 80\n  repeat ${n}\n    ${step(20, n)}\n  end\nend`);
		expect(bar.kinds).toEqual(["rounded-rect"]);
		expect(bar.rounding).toBeGreaterThan(19.8);
		expect(bar.rounding).toBeLessThan(20.2);
		expect(Math.abs((bar.width ?? 0) - 120)).toBeLessThan(0.5);
		expect(Math.abs((bar.height ?? 0) - 40)).toBeLessThan(0.5);
	});

	test.each([
		["curves", 1, "curve right radius 20 sweep 180", "curve left radius 20 sweep 180"],
		["steps of 10°", 18, "walk 4\nturn right 10", "walk 4\nturn left 10"],
		["steps of 5°", 36, "walk 2\nturn right 5", "walk 2\nturn left 5"],
		["steps of 1°", 180, "walk 0.4\nturn right 1", "walk 0.4\nturn left 1"],
	])("six half circles one after the other are six arcs: %s", (_, n, right, left) => {
		const half = (step: string) => `  repeat ${n}\n    ${step}\n  end\n`;
		const wave = figures(`${from(20, 200)}face 90\nrepeat 3\n${half(right)}${half(left)}end`);
		expect(wave.map((f) => f.kinds[0])).toEqual(Array(6).fill("arc"));
		for (const figure of wave) expect(Math.abs(Math.abs(figureData(figure).sweep ?? 0) - 180)).toBeLessThan(1);
		const arch = figures(`${from(20, 200)}face 90\nrepeat 6\n${half(right)}  turn right 180\nend`);
		expect(arch.map((f) => f.kinds[0])).toEqual(Array(6).fill("arc"));
	});

	test("corners in steps make a rounded rect, and a coil of arcs stays one spiral", () => {
		const corner = "    walk 1.7431\n    turn left 10\n";
		expect(
			only(`repeat 2\n  walk 60\n  repeat 9\n${corner}  end\n  walk 30\n  repeat 9\n${corner}  end\nend`).kinds,
		).toEqual(["rounded-rect"]);
		expect(kindsIn("for k from 1 to 8\n  curve left radius 6 * k sweep 180\nend")).toEqual(["spiral"]);
		expect(kindsIn("repeat 12\n  walk 10\n  turn left 8\nend\nwalk 80")).toEqual(["polyline"]);
	});
});

describe("turned as a teacher would say", () => {
	test.each([
		["ellipse centre 100, 100 size 40, 90", 40, 90, 0],
		["ellipse centre 100, 100 size 100, 60 turned 45", 100, 60, 45],
		["rect centre 100, 100 size 100, 60 turned 45", 100, 60, 45],
		["rect centre 100, 100 size 60, 100", 60, 100, 0],
		["rect centre 100, 100 size 40, 90 round 6", 40, 90, 0],
		["rect centre 100, 100 size 40, 90 turned 20", 40, 90, 20],
	])("%s", (source, width, height, rotation) => {
		const { width: w, height: h, rotation: turned } = only(source);
		expect([w, h, turned].map((v) => Math.round(v as number))).toEqual([width, height, rotation]);
	});
	test("a full circle starts where the pen did; a whole arc with its chord is a circle", () => {
		expect(only("curve left radius 40 sweep 360").start).toEqual([200, 150]);
		expect(only("repeat 360\n  walk 1\n  turn left 1\nend").start).toEqual([200, 150]);
		expect(only("arc centre 100, 100 radius 30 from 0 to 360 closed segment").kinds[0]).toBe("circle");
	});
});

test("what a laid picture or a routine drew names the line of lay, or of the call, first", () => {
	const source = `picture boat
  circle centre 0, 0 radius 20
end
routine pole(x)
  line from x, 20 to x, 90
end
routine poles(x)
  pole(x)
  pole(x + 40)
end

lay boat at 100, 100
poles(300)`;
	expect(figures(source).map((f) => f.lines)).toEqual([
		[12, 2],
		[13, 8, 5],
		[13, 9, 5],
	]);
});

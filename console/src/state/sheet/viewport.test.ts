import { beforeEach, describe, expect, test } from "vitest";
import { TestClock } from "../site/test-world.ts";
import { Viewport } from "./viewport.svelte.ts";

const SHEET = { width: 400, height: 300 };

let clock: TestClock;
let said: string[];
let viewport: Viewport;

beforeEach(() => {
	clock = new TestClock();
	clock.time = 1_000;
	said = [];
	viewport = new Viewport({ clock, lay: () => said.push("lay"), still: () => said.push("still") });
	viewport.show(SHEET);
	viewport.resize(800, 600);
});

const sides = () => [viewport.view.x, viewport.view.y, viewport.view.width, viewport.view.height].map(Math.round);

describe("a sheet", () => {
	test("is shown whole at first, in the proportions of the frame, with room for rulers", () => {
		expect(viewport.view.width).toBeGreaterThan(400);
		expect(viewport.view.width / viewport.view.height).toBeCloseTo(800 / 600);
		expect(viewport.laid).toBe(viewport.view);
		expect(viewport.moved).toBe("");
	});

	test("stays whole when the frame grows, and keeps its width in view once it was zoomed", () => {
		viewport.resize(400, 300);
		expect(viewport.view.width).toBeGreaterThan(400);
		viewport.zoom(4);
		const { width } = viewport.view;
		viewport.resize(600, 300);
		expect(viewport.view.width).toBe(width);
		expect(viewport.view.height).toBeCloseTo(width / 2);
	});

	test("of another size is shown whole again, one of the same size where it was", () => {
		viewport.zoom(4);
		const before = sides();
		viewport.show({ ...SHEET });
		expect(sides()).toEqual(before);
		viewport.show({ width: 1_000, height: 200 });
		expect(viewport.view.width).toBeGreaterThan(1_000);
	});

	test("isn't moved before there is one", () => {
		const empty = new Viewport({ clock, lay() {}, still() {} });
		empty.zoom(2);
		empty.shift(5, 5);
		empty.showWhole();
		empty.resize(800, 600);
		expect([empty.view.width, empty.frame.width]).toEqual([1, 1]);
	});
});

describe("zooming", () => {
	test("keeps the point where it is at its place on the screen", () => {
		const at = { x: 100, y: 200 };
		const place = () => [(at.x - viewport.view.x) * viewport.scale, (at.y - viewport.view.y) * viewport.scale];
		const [x, y] = place() as [number, number];
		viewport.zoom(3, at);
		expect(place()[0]).toBeCloseTo(x);
		expect(place()[1]).toBeCloseTo(y);
	});

	test("by a button lays the layers at once", () => {
		viewport.zoom(1.4);
		expect(said).toEqual(["lay"]);
		expect(viewport.laid).toBe(viewport.view);
	});

	test("goes back to the whole", () => {
		const whole = sides();
		viewport.zoom(5);
		viewport.shift(40, 40);
		viewport.showWhole();
		expect(sides()).toEqual(whole);
	});
});

describe("while it moves", () => {
	test("the layers are moved as they were laid", () => {
		viewport.shift(10, 0);
		expect(said).toEqual([]);
		expect(viewport.moved).toMatch(/^translate\(-.*px, 0px\) scale\(1\)$/);
	});

	test("they are painted again if they would show an edge, and at most eight times a second", () => {
		viewport.zoom(4);
		said = [];
		viewport.shift(50, 0);
		expect(said).toEqual([]);
		clock.time += 130;
		viewport.shift(50, 0);
		expect(said).toEqual(["lay"]);
		viewport.shift(50, 0);
		expect(said).toEqual(["lay"]);
	});

	test("they are painted again if they would become blurred", () => {
		viewport.zoom(1.2, { x: 0, y: 0 }, true);
		expect(said).toEqual([]);
		viewport.zoom(1.6, { x: 0, y: 0 }, true);
		expect(said).toEqual(["lay"]);
	});
});

describe("once nothing moves any more", () => {
	test("they are laid, and painted for their scale, once", () => {
		viewport.shift(10, 0);
		clock.pass(100);
		viewport.shift(10, 0);
		clock.pass(100);
		expect(said).toEqual([]);
		clock.pass(60);
		expect(said).toEqual(["lay", "still"]);
		clock.pass(10_000);
		expect(said).toEqual(["lay", "still"]);
	});

	test("nothing happens on a page that was left", () => {
		viewport.shift(10, 0);
		viewport.leave();
		clock.pass(10_000);
		expect(said).toEqual([]);
	});
});

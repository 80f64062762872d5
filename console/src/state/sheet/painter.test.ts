import { type PictureShape, type Replay, replayed } from "@markpen/core";
import { beforeEach, describe, expect, test, vi } from "vitest";
import { type Paintable, paintPicture, paintReplay, paintShape } from "./painter.ts";

class Path {
	readonly d: string;
	constructor(d: string) {
		this.d = d;
	}
}

/** A context that records calls instead of painting. */
class Recorder {
	readonly calls: string[] = [];
	fillStyle = "";
	strokeStyle = "";
	lineWidth = 1;
	lineCap = "";
	lineJoin = "";
	miterLimit = 0;
	lineDashOffset = 0;
	font = "";
	textAlign = "";
	private dash: number[] = [];
	depth = 0;

	save = () => void this.calls.push(`save ${++this.depth}`);
	restore = () => void this.calls.push(`restore ${this.depth--}`);
	beginPath = () => undefined;
	rect = (...of: number[]) => void this.calls.push(`rect ${of.join(" ")}`);
	clip = (path?: Path, rule = "") => void this.calls.push(path ? `clip ${path.d} ${rule}` : "clip");
	fillRect = (...of: number[]) => void this.calls.push(`paper ${this.fillStyle} ${of.join(" ")}`);
	fill = (path: Path, rule: string) => void this.calls.push(`fill ${this.fillStyle} ${path.d} ${rule}`);
	setLineDash = (dash: number[]) => {
		this.dash = dash;
	};
	stroke = (path: Path) =>
		void this.calls.push(
			`stroke ${this.strokeStyle} ${path.d} ${this.lineWidth} ${this.lineCap} ${this.lineJoin} ${this.miterLimit} ` +
				`[${this.dash.join()}] ${this.lineDashOffset}`,
		);
	translate = (x: number, y: number) => void this.calls.push(`move ${x} ${y}`);
	rotate = (angle: number) => void this.calls.push(`turn ${angle.toFixed(3)}`);
	scale = (x: number, y: number) => void this.calls.push(`scale ${x} ${y}`);
	fillText = (words: string) => void this.calls.push(`text ${words} ${this.fillStyle} ${this.font} ${this.textAlign}`);

	/** What was painted since the last look. */
	painted(): string[] {
		return this.calls.splice(0);
	}
}
type Context = Parameters<typeof paintShape>[0];

let recorder: Recorder;
let context: Context;
beforeEach(() => {
	vi.stubGlobal("Path2D", Path);
	recorder = new Recorder();
	context = recorder as unknown as Context;
});

const shape = (d: string, more: object = {}) =>
	({ d, fill: "none", ink: "none", width: 0, ...more }) as unknown as PictureShape;
const NO_CLIPS = { clips: [] };

describe("a shape", () => {
	test("is filled by the rule it has", () => {
		paintShape(context, NO_CLIPS, shape("M0 0h9v9z", { fill: "#c00" }));
		paintShape(context, NO_CLIPS, shape("M1 1h9v9z", { fill: "#c00", evenOdd: true }));
		expect(recorder.painted()).toEqual(["fill #c00 M0 0h9v9z nonzero", "fill #c00 M1 1h9v9z evenodd"]);
	});

	test("is stroked after it is filled, with what its line says, else with SVG's initial values", () => {
		paintShape(context, NO_CLIPS, shape("M0 0h9", { fill: "#fff", ink: "#111", width: 2 }));
		const line = { cap: "round", join: "bevel", miter: 4, dash: [3, 1], dashOffset: 2 };
		paintShape(context, NO_CLIPS, shape("M0 0v9", { ink: "#111", width: 2, line }));
		expect(recorder.painted()).toEqual([
			"fill #fff M0 0h9 nonzero",
			"stroke #111 M0 0h9 2 butt miter 10 [] 0",
			"stroke #111 M0 0v9 2 round bevel 4 [3,1] 2",
		]);
	});

	test("with a line of no width isn't a line", () => {
		paintShape(context, NO_CLIPS, shape("M0 0h9", { ink: "#111", width: 0 }));
		expect(recorder.painted()).toEqual([]);
	});

	test("is cut to its clip, and to all that this one is cut to", () => {
		const clips = [{ d: "outer" }, { d: "inner", evenOdd: true as const, clip: 0 }];
		paintShape(context, { clips }, shape("M0 0h9v9z", { fill: "#c00", clip: 1 }));
		expect(recorder.painted()).toEqual([
			"save 1",
			"clip inner evenodd",
			"clip outer nonzero",
			"fill #c00 M0 0h9v9z nonzero",
			"restore 1",
		]);
	});

	test("of words is turned, mirrored and anchored", () => {
		const text = { x: 20, y: 30, words: "sea", size: 12, turned: 90, mirrored: true, anchor: "middle" };
		paintShape(context, NO_CLIPS, shape("", { fill: "#111", text }));
		paintShape(context, NO_CLIPS, shape("", { fill: "#111", text: { ...text, mirrored: false, anchor: "end" } }));
		expect(recorder.painted()).toEqual([
			"save 1",
			"move 20 30",
			"turn -1.571",
			"scale -1 1",
			"text sea #111 12px sans-serif center",
			"restore 1",
			"save 1",
			"move 20 30",
			"turn -1.571",
			"text sea #111 12px sans-serif end",
			"restore 1",
		]);
	});
});

test("a picture is its paper, and what is on it as far as the sheet goes", () => {
	const picture: Paintable = {
		width: 400,
		height: 300,
		paper: "#fdfcf8",
		shapes: [shape("M-50 0h900", { ink: "#111", width: 2 })],
		clips: [],
	};
	paintPicture(context, picture);
	expect(recorder.painted()).toEqual([
		"paper #fdfcf8 0 0 400 300",
		"save 1",
		"rect 0 0 400 300",
		"clip",
		"stroke #111 M-50 0h900 2 butt miter 10 [] 0",
		"restore 1",
	]);
	expect(recorder.depth).toBe(0);
});

describe("a drawing in the making", () => {
	const replayOf = (source: string): Replay => {
		const made = replayed(source, {});
		if (!made) throw new Error("it can't be read");
		return made.replay;
	};
	/** How many papers and how many shapes were painted going from a row to another. */
	const goes = (replay: Replay, from: number | undefined, to: number) => {
		paintReplay(context, replay, to, from);
		const painted = recorder.painted();
		return {
			papers: painted.filter((c) => c.startsWith("paper")).length,
			shapes: painted.filter((c) => /^(stroke|fill) /.test(c)).length,
		};
	};
	const DOTS = replayOf("dot at 9, 9\nwalk 10\ndot at 5, 5\nwalk 10\ndot at 1, 1\n");

	test("going on paints what is new alone", () => {
		const all = goes(DOTS, undefined, DOTS.rows - 1);
		expect(all.papers).toBe(1);
		let shapes = 0;
		for (let row = 1; row < DOTS.rows; row++) {
			const step = goes(DOTS, row - 1, row);
			expect(step.papers).toBe(0);
			shapes += step.shapes;
		}
		expect(shapes).toBe(all.shapes - goes(DOTS, undefined, 0).shapes);
	});

	test("going back paints everything again", () => {
		expect(goes(DOTS, DOTS.rows - 1, 0)).toEqual({ papers: 1, shapes: goes(DOTS, undefined, 0).shapes });
	});

	test("staying paints nothing", () => {
		expect(goes(DOTS, 2, 2)).toEqual({ papers: 0, shapes: 0 });
	});

	test("after a wipe nothing from before is painted, and going over it begins with new paper", () => {
		const wiped = replayOf("dot at 9, 9\nwalk 10\ndot at 5, 5\nwipe\nwalk 10\n");
		const last = wiped.rows - 1;
		expect(goes(wiped, undefined, last)).toEqual({ papers: 1, shapes: 1 });
		expect(goes(wiped, 1, last)).toEqual({ papers: 1, shapes: 1 });
		expect(goes(wiped, last, 1).papers).toBe(1);
	});

	test("each row painted step by step leaves the same on the paper as painted at once", () => {
		for (const source of [
			"dot at 9, 9\nwalk 10\nwipe\nwalk 5\ndot at 5, 5\n",
			"paper teal\nwalk 10\nturn left 90\nwalk 10\n",
		]) {
			const replay = replayOf(source);
			for (let row = 0; row < replay.rows; row++) {
				let laid: string[] = [];
				for (let step = 0; step <= row; step++) {
					paintReplay(context, replay, step, step === 0 ? undefined : step - 1);
					const painted = recorder.painted().filter((c) => /^(paper|stroke|fill) /.test(c));
					laid = painted.some((c) => c.startsWith("paper")) ? painted : [...laid, ...painted];
				}
				paintReplay(context, replay, row, undefined);
				expect(laid).toEqual(recorder.painted().filter((c) => /^(paper|stroke|fill) /.test(c)));
			}
		}
	});
});

import { formatColour } from "../colour/colour.ts";
import { rimOf } from "../geometry/ellipse.ts";
import type { Point } from "../geometry/points.ts";
import { ENTRY, type Origin, type Sheet, upward } from "../tape/layout.ts";
import { coordinate, endOf, styleOf, type Tape } from "../tape/tape.ts";

/** Something painted, ready for SVG: coordinates are the picture's, y downwards, whatever the sheet's origin. */
export interface PictureShape {
	/** A path in SVG's notation; empty for text. */
	readonly d: string;
	readonly fill: string;
	readonly ink: string;
	readonly width: number;
	readonly lines: readonly number[];
	readonly text?: { readonly words: string; readonly x: number; readonly y: number; readonly size: number; readonly anchor: "start" | "middle" | "end"; readonly turned: number };
}

/** A drawing as shapes to paint one after the other. */
export interface Picture {
	readonly width: number;
	readonly height: number;
	readonly origin: Origin;
	readonly paper: string;
	readonly shapes: readonly PictureShape[];
	/** How many shapes, the last ones, are left out because there are too many to paint. */
	readonly leftOut: number;
}

/** Shapes that a picture holds at the most; a walk in one style is one shape. */
const MOST_SHAPES = 20_000;

const round = (v: number) => {
	const r = Math.round(v * 100) / 100;
	return r === 0 ? "0" : String(r);
};

/** From the sheet's coordinates to the picture's. */
export function toPicture(sheet: Sheet): (x: number, y: number) => Point {
	const { width, height, origin } = sheet;
	if (origin === "centre") return (x, y) => [x + width / 2, height / 2 - y];
	if (origin === "bottom left") return (x, y) => [x, height - y];
	return (x, y) => [x, y];
}

/** A path through points of the sheet. */
export function pathThrough(points: readonly Point[], closed: boolean, sheet: Sheet): string {
	const at = toPicture(sheet);
	const steps = points.map(([x, y], i) => {
		const [px, py] = at(x, y);
		return `${i === 0 ? "M" : "L"}${round(px)} ${round(py)}`;
	});
	return `${steps.join("")}${closed ? "Z" : ""}`;
}

class Painter {
	readonly shapes: PictureShape[] = [];
	paper = "#ffffff";
	leftOut = 0;
	private readonly tape: Tape;
	private readonly place: (x: number, y: number) => Point;
	private walk: { style: number; path: string[]; x: number; y: number; lines: Set<number> } | undefined;

	constructor(tape: Tape) {
		this.tape = tape;
		this.place = toPicture(tape.sheet);
	}

	paint(): void {
		const { tape } = this;
		for (let i = 0; i < tape.length; i++) {
			const kind = tape.kind[i];
			if (kind === ENTRY.segment) this.segment(i);
			else if (kind === ENTRY.paper) {
				this.endWalk();
				this.shapes.length = 0;
				this.leftOut = 0;
				const { fill } = styleOf(tape, i);
				this.paper = fill === -1 ? "#ffffff" : formatColour(fill);
			} else if (kind === ENTRY.line || kind === ENTRY.rect || kind === ENTRY.ellipse || kind === ENTRY.polygon || kind === ENTRY.text) {
				this.endWalk();
				if (this.shapes.length < MOST_SHAPES) this.placed(i);
				else this.leftOut++;
			}
		}
		this.endWalk();
	}

	private segment(entry: number): void {
		const [x1, y1, x2, y2] = [0, 1, 2, 3].map((i) => coordinate(this.tape, entry, i)) as [number, number, number, number];
		const style = this.tape.style[entry] as number;
		if (!this.walk || this.walk.style !== style) {
			this.endWalk();
			this.walk = { style, path: [], x: Number.NaN, y: Number.NaN, lines: new Set() };
		}
		const { walk } = this;
		if (walk.x !== x1 || walk.y !== y1) walk.path.push(`M${this.pair(x1, y1)}`);
		walk.path.push(`L${this.pair(x2, y2)}`);
		walk.lines.add(this.tape.line[entry] as number);
		walk.x = x2;
		walk.y = y2;
	}

	private pair(x: number, y: number): string {
		const [px, py] = this.place(x, y);
		return `${round(px)} ${round(py)}`;
	}

	private endWalk(): void {
		if (!this.walk) return;
		if (this.shapes.length >= MOST_SHAPES) {
			this.leftOut++;
			this.walk = undefined;
			return;
		}
		const { ink, width } = this.tape.styles[this.walk.style] as { ink: number; width: number };
		this.shapes.push({ d: this.walk.path.join(""), fill: "none", ink: formatColour(ink), width, lines: [...this.walk.lines] });
		this.walk = undefined;
	}

	private placed(entry: number): void {
		const { tape } = this;
		const { ink, width, fill } = styleOf(tape, entry);
		const at = (i: number) => coordinate(tape, entry, i);
		const lines = [tape.line[entry] as number];
		const paint = { fill: formatColour(fill), ink: formatColour(ink), width: ink === -1 ? 0 : width, lines };
		switch (tape.kind[entry]) {
			case ENTRY.line:
				if (ink !== -1) this.shapes.push({ ...paint, fill: "none", d: `M${this.pair(at(0), at(1))}L${this.pair(at(2), at(3))}` });
				return;
			case ENTRY.text: {
				const colour = formatColour(fill === -1 ? ink : fill);
				const [x, y] = this.place(at(0), at(1));
				const anchor = (["start", "middle", "end"] as const)[at(3)] ?? "start";
				this.shapes.push({ d: "", fill: colour, ink: "none", width: 0, lines, text: { words: tape.texts[at(5)] as string, x, y, size: at(2), anchor, turned: at(4) } });
				return;
			}
			default:
				if (ink !== -1 || fill !== -1) this.shapes.push({ ...paint, d: this.outline(entry) });
		}
	}

	private outline(entry: number): string {
		const { tape } = this;
		const at = (i: number) => coordinate(tape, entry, i);
		const up = upward(tape.sheet.origin);
		if (tape.kind[entry] === ENTRY.polygon) {
			const points: Point[] = [];
			for (let i = tape.at[entry] as number; i < endOf(tape, entry); i += 2) points.push([tape.coords[i] as number, tape.coords[i + 1] as number]);
			return pathThrough(points, true, tape.sheet);
		}
		if (tape.kind[entry] === ENTRY.ellipse) return this.oval(at(0), at(1), at(2), at(3), at(4), up);
		return this.rect(at(0), at(1), at(2), at(3), at(4), at(5), up);
	}

	private oval(x: number, y: number, rx: number, ry: number, turned: number, up: number): string {
		const [a, , b] = rimOf(x, y, rx, ry, turned, up, 4) as [Point, Point, Point, Point];
		const arc = `A${round(rx)} ${round(ry)} ${round(-turned)} 1 0 `;
		return `M${this.pair(a[0], a[1])}${arc}${this.pair(b[0], b[1])}${arc}${this.pair(a[0], a[1])}Z`;
	}

	private rect(x: number, y: number, w: number, h: number, r: number, turned: number, up: number): string {
		const [[ox, oy], [ux, uy], , [vx, vy]] = rimCorners(x, y, w, h, turned, up);
		const at = (a: number, b: number) => this.pair(ox + (ux - ox) * a + (vx - ox) * b, oy + (uy - oy) * a + (vy - oy) * b);
		if (r === 0) return `M${at(0, 0)}L${at(1, 0)}L${at(1, 1)}L${at(0, 1)}Z`;
		const [a, b] = [r / w, r / h];
		const arc = `A${round(r)} ${round(r)} 0 0 ${up === -1 ? 1 : 0} `;
		return `M${at(a, 0)}L${at(1 - a, 0)}${arc}${at(1, b)}L${at(1, 1 - b)}${arc}${at(1 - a, 1)}L${at(a, 1)}${arc}${at(0, 1 - b)}L${at(0, b)}${arc}${at(a, 0)}Z`;
	}
}

/** Corners of a turned rect: an ellipse through four directions gives the middles of its sides, from which they follow. */
function rimCorners(x: number, y: number, w: number, h: number, turned: number, up: number): [Point, Point, Point, Point] {
	const [a, b] = rimOf(x, y, w / 2, h / 2, turned, up, 4) as [Point, Point, Point, Point];
	const [ex, ey] = [a[0] - x, a[1] - y];
	const [fx, fy] = [(b[0] - x) * up, (b[1] - y) * up];
	const corner = (s: number, t: number): Point => [x + s * ex + t * fx, y + s * ey + t * fy];
	return [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)];
}

/** What a tape shows at its end. */
export function pictureOf(tape: Tape): Picture {
	const painter = new Painter(tape);
	painter.paint();
	const { width, height, origin } = tape.sheet;
	return { width, height, origin, paper: painter.paper, shapes: painter.shapes, leftOut: painter.leftOut };
}

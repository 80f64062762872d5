import type { Point } from "../geometry/points.ts";
import { cosDeg, sinDeg } from "../geometry/trig.ts";
import { ENTRY, upward } from "../tape/layout.ts";
import { ASCENT, DESCENT, textWidth } from "../tape/lettering.ts";
import { coordinate, endOf, styleOf, type Tape } from "../tape/tape.ts";
import { assemble } from "./assemble.ts";
import { type Geometry, measureOutline, measureOval, measureText } from "./measure.ts";
import { corners, type Outline } from "./outline.ts";
import { StrokeCutter } from "./strokes.ts";
import type { Tolerance } from "./tolerance.ts";

/** A figure's geometry with the rows that drew it and its paint. */
export interface Part {
	readonly geometry: Geometry;
	readonly entries: readonly number[];
	readonly gap: number;
	readonly overdrawn: number;
	readonly fill: number;
	readonly outline: number;
	readonly outlineWidth: number;
}

/** A point turned about another, anticlockwise as seen. */
function turnedAbout(x: number, y: number, cx: number, cy: number, angle: number, up: number): Point {
	const [c, s] = [cosDeg(angle), up * sinDeg(angle)];
	return [cx + (x - cx) * c - (y - cy) * s, cy + (x - cx) * s + (y - cy) * c];
}

/** The four corners of a rect on the tape, in the sheet's coordinates. */
export function rectCorners(x: number, y: number, width: number, height: number, turned: number, up: number): Point[] {
	const [w, h] = [width / 2, height / 2];
	const around: Point[] = [
		[x - w, y - h],
		[x + w, y - h],
		[x + w, y + h],
		[x - w, y + h],
	];
	return turned === 0 ? around : around.map(([px, py]) => turnedAbout(px, py, x, y, turned, up));
}

/** Entries that place a shape of their own. */
const PLACED: ReadonlySet<number> = new Set([ENTRY.line, ENTRY.rect, ENTRY.ellipse, ENTRY.polygon, ENTRY.text]);

/** Figures of one drawing that are looked at; no one means more, and each costs time. What is beyond is only counted. */
const MOST_PARTS = 2_000;

/** The shapes that entries from `first` up to `last` place, and the outlines that they walk. */
export class PartFinder {
	readonly parts: Part[] = [];
	readonly sizeless: number[] = [];
	/** Figures beyond the most that are looked at. */
	leftOut = 0;
	private readonly tape: Tape;
	private readonly tolerance: Tolerance;
	private readonly outlines: Outline[] = [];
	private stroke: { cutter: StrokeCutter; style: number; end: Point } | undefined;

	constructor(tape: Tape, tolerance: Tolerance) {
		this.tape = tape;
		this.tolerance = tolerance;
	}

	find(first: number, last: number): void {
		const { tape } = this;
		for (let i = first; i < last; i++) {
			const kind = tape.kind[i];
			if (this.parts.length >= MOST_PARTS && kind !== ENTRY.segment && PLACED.has(kind as number)) {
				this.leftOut++;
				continue;
			}
			switch (kind) {
				case ENTRY.segment:
					this.segment(i);
					break;
				case ENTRY.line:
					this.line(i);
					break;
				case ENTRY.rect:
					this.rect(i);
					break;
				case ENTRY.ellipse:
					this.ellipse(i);
					break;
				case ENTRY.polygon:
					this.polygon(i);
					break;
				case ENTRY.text:
					this.text(i);
					break;
			}
		}
		this.endStroke();
		if (this.outlines.length > MOST_PARTS) {
			this.leftOut += this.outlines.length - MOST_PARTS;
			this.outlines.length = MOST_PARTS;
		}
		const paintOf = (outline: Outline) => {
			const { ink, width } = styleOf(tape, outline.entries[0] as number);
			return `${ink} ${width}`;
		};
		for (const outline of assemble(this.outlines, paintOf, this.tolerance.join)) this.walked(outline);
		this.parts.sort((a, b) => (a.entries[0] as number) - (b.entries[0] as number));
	}

	private at(entry: number, index: number): number {
		return coordinate(this.tape, entry, index);
	}

	private segment(entry: number): void {
		const style = this.tape.style[entry] as number;
		const [x1, y1, x2, y2] = [this.at(entry, 0), this.at(entry, 1), this.at(entry, 2), this.at(entry, 3)];
		const { stroke } = this;
		const goesOn = stroke && stroke.style === style && stroke.end[0] === x1 && stroke.end[1] === y1;
		if (!goesOn) {
			this.endStroke();
			this.stroke = { cutter: new StrokeCutter([x1, y1], this.tolerance), style, end: [x1, y1] };
		}
		const going = this.stroke as NonNullable<typeof this.stroke>;
		going.cutter.add([x2, y2], entry);
		going.end = [x2, y2];
	}

	private endStroke(): void {
		if (!this.stroke) return;
		this.stroke.cutter.finish();
		for (const outline of this.stroke.cutter.outlines) this.outlines.push(outline);
		this.stroke = undefined;
	}

	private line(entry: number): void {
		const points: Point[] = [
			[this.at(entry, 0), this.at(entry, 1)],
			[this.at(entry, 2), this.at(entry, 3)],
		];
		if (styleOf(this.tape, entry).ink === -1) return;
		if (points[0]?.[0] === points[1]?.[0] && points[0]?.[1] === points[1]?.[1]) this.sizeless.push(entry);
		else this.outlines.push({ points, entries: [entry], closed: false, gap: 0, overdrawn: 0 });
	}

	private walked(outline: Outline): void {
		const { ink, width } = styleOf(this.tape, outline.entries[0] as number);
		const points = corners(outline.points, outline.closed);
		if (points.length < 2) return;
		const closed = outline.closed && points.length > 2;
		const geometry = measureOutline(points, closed, this.tape.sheet, this.tolerance);
		this.parts.push({ geometry, entries: outline.entries, gap: outline.gap, overdrawn: outline.overdrawn, fill: -1, outline: ink, outlineWidth: width });
	}

	private placed(entry: number, geometry: Geometry): void {
		const { ink, width, fill } = styleOf(this.tape, entry);
		if (ink === -1 && fill === -1) return;
		this.parts.push({ geometry, entries: [entry], gap: 0, overdrawn: 0, fill, outline: ink, outlineWidth: ink === -1 ? 0 : width });
	}

	private rect(entry: number): void {
		const [x, y, w, h, round, turned] = [0, 1, 2, 3, 4, 5].map((i) => this.at(entry, i)) as [number, number, number, number, number, number];
		if (w <= 0 || h <= 0) {
			this.sizeless.push(entry);
			return;
		}
		const points = rectCorners(x, y, w, h, turned, upward(this.tape.sheet.origin));
		this.placed(entry, measureOutline(points, true, this.tape.sheet, this.tolerance, round));
	}

	private ellipse(entry: number): void {
		const [x, y, rx, ry, turned] = [0, 1, 2, 3, 4].map((i) => this.at(entry, i)) as [number, number, number, number, number];
		if (rx <= 0 || ry <= 0) this.sizeless.push(entry);
		else this.placed(entry, measureOval({ x, y, rx, ry, turned }, this.tolerance));
	}

	private polygon(entry: number): void {
		const points: Point[] = [];
		const start = this.tape.at[entry] as number;
		for (let i = start; i < endOf(this.tape, entry); i += 2) points.push([this.tape.coords[i] as number, this.tape.coords[i + 1] as number]);
		const kept = corners(points, true);
		if (kept.length < 3) this.sizeless.push(entry);
		else this.placed(entry, measureOutline(kept, true, this.tape.sheet, this.tolerance));
	}

	private text(entry: number): void {
		const [x, y, size, align, turned, number] = [0, 1, 2, 3, 4, 5].map((i) => this.at(entry, i)) as [number, number, number, number, number, number];
		const text = this.tape.texts[number] as string;
		const width = textWidth(text, size);
		if (width <= 0) {
			this.sizeless.push(entry);
			return;
		}
		const up = upward(this.tape.sheet.origin);
		const left = x - (width * align) / 2;
		const box: Point[] = [
			[left, y - up * DESCENT * size],
			[left + width, y - up * DESCENT * size],
			[left + width, y + up * ASCENT * size],
			[left, y + up * ASCENT * size],
		];
		const corner = turned === 0 ? box : box.map(([px, py]) => turnedAbout(px, py, x, y, turned, up));
		const { ink, fill } = styleOf(this.tape, entry);
		const colour = fill === -1 ? ink : fill;
		if (colour === -1) return;
		const geometry = measureText(corner, { text, size, at: [left, y] }, turned);
		this.parts.push({ geometry, entries: [entry], gap: 0, overdrawn: 0, fill: colour, outline: -1, outlineWidth: 0 });
	}
}

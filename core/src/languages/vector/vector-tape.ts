import { type DownArc, determinant, enlargement, type Matrix, mapped } from "../../geometry/matrix.ts";
import { distance, type Point } from "../../geometry/points.ts";
import { directionDeg } from "../../geometry/trig.ts";
import { ENTRY, type Gradient, type LineStyle, type Sheet, turnedOver } from "../../tape/layout.ts";
import { PATH } from "../../tape/path.ts";
import type { TapeWriter } from "../../tape/writer.ts";
import type { LaidRect, SubPath, VectorPath } from "./vector-path.ts";

/** How something is drawn: its paints, lengths in picture units. */
export interface VectorStyle {
	/** As 0xRRGGBBAA, or -1 for none. */
	readonly fill: number;
	readonly ink: number;
	readonly width: number;
	readonly line?: LineStyle | undefined;
	/** The row, plus one, of the clip in force. */
	readonly clip?: number | undefined;
	readonly fillGradient?: Gradient | undefined;
	readonly inkGradient?: Gradient | undefined;
	/** Whether the line was drawn before the inside, which lies over it. */
	readonly inkUnder?: boolean | undefined;
}

/** Where words are drawn: their baseline's start, middle or end, in coordinates that the map lays on the picture. */
export interface LaidText {
	readonly map: Matrix;
	readonly x: number;
	readonly y: number;
	readonly size: number;
	/** 0 if they start at the place, 1 if it is their middle, 2 if they end there. */
	readonly align: 0 | 1 | 2;
}

/** One entry that is to be recorded: its kind and coordinates on the sheet. */
interface Entry {
	readonly kind: number;
	readonly coords: readonly number[];
}

/** What was drawn last, so that its line or its inside can be added to it. */
interface Last {
	readonly row: number;
	readonly rows: number;
	/** What the path, and the writer, were then. */
	readonly version: number;
	readonly frame: number;
	readonly call: number;
	readonly path: VectorPath;
	readonly evenOdd: boolean;
	readonly style: VectorStyle;
	readonly line: number;
	readonly step: number;
}

/** Sides of boxes that touch by less than this don't overlap. */
const TOUCH = 1e-6;

/**
 * Records paths, texts and clips of pictures, in which y grows downwards from the top left, on a tape in its sheet's
 * coordinates. Whole shapes are recorded as what they are (rect, ellipse, polygon, line), the rest as paths; the line
 * and the inside of one path, drawn one after the other, are one entry.
 */
export class VectorTape {
	readonly writer: TapeWriter;
	private readonly dx: number;
	private readonly dy: number;
	private readonly up: 1 | -1;
	private last: Last | undefined;
	/** Set where something lay too far away to be recorded. */
	far = false;

	constructor(writer: TapeWriter, { width, height, origin }: Sheet) {
		this.writer = writer;
		this.up = origin === "top left" ? -1 : 1;
		this.dx = origin === "centre" ? -width / 2 : 0;
		this.dy = origin === "centre" ? height / 2 : origin === "bottom left" ? height : 0;
	}

	/** A point of the picture on the sheet. */
	at(x: number, y: number): Point {
		return [x + this.dx, this.dy - this.up * y];
	}

	/** A gradient's places on the sheet. */
	placed(gradient: Gradient): Gradient {
		const { kind, at, stretch } = gradient;
		const [a, b, c, d, e, f] = at as [number, number, number, number, number, number];
		return {
			...gradient,
			at: kind === "linear" ? [...this.at(a, b), ...this.at(c, d)] : [...this.at(a, b), c, ...this.at(d, e), f],
			...(stretch && { stretch: turnedOver(stretch, this.up) }),
		};
	}

	/** Draws a path in one style: its inside, its line, or both. Gradients are in picture coordinates. */
	draw(
		path: VectorPath,
		style: VectorStyle,
		{ line, step, evenOdd = false }: { line: number; step: number; evenOdd?: boolean },
	): void {
		// A straight piece has no inside.
		if (style.fill !== -1 && path.subPaths.every(isStraight)) {
			if (style.ink === -1) return;
			this.draw(path, { ...style, fill: -1, fillGradient: undefined, inkUnder: undefined }, { line, step });
			return;
		}
		const before = this.last;
		const merged =
			before &&
			before.path === path &&
			before.version === path.version &&
			before.style.clip === style.clip &&
			before.frame === this.writer.frame &&
			before.call === this.writer.call &&
			before.row + before.rows === this.writer.length &&
			both(before.style, style);
		if (merged && before) {
			this.writer.takeBack(before.rows);
			this.record(path, merged, { line: before.line, step: before.step, evenOdd: before.evenOdd || evenOdd });
		} else this.record(path, style, { line, step, evenOdd });
	}

	/** Draws words. @returns false if they lie too far away, or are too large, to be recorded */
	text(words: string, where: LaidText, style: VectorStyle, { line, step }: { line: number; step: number }): boolean {
		const { map, x, y, align } = where;
		const at = mapped(map, x, y);
		const size = where.size * enlargement(map);
		if (!(isNear(at[0]) && isNear(at[1]) && size < MOST_WIDTH)) return false;
		this.use(style);
		const number = this.writer.textNumber(words);
		const mirrored = determinant(map) < 0;
		const facing = directionDeg(map.a, map.b);
		this.writer.add(ENTRY.text, line, step);
		const turned = mirrored ? facing + 180 : facing;
		for (const value of [...this.at(...at), size, align, -turned, number, mirrored ? 1 : 0]) this.writer.put(value);
		return true;
	}

	/** Records the path that what follows is cut by; gives its row plus one. */
	clip(
		path: VectorPath,
		{ line, step, evenOdd, within }: { line: number; step: number; evenOdd: boolean; within: number | undefined },
	): number {
		const { writer } = this;
		writer.use(-1, 0, -1, undefined, within);
		const row = writer.add(ENTRY.clip, line, step);
		const made = this.pathCoords(path.subPaths, evenOdd);
		const coords = made.every(isNear) ? made : [];
		// A clip without any inside hides everything.
		for (const value of coords.length > 1 ? coords : [0, PATH.move, ...this.at(0, 0), PATH.close]) writer.put(value);
		return row + 1;
	}

	private record(
		path: VectorPath,
		style: VectorStyle,
		{ line, step, evenOdd }: { line: number; step: number; evenOdd: boolean },
	): void {
		const { writer } = this;
		this.use(style);
		const row = writer.length;
		const subs = path.subPaths.filter((sub) => sub.pieces.length > 0);
		for (const { kind, coords } of this.entriesOf(subs, style, evenOdd)) {
			if (!coords.every(isNear)) continue;
			writer.add(kind, line, step);
			for (const value of coords) writer.put(value);
		}
		if (writer.length === row) this.far = true;
		const { version } = path;
		const { length, frame, call } = writer;
		this.last = { row, rows: length - row, version, frame, call, path, evenOdd, style, line, step };
	}

	/** Makes a style the one that entries get. */
	use({ ink, width, fill, line, clip, fillGradient, inkGradient, inkUnder }: VectorStyle): void {
		const more =
			fillGradient || inkGradient || inkUnder
				? {
						...(fillGradient && { fillGradient: this.placed(fillGradient) }),
						...(inkGradient && { inkGradient: this.placed(inkGradient) }),
						...(inkUnder && { inkUnder }),
					}
				: undefined;
		this.writer.use(ink, Math.min(width, MOST_WIDTH), fill, line, clip, more);
	}

	private entriesOf(subs: readonly SubPath[], style: VectorStyle, evenOdd: boolean): Entry[] {
		const [single] = subs;
		if (subs.length === 1 && single)
			return [this.wholeShape(single, style, evenOdd) ?? { kind: ENTRY.path, coords: this.pathCoords(subs, evenOdd) }];
		// Sub-paths that lie apart are figures of their own; those that overlap may have holes.
		const apart = style.fill === -1 || subs.length < 2 || areApart(subs);
		const groups = apart ? subs.map((sub) => [sub]) : [subs];
		return groups.flatMap((group) => {
			const [only] = group;
			const whole = group.length === 1 && only ? this.wholeShape(only, style, evenOdd) : undefined;
			if (whole) return [whole];
			return group.length > 0 ? [{ kind: ENTRY.path, coords: this.pathCoords(group, evenOdd) }] : [];
		});
	}

	/** A sub-path as one of the shapes that a tape knows; undefined if it isn't one of them. */
	private wholeShape(sub: SubPath, { fill, ink, line }: VectorStyle, evenOdd: boolean): Entry | undefined {
		const { rect, pieces, start } = sub;
		if (rect) return { kind: ENTRY.rect, coords: this.rectCoords(rect) };
		const ends = pieces.at(-1)?.to as Point;
		const meets = distance(start[0], start[1], ends[0], ends[1]) <= 1e-9;
		const closed = sub.closed || (ink === -1 && fill !== -1);
		const [first] = pieces;
		// Dashes begin where the path does, and an outline that crosses itself has holes by this rule.
		const isSpecial = (line?.dash.length ?? 0) > 0 || (evenOdd && fill !== -1);
		if (pieces.length === 1 && first?.arc) return isSpecial ? undefined : this.arcShape(first.arc, closed, fill);
		if (isSpecial || pieces.some((piece) => piece.controls || piece.arc)) return undefined;
		const points = [start, ...pieces.map((piece) => piece.to)];
		if (fill === -1 && points.length === 2 && !sub.closed) return { kind: ENTRY.line, coords: this.flat(points) };
		if (closed || meets) {
			const corners = meets ? points.slice(0, -1) : points;
			if (corners.length >= 3 && (closed || fill === -1)) return { kind: ENTRY.polygon, coords: this.flat(corners) };
			return corners.length >= 3 ? { kind: ENTRY.polygon, coords: this.flat(corners) } : undefined;
		}
		return fill === -1 ? { kind: ENTRY.polyline, coords: this.flat(points) } : undefined;
	}

	private arcShape(arc: DownArc, closed: boolean, fill: number): Entry | undefined {
		const [x, y] = this.at(arc.x, arc.y);
		if (Math.abs(arc.sweep) >= 360) return { kind: ENTRY.ellipse, coords: [x, y, arc.rx, arc.ry, -arc.turned] };
		if (fill !== -1 && !closed) return undefined;
		return {
			kind: ENTRY.arc,
			coords: [x, y, arc.rx, arc.ry, -arc.turned, -arc.start, -arc.sweep, closed ? 2 : 0],
		};
	}

	private rectCoords({ x, y, width, height, rounding, turned }: LaidRect): number[] {
		return [...this.at(x, y), width, height, rounding, -turned];
	}

	private flat(points: readonly Point[]): number[] {
		const flat: number[] = [];
		for (const [x, y] of points) flat.push(x + this.dx, this.dy - this.up * y);
		return flat;
	}

	private pathCoords(subs: readonly SubPath[], evenOdd: boolean): number[] {
		const coords = [evenOdd ? 1 : 0];
		for (const { start, pieces, closed } of subs) {
			if (pieces.length === 0) continue;
			coords.push(PATH.move, ...this.at(...start));
			for (const { to, controls, arc } of pieces) {
				if (arc) {
					const { x, y, rx, ry, turned, start: from, sweep } = arc;
					coords.push(PATH.arc, ...this.at(x, y), rx, ry, -turned, -from, -sweep);
				} else {
					const kind = controls ? (controls.length === 1 ? PATH.quadratic : PATH.cubic) : PATH.line;
					coords.push(kind, ...this.flat([...(controls ?? []), to]));
				}
			}
			if (closed) coords.push(PATH.close);
		}
		return coords;
	}
}

/** Places farther away than this aren't drawn by anybody. */
const FARTHEST = 1e9;
/** A wider line covers everything that a sheet can have. */
const MOST_WIDTH = 1e6;

function isNear(value: number): boolean {
	return value > -FARTHEST && value < FARTHEST;
}

/** Whether a path is one upright rect that covers a whole picture. */
export function coversSheet({ subPaths }: VectorPath, { width, height }: Pick<Sheet, "width" | "height">): boolean {
	const drawn = subPaths.filter((sub) => sub.pieces.length > 0);
	const rect = drawn.length === 1 ? drawn[0]?.rect : undefined;
	if (!rect || rect.rounding > 0 || rect.turned % 90 !== 0) return false;
	const [w, h] = rect.turned % 180 === 0 ? [rect.width, rect.height] : [rect.height, rect.width];
	return rect.x - w / 2 <= 0 && rect.y - h / 2 <= 0 && rect.x + w / 2 >= width && rect.y + h / 2 >= height;
}

/** Whether a sub-path is one straight piece, or none. */
function isStraight({ pieces: [first, second] }: SubPath): boolean {
	return second === undefined && !first?.controls && !first?.arc;
}

/** Two styles as one where the first has only an inside and the second only a line, or the other way round. */
function both(first: VectorStyle, second: VectorStyle): VectorStyle | undefined {
	const [inside, line] = first.ink === -1 ? [first, second] : [second, first];
	if (inside.ink !== -1 || inside.fill === -1 || line.fill !== -1 || line.ink === -1) return undefined;
	return {
		...line,
		fill: inside.fill,
		fillGradient: inside.fillGradient,
		...(line === first && { inkUnder: true }),
	};
}

/** Whether no two of some sub-paths lie in boxes that overlap. */
function areApart(subs: readonly SubPath[]): boolean {
	if (subs.length > 400) return false;
	const boxes = subs.map(boxOf).sort((a, b) => a.left - b.left);
	for (let i = 0; i < boxes.length; i++) {
		const a = boxes[i] as Box;
		for (let j = i + 1; j < boxes.length; j++) {
			const b = boxes[j] as Box;
			if (b.left >= a.right - TOUCH) break;
			if (a.top < b.bottom - TOUCH && b.top < a.bottom - TOUCH) return false;
		}
	}
	return true;
}

interface Box {
	left: number;
	top: number;
	right: number;
	bottom: number;
}

/** A box that a sub-path lies in: round its points, controls and whole ellipses. */
function boxOf({ start, pieces }: SubPath): Box {
	const box: Box = { left: start[0], right: start[0], top: start[1], bottom: start[1] };
	const take = (x: number, y: number) => {
		box.left = Math.min(box.left, x);
		box.right = Math.max(box.right, x);
		box.top = Math.min(box.top, y);
		box.bottom = Math.max(box.bottom, y);
	};
	for (const { to, controls, arc } of pieces) {
		take(...to);
		for (const control of controls ?? []) take(...control);
		if (arc) {
			const most = Math.max(arc.rx, arc.ry);
			const [across, down] = arc.turned % 180 === 0 ? [arc.rx, arc.ry] : [most, most];
			take(arc.x - across, arc.y - down);
			take(arc.x + across, arc.y + down);
		}
	}
	return box;
}

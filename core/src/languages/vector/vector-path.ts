import {
	type DownArc,
	IDENTITY,
	type Matrix,
	mapped,
	mappedArc,
	rotation,
	times,
	translation,
} from "../../geometry/matrix.ts";
import { distance, type Point } from "../../geometry/points.ts";
import { acosDeg, cosDeg, directionDeg, sinDeg, tanDeg } from "../../geometry/trig.ts";

/**
 * One piece of a sub-path, from where the one before ended: straight, a Bézier curve of one or two control points, or
 * part of an ellipse.
 */
export interface Piece {
	readonly to: Point;
	readonly controls?: readonly Point[];
	readonly arc?: DownArc;
}

/** A rect as it lies after all transforms: middle, sides, and the turn of its first side clockwise as seen. */
export interface LaidRect {
	readonly x: number;
	readonly y: number;
	readonly width: number;
	readonly height: number;
	readonly turned: number;
	/** Radius of its corners. */
	readonly rounding: number;
}

export interface SubPath {
	readonly start: Point;
	readonly pieces: Piece[];
	closed: boolean;
	/** Where the whole is one rect: its pieces say the same. */
	readonly rect?: LaidRect;
	/** A sub-path that only waits to be gone on with. */
	readonly waits?: boolean;
}

/** A corner radius along x and along y. */
export type Radius = readonly [number, number];

/**
 * A path in picture coordinates: y grows downwards, angles are clockwise as seen. Every point is put through the map
 * that holds when it is added, as canvases do it (HTML Standard, "Building paths").
 */
export class VectorPath {
	readonly subPaths: SubPath[] = [];
	/** Grows with every piece: two equal revisions mean the same path. */
	version = 0;

	clear(): void {
		this.subPaths.length = 0;
		this.version++;
	}

	get isEmpty(): boolean {
		return this.subPaths.length === 0;
	}

	/** Whether anything of it could leave a mark. */
	get hasPieces(): boolean {
		return this.subPaths.some((sub) => sub.pieces.length > 0);
	}

	/** How many pieces it has in all. */
	get size(): number {
		return this.subPaths.reduce((sum, sub) => sum + sub.pieces.length + 1, 0);
	}

	move(map: Matrix, x: number, y: number): void {
		this.begin(mapped(map, x, y));
	}

	line(map: Matrix, x: number, y: number): void {
		const to = mapped(map, x, y);
		if (this.isEmpty) this.begin(to);
		else this.add({ to });
	}

	quadratic(map: Matrix, cx: number, cy: number, x: number, y: number): void {
		const control = mapped(map, cx, cy);
		if (this.isEmpty) this.begin(control);
		this.add({ to: mapped(map, x, y), controls: [control] });
	}

	cubic(map: Matrix, [ax, ay]: Point, [bx, by]: Point, [x, y]: Point): void {
		const first = mapped(map, ax, ay);
		if (this.isEmpty) this.begin(first);
		this.add({ to: mapped(map, x, y), controls: [first, mapped(map, bx, by)] });
	}

	/** Part of an ellipse, joined to what is there by a straight line. */
	arc(map: Matrix, arc: DownArc): void {
		const laid = mappedArc(map, arc);
		const [first, last] = [rim(laid, laid.start), rim(laid, laid.start + laid.sweep)];
		const before = this.end;
		if (!before) this.begin(first);
		else if (distance(before[0], before[1], first[0], first[1]) > 1e-9) this.add({ to: first });
		if (arc.sweep === 0) return;
		if (laid.rx > 0 && laid.ry > 0) this.add({ to: last, arc: laid });
		else if (laid.rx > 0 || laid.ry > 0) this.add({ to: last });
	}

	/**
	 * An arc of a canvas: from one angle to another, a whole turn at most (HTML Standard, "ellipse").
	 *
	 * @param back whether it goes anticlockwise
	 */
	turn(map: Matrix, oval: Omit<DownArc, "start" | "sweep">, from: number, to: number, back: boolean): void {
		const span = to - from;
		const part = ((span % 360) + 360) % 360;
		// Ends that meet are a whole turn whichever way it goes, as browsers have it.
		const whole = (back ? -span >= 360 : span >= 360) || (part === 0 && span !== 0);
		const sweep = whole ? 360 : back && part > 0 ? 360 - part : part;
		this.arc(map, { ...oval, start: from, sweep: back ? -sweep : sweep });
	}

	/** A corner of a radius between two straight lines (HTML Standard, "arcTo"). */
	corner(map: Matrix, back: Matrix, [x1, y1]: Point, [x2, y2]: Point, radius: number): void {
		if (this.isEmpty) this.move(map, x1, y1);
		const [px, py] = mapped(back, ...(this.end as Point));
		const [ax, ay, bx, by] = [px - x1, py - y1, x2 - x1, y2 - y1];
		const [al, bl] = [Math.sqrt(ax * ax + ay * ay), Math.sqrt(bx * bx + by * by)];
		const cross = ax * by - ay * bx;
		if (al === 0 || bl === 0 || radius === 0 || Math.abs(cross) <= 1e-12 * al * bl) {
			this.line(map, x1, y1);
			return;
		}
		const angle = acosDeg(Math.max(-1, Math.min(1, (ax * bx + ay * by) / (al * bl))));
		const along = radius / tanDeg(angle / 2);
		const [ux, uy, vx, vy] = [ax / al, ay / al, bx / bl, by / bl];
		const [from, to]: [Point, Point] = [
			[x1 + ux * along, y1 + uy * along],
			[x1 + vx * along, y1 + vy * along],
		];
		const middle = distance(0, 0, ux + vx, uy + vy);
		const far = radius / sinDeg(angle / 2) / middle;
		const centre: Point = [x1 + (ux + vx) * far, y1 + (uy + vy) * far];
		const facing = (p: Point) => directionDeg(p[0] - centre[0], p[1] - centre[1]);
		const [start, end] = [facing(from), facing(to)];
		const sweep = ((((end - start) % 360) + 540) % 360) - 180;
		this.arc(map, { x: centre[0], y: centre[1], rx: radius, ry: radius, turned: 0, start, sweep });
	}

	rect(map: Matrix, x: number, y: number, width: number, height: number): void {
		const corners = [
			mapped(map, x, y),
			mapped(map, x + width, y),
			mapped(map, x + width, y + height),
			mapped(map, x, y + height),
		] as [Point, Point, Point, Point];
		const rect = laidRect(corners);
		this.subPaths.push({
			start: corners[0],
			pieces: corners.slice(1).map((to) => ({ to })),
			closed: true,
			...(rect && { rect }),
		});
		this.begin(corners[0], true);
	}

	/** A rect with corners of four radii, from its first corner clockwise (HTML Standard, "roundRect"). */
	roundRect(map: Matrix, x: number, y: number, width: number, height: number, radii: readonly Radius[]): void {
		// Sides drawn leftwards or upwards have their corners the other way round.
		const [flipX, flipY] = [width < 0, height < 0];
		const order = [0, 1, 2, 3].map((i) => i ^ (flipX ? 1 : 0) ^ (flipY ? 3 : 0));
		const [left, top, w, h] = [flipX ? x + width : x, flipY ? y + height : y, Math.abs(width), Math.abs(height)];
		const given = order.map((i) => radii[i] as Radius);
		const sum = (i: number, j: number, k: 0 | 1) => (given[i] as Radius)[k] + (given[j] as Radius)[k];
		const shrink = Math.min(
			1,
			...[w / sum(0, 1, 0), h / sum(1, 2, 1), w / sum(2, 3, 0), h / sum(3, 0, 1)].filter((v) => v >= 0),
		);
		const [a, b, c, d] = given.map(([rx, ry]): Radius => [rx * shrink, ry * shrink]) as [
			Radius,
			Radius,
			Radius,
			Radius,
		];
		const even = [b, c, d].every(([rx, ry]) => rx === a[0] && ry === a[1]) && a[0] === a[1];
		const outer = laidRect([
			mapped(map, left, top),
			mapped(map, left + w, top),
			mapped(map, left + w, top + h),
			mapped(map, left, top + h),
		]);
		const scale = outer && w > 0 ? outer.width / w : 1;
		const square = outer && Math.abs(outer.height - h * scale) <= 1e-9 * (outer.width + outer.height);
		const first = this.subPaths.length;
		this.move(map, left + a[0], top);
		const side = (tx: number, ty: number, cx: number, cy: number, [rx, ry]: Radius, start: number) => {
			this.line(map, tx, ty);
			if (rx > 0 && ry > 0) this.arc(map, { x: cx, y: cy, rx, ry, turned: 0, start, sweep: 90 });
		};
		side(left + w - b[0], top, left + w - b[0], top + b[1], b, 270);
		side(left + w, top + h - c[1], left + w - c[0], top + h - c[1], c, 0);
		side(left + d[0], top + h, left + d[0], top + h - d[1], d, 90);
		side(left, top + a[1], left + a[0], top + a[1], a, 180);
		const made = this.subPaths[first] as SubPath;
		made.closed = true;
		if (even && outer && square) this.subPaths[first] = { ...made, rect: { ...outer, rounding: a[0] * scale } };
		this.begin(mapped(map, left, top), true);
	}

	close(): void {
		const last = this.subPaths.at(-1);
		if (!last || last.waits || last.pieces.length === 0) return;
		last.closed = true;
		this.begin(last.start, true);
	}

	/** All of another path, put through a map. */
	append(map: Matrix, other: VectorPath): void {
		const plain = map === IDENTITY;
		for (const sub of other.subPaths) {
			if (sub.waits) continue;
			this.subPaths.push(plain ? { ...sub, pieces: [...sub.pieces] } : mappedSubPath(map, sub));
		}
		const last = this.subPaths.at(-1);
		if (last?.closed) this.begin(last.start, true);
		this.version++;
	}

	/** The same path put through a map. */
	mapped(map: Matrix): VectorPath {
		const made = new VectorPath();
		made.append(map, this);
		return made;
	}

	/** Where the path has got to; undefined if it is empty. */
	get end(): Point | undefined {
		const last = this.subPaths.at(-1);
		return last && (last.pieces.at(-1)?.to ?? last.start);
	}

	private begin(start: Point, waits = false): void {
		const last = this.subPaths.at(-1);
		if (last && last.pieces.length === 0) this.subPaths.pop();
		this.subPaths.push({ start, pieces: [], closed: false, ...(waits && { waits }) });
		this.version++;
	}

	private add(piece: Piece): void {
		const last = this.subPaths.at(-1) as SubPath;
		if (last.waits) this.subPaths[this.subPaths.length - 1] = { start: last.start, pieces: [piece], closed: false };
		else last.pieces.push(piece);
		this.version++;
	}
}

/** The point of an ellipse's rim at an eccentric angle, in picture coordinates. */
export function rim({ x, y, rx, ry, turned }: Omit<DownArc, "start" | "sweep">, angle: number): Point {
	const [u, v] = [rx * cosDeg(angle), ry * sinDeg(angle)];
	if (turned === 0) return [x + u, y + v];
	const [c, s] = [cosDeg(turned), sinDeg(turned)];
	return [x + u * c - v * s, y + u * s + v * c];
}

function mappedSubPath(map: Matrix, { start, pieces, closed, rect }: SubPath): SubPath {
	const put = ([x, y]: Point) => mapped(map, x, y);
	const laid = rect && mappedRect(map, rect);
	return {
		start: put(start),
		pieces: pieces.map(({ to, controls, arc }) => ({
			to: put(to),
			...(controls && { controls: controls.map(put) }),
			...(arc && { arc: mappedArc(map, arc) }),
		})),
		closed,
		...(laid && { rect: laid }),
	};
}

function mappedRect(map: Matrix, { x, y, width, height, turned, rounding }: LaidRect): LaidRect | undefined {
	const own = times(map, times(translation(x, y), rotation(turned)));
	const laid = laidRect([
		mapped(own, -width / 2, -height / 2),
		mapped(own, width / 2, -height / 2),
		mapped(own, width / 2, height / 2),
		mapped(own, -width / 2, height / 2),
	]);
	if (!laid || rounding === 0) return laid;
	const [across, down] = [laid.width / width, laid.height / height];
	return Math.abs(across - down) <= 1e-9 * (across + down) ? { ...laid, rounding: rounding * across } : undefined;
}

/** Four corners as a rect; undefined if they aren't one, or one without any size. */
function laidRect([a, b, c, d]: readonly [Point, Point, Point, Point]): LaidRect | undefined {
	const [ux, uy, vx, vy] = [b[0] - a[0], b[1] - a[1], d[0] - a[0], d[1] - a[1]];
	const [width, height] = [distance(0, 0, ux, uy), distance(0, 0, vx, vy)];
	if (width === 0 || height === 0 || Math.abs(ux * vx + uy * vy) > 1e-9 * width * height) return undefined;
	// A side drawn leftwards is the same rect not turned.
	const facing = directionDeg(ux, uy);
	return {
		x: (a[0] + c[0]) / 2,
		y: (a[1] + c[1]) / 2,
		width,
		height,
		turned: facing >= 180 ? facing - 180 : facing,
		rounding: 0,
	};
}

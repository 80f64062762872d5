import { type Arc, rimPoint } from "../geometry/arc.ts";
import { distance, type Point } from "../geometry/points.ts";
import { ENTRY, upward } from "../tape/layout.ts";
import { type Area, areasOf, coordinate, styleOf, type Tape } from "../tape/tape.ts";
import { assemble } from "./assemble.ts";
import { arcChain, flattened } from "./bent.ts";
import { bentGeometry } from "./bent-geometry.ts";
import { type Geometry, measureOutline } from "./measure.ts";
import { corners, type Outline } from "./outline.ts";
import { type PlacedGeometry, placedGeometries } from "./placed.ts";
import { steppedArcs, withArcs } from "./stepped-arcs.ts";
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
	/** Whether the pen walked it. */
	readonly walked: boolean;
}

/** Entries that place a shape of their own. */
const PLACED: ReadonlySet<number | undefined> = new Set([
	ENTRY.line,
	ENTRY.rect,
	ENTRY.ellipse,
	ENTRY.polygon,
	ENTRY.text,
	ENTRY.dot,
	ENTRY.arc,
	ENTRY.polyline,
	ENTRY.path,
]);

/** Entries that the pen walks. */
const WALKED: ReadonlySet<number | undefined> = new Set([ENTRY.segment, ENTRY.curve, ENTRY.travel, ENTRY.curvedTravel]);

/**
 * Figures of one drawing that are looked at; no one means more, and each costs time. What is beyond is only counted.
 */
const MAX_PARTS = 4_000;

/** The paints of a placed part: dots are of ink alone, letters of the fill or else of ink. */
function paintOf(inside: PlacedGeometry["inside"], fill: number, ink: number): { fill: number; outline: number } {
	if (inside === "ink") return { fill: ink, outline: -1 };
	if (inside === "words") return { fill: fill === -1 ? ink : fill, outline: -1 };
	return { fill: inside === "fill" ? fill : -1, outline: ink };
}

/** The shapes that entries from `first` up to `last` place, and the outlines that they walk. */
export class PartFinder {
	readonly parts: Part[] = [];
	readonly sizeless: number[] = [];
	/** Figures beyond the most that are looked at. */
	leftOut = 0;
	private readonly areas: readonly Area[];
	private readonly tape: Tape;
	private readonly tolerance: Tolerance;
	private readonly up: 1 | -1;
	private readonly outlines: Outline[] = [];
	private stroke: { cutter: StrokeCutter; style: number; x: number; y: number; begun: boolean } | undefined;

	/** @param areas the tape's areas, where they are known */
	constructor(tape: Tape, tolerance: Tolerance, areas: readonly Area[] = areasOf(tape)) {
		this.areas = areas;
		this.tape = tape;
		this.tolerance = tolerance;
		this.up = upward(tape.sheet.origin);
	}

	find(first: number, last: number): void {
		const { tape } = this;
		const { begins, inArea } = this.filledAreas(first, last);
		for (let i = first; i < last; i++) {
			const kind = tape.kind[i];
			if (kind === ENTRY.segment || kind === ENTRY.curve) {
				if (!inArea?.has(i)) this.walk(i);
			} else if (kind === ENTRY.areaBegin) {
				const area = begins.get(i);
				if (area) this.area(area);
			} else if (kind === ENTRY.pictureBegin || kind === ENTRY.pictureEnd) this.endStroke();
			else if (PLACED.has(kind)) this.placed(i);
		}
		this.endStroke();
		this.finish();
	}

	/** The filled areas that begin among the entries, and the rows of their moves. */
	private filledAreas(
		first: number,
		last: number,
	): { begins: ReadonlyMap<number, Area>; inArea: ReadonlySet<number> | undefined } {
		const begins = new Map<number, Area>();
		const rows = new Set<number>();
		for (const area of this.areas) {
			if (area.begin < first || area.end >= last || area.moves.length === 0 || styleOf(this.tape, area.end).fill === -1)
				continue;
			begins.set(area.begin, area);
			for (const row of area.moves) rows.add(row);
		}
		return { begins, inArea: rows.size > 0 ? rows : undefined };
	}

	private finish(): void {
		const { tape } = this;
		if (this.outlines.length > MAX_PARTS) {
			this.leftOut += this.outlines.length - MAX_PARTS;
			this.outlines.length = MAX_PARTS;
		}
		const paintOf = (outline: Outline) => {
			const { ink, width } = styleOf(tape, outline.entries[0] as number);
			return `${ink} ${width}`;
		};
		for (const outline of assemble(this.outlines, paintOf, this.tolerance.join)) {
			const { ink, width } = styleOf(tape, outline.entries[0] as number);
			this.drawn(outline, { fill: -1, outline: ink, outlineWidth: width });
		}
		this.parts.sort((a, b) => (a.entries[0] as number) - (b.entries[0] as number));
	}

	private at(entry: number, index: number): number {
		return coordinate(this.tape, entry, index);
	}

	/** Where a move goes, and the circle it goes along if it is bent. */
	private moveOf(entry: number): { to: Point; arc?: Arc } {
		const to: Point = [this.at(entry, 2), this.at(entry, 3)];
		const kind = this.tape.kind[entry];
		if (kind !== ENTRY.curve && kind !== ENTRY.curvedTravel) return { to };
		const radius = this.at(entry, 6);
		return {
			to,
			arc: {
				x: this.at(entry, 4),
				y: this.at(entry, 5),
				rx: radius,
				ry: radius,
				turned: 0,
				start: this.at(entry, 7),
				sweep: this.at(entry, 8),
			},
		};
	}

	private walk(entry: number): void {
		const { tape } = this;
		const from = tape.at[entry] as number;
		const style = tape.style[entry] as number;
		const [x1, y1] = [tape.coords[from] as number, tape.coords[from + 1] as number];
		let { stroke } = this;
		if (!stroke || stroke.style !== style || stroke.x !== x1 || stroke.y !== y1) {
			this.endStroke();
			if (this.full) this.leftOut++;
			stroke = { cutter: new StrokeCutter([x1, y1], this.tolerance, this.up), style, x: x1, y: y1, begun: false };
			this.stroke = stroke;
		}
		stroke.x = tape.coords[from + 2] as number;
		stroke.y = tape.coords[from + 3] as number;
		stroke.begun ||= !this.full;
		if (!stroke.begun) return;
		const arc = tape.kind[entry] === ENTRY.curve ? this.moveOf(entry).arc : undefined;
		stroke.cutter.add([stroke.x, stroke.y], entry, arc);
	}

	/** Whether as many figures have been found as are looked at. */
	private get full(): boolean {
		return this.parts.length + this.outlines.length >= MAX_PARTS;
	}

	private endStroke(): void {
		if (!this.stroke) return;
		this.stroke.cutter.finish();
		for (const outline of this.stroke.cutter.outlines) this.outlines.push(outline);
		this.stroke = undefined;
	}

	/**
	 * A filled area: the loops that its moves close, and what is left closed by its end. Each has the ink it was walked
	 * with.
	 */
	private area({ begin, end, moves }: Area): void {
		this.endStroke();
		const start: Point = [this.at(begin, 0), this.at(begin, 1)];
		const cutter = new StrokeCutter(start, this.tolerance, this.up);
		for (const row of moves) {
			const { to, arc } = this.moveOf(row);
			cutter.add(to, row, arc);
		}
		cutter.finish();
		const { fill } = styleOf(this.tape, end);
		const some = cutter.outlines.some((o) => o.closed);
		for (const outline of cutter.outlines) {
			const inked = this.inkOf(outline.entries);
			if (outline.closed || (!some && outline.points.length > 2 && !outline.stray))
				this.drawn(
					{ ...outline, closed: true, ...(outline.closed ? {} : closing(outline, inked)) },
					{ fill, ...inked },
				);
			else if (inked.outline !== -1)
				this.outlines.push({ ...outline, entries: outline.entries.filter((row) => this.isInked(row)), stray: true });
		}
	}

	private isInked(row: number): boolean {
		const kind = this.tape.kind[row];
		return kind === ENTRY.segment || kind === ENTRY.curve;
	}

	/** The ink that most of some moves were walked with. */
	private inkOf(rows: readonly number[]): { outline: number; outlineWidth: number } {
		const lengths = new Map<number, number>();
		for (const row of rows) {
			if (!this.isInked(row)) continue;
			const length =
				distance(this.at(row, 0), this.at(row, 1), this.at(row, 2), this.at(row, 3)) +
				(this.tape.kind[row] === ENTRY.curve ? this.at(row, 6) : 0);
			const style = this.tape.style[row] as number;
			lengths.set(style, (lengths.get(style) ?? 0) + length);
		}
		const [most] = [...lengths].sort((a, b) => b[1] - a[1]);
		if (!most) return { outline: -1, outlineWidth: 0 };
		const { ink, width } = this.tape.styles[most[0]] as { ink: number; width: number };
		return { outline: ink, outlineWidth: width };
	}

	/** A figure from an outline that was walked, or put together from lines; several from a chain of arcs. */
	private drawn(outline: Outline, paint: Pick<Part, "fill" | "outline" | "outlineWidth">): void {
		const { points, entries, gap, overdrawn, arcs, closed } = outline;
		const stepped = arcs?.some((arc) => arc !== undefined) ? undefined : steppedArcs(points, closed, this.up);
		if (!closed && entries.length === points.length - 1) {
			const chain = stepped
				? stepped.every((run) => run.arc) && stepped.map(({ first, end }) => [first, end] as const)
				: arcs && arcChain(points, arcs, this.tolerance);
			// A spiral of arcs is one figure.
			if (chain && this.geometryOf(outline)?.kinds[0] !== "spiral") {
				for (const [first, end] of chain)
					this.drawn(
						{
							...outline,
							points: points.slice(first, end + 1),
							entries: entries.slice(first, end),
							...(arcs && { arcs: arcs.slice(first, end) }),
						},
						paint,
					);
				return;
			}
		}
		const geometry = (stepped && this.bent(withArcs(points, stepped, closed), closed)) ?? this.geometryOf(outline);
		if (!geometry) return;
		const walked = WALKED.has(this.tape.kind[entries[0] as number]);
		const start = points[0] as Point;
		this.parts.push({
			geometry: walked && closed ? { ...geometry, start, end: start } : geometry,
			entries,
			gap: outline.missing ?? gap,
			overdrawn,
			...paint,
			walked,
		});
	}

	private geometryOf(outline: Outline): Geometry | undefined {
		const { points, arcs, closed, gap } = outline;
		if (!arcs?.some((arc) => arc !== undefined)) return this.straight(points, closed, gap);
		return this.bent({ points, arcs }, closed) ?? this.straight(flattened(points, arcs, closed, this.up), closed);
	}

	/** What an outline with bent pieces is; undefined if its points alone say it. */
	private bent(outline: Required<Pick<Outline, "points" | "arcs">>, closed: boolean): Geometry | undefined {
		const { tolerance, up } = this;
		return bentGeometry({ ...outline, closed }, { sheet: this.tape.sheet, up, tolerance });
	}

	private straight(through: readonly Point[], closed: boolean, gap = 0): Geometry | undefined {
		const points = corners(through, closed, gap);
		if (points.length < 2) return undefined;
		return measureOutline({ points, closed: closed && points.length > 2 }, this.tape.sheet, this.tolerance);
	}

	/** A shape that one entry places. Lines and open arcs may be parts of an outline, and wait for the others. */
	private placed(entry: number): void {
		const kind = this.tape.kind[entry];
		if (this.full) {
			this.leftOut++;
			return;
		}
		const { ink, width, fill } = styleOf(this.tape, entry);
		if (
			kind === ENTRY.line ||
			(kind === ENTRY.arc &&
				this.at(entry, 7) === 0 &&
				Math.abs(this.at(entry, 6)) < 360 &&
				this.at(entry, 2) === this.at(entry, 3))
		) {
			if (ink !== -1) this.piece(entry);
			return;
		}
		const found = placedGeometries(this.tape, entry, this.tolerance, this.up);
		if (found.length === 0) this.sizeless.push(entry);
		for (const { geometry, inside } of found) {
			const paint = paintOf(inside, fill, ink);
			if (paint.fill === -1 && paint.outline === -1) continue;
			this.parts.push({
				geometry,
				entries: [entry],
				gap: 0,
				overdrawn: 0,
				...paint,
				outlineWidth: paint.outline === -1 ? 0 : width,
				walked: false,
			});
		}
	}

	private piece(entry: number): void {
		if (this.tape.kind[entry] === ENTRY.line) {
			const points: Point[] = [
				[this.at(entry, 0), this.at(entry, 1)],
				[this.at(entry, 2), this.at(entry, 3)],
			];
			if (points[0]?.[0] === points[1]?.[0] && points[0]?.[1] === points[1]?.[1]) this.sizeless.push(entry);
			else this.outlines.push({ points, entries: [entry], closed: false, gap: 0, overdrawn: 0 });
			return;
		}
		const [x, y, rx, , turned, start, sweep] = [0, 1, 2, 3, 4, 5, 6].map((i) => this.at(entry, i)) as [
			number,
			number,
			number,
			number,
			number,
			number,
			number,
		];
		const arc: Arc = { x, y, rx, ry: rx, turned: 0, start: start + turned, sweep };
		const [first, last] = endsOf(arc, this.up);
		if (rx <= 0 || sweep === 0) this.sizeless.push(entry);
		else
			this.outlines.push({ points: [first, last], entries: [entry], arcs: [arc], closed: false, gap: 0, overdrawn: 0 });
	}
}

/** Where an arc begins and ends. */
function endsOf(arc: Arc, up: 1 | -1): [Point, Point] {
	return [rimPoint(arc, arc.start, up), rimPoint(arc, arc.start + arc.sweep, up)];
}

/** The straight edge by which an area's end closes an outline: it has no ink, so that a line stays open by as much. */
function closing(
	{ arcs, points }: Outline,
	{ outline: ink }: { readonly outline: number },
): { arcs?: readonly (Arc | undefined)[]; missing?: number } {
	const [first, last] = [points[0] as Point, points.at(-1) as Point];
	return {
		...(arcs && { arcs: [...arcs, undefined] }),
		...(ink !== -1 && { missing: distance(first[0], first[1], last[0], last[1]) }),
	};
}

import { WHITE } from "../colour/colour.ts";
import { contrast } from "../colour/lab.ts";
import type { Bounds } from "../geometry/points.ts";
import { distance } from "../geometry/points.ts";
import { coloursAround } from "../raster/around.ts";
import type { Region } from "../raster/region.ts";
import { type Seen, seen } from "../raster/visible.ts";
import { sheetBounds, upward } from "../tape/layout.ts";
import { PenTrack } from "../tape/pen-track.ts";
import { coversAll, routineOf, styleOf, type Tape } from "../tape/tape.ts";
import type { Drawing, Figure } from "./figure.ts";
import { inkOf, pointsAround } from "./ink.ts";
import type { Geometry } from "./measure.ts";
import { Origins } from "./origins.ts";
import { type Part, PartFinder } from "./parts.ts";
import { CLASS_TOLERANCE, type Tolerance } from "./tolerance.ts";

/**
 * Recognises the figures that a tape shows at its end. A new paper erases what came before; a filled figure over the
 * whole sheet before all others counts as paper.
 *
 * @param end last row to read; the whole tape by default
 */
export function recognise(tape: Tape, tolerance: Tolerance = CLASS_TOLERANCE, end = tape.length): Drawing {
	let [paper, first] = [WHITE, 0];
	for (let i = end - 1; i >= 0; i--) {
		if (!coversAll(tape.kind[i])) continue;
		[paper, first] = [styleOf(tape, i).fill, i + 1];
		break;
	}
	const finder = new PartFinder(tape, tolerance);
	finder.find(first, end);
	const parts = merged(finder.parts);
	const sheet = sheetBounds(tape.sheet);
	while (parts[0] && coversSheet(parts[0], sheet)) paper = (parts.shift() as Part).fill;
	const ground = paper === -1 ? WHITE : paper;
	const looks = new Looks(parts, sheet, upward(tape.sheet.origin), ground);
	const twins = twinsOf(parts);
	const [pen, origins] = [new PenTrack(tape), new Origins(tape)];
	const figures = parts.map((part, index) =>
		figureOf(part, { tape, pen, origins, shown: new Shown(looks, index), twin: twins[index] ?? null }),
	);
	return { figures, paper: ground, sizeless: finder.sizeless, leftOut: finder.leftOut };
}

/** Visibility of all figures, computed lazily, because most criteria don't need it. */
class Looks {
	private readonly parts: readonly Part[];
	private readonly sheet: Bounds;
	private readonly up: 1 | -1;
	private readonly paper: number;
	private seen: readonly Seen[] | undefined;
	private contrasts: readonly number[] | undefined;

	constructor(parts: readonly Part[], sheet: Bounds, up: 1 | -1, paper: number) {
		this.parts = parts;
		this.sheet = sheet;
		this.up = up;
		this.paper = paper;
	}

	of(index: number): Seen {
		this.seen ??= seen(this.regions(), this.sheet);
		return this.seen[index] as Seen;
	}

	inside(index: number): number {
		const part = this.parts[index] as Part;
		// A pen's width over the edge doesn't take a figure off the sheet.
		if (within(part.geometry.bounds, this.sheet)) return 1;
		// What lies over it doesn't matter here: it is looked at alone.
		return (seen([inkOf(part.geometry, part, this.up)], this.sheet)[0] as Seen).inside;
	}

	contrast(index: number): number {
		this.contrasts ??= this.found();
		return this.contrasts[index] as number;
	}

	private regions(): Region[] {
		return this.parts.map((p) => inkOf(p.geometry, p, this.up));
	}

	private found(): number[] {
		const { parts, up } = this;
		const colours = parts.map((p) => (p.fill === -1 ? p.outline : p.fill));
		const layers = this.regions().map((region, i) => ({ region, colour: colours[i] as number }));
		const asked = parts.map((p, i) => ({ points: pointsAround(p.geometry, p, up), own: new Set([i]) }));
		const around = coloursAround(layers, asked, this.sheet, this.paper);
		return colours.map((colour, i) => contrast(colour, around[i] as number));
	}
}

/** Lazily computed data of a figure. */
class Shown {
	readonly #looks: Looks;
	readonly index: number;

	constructor(looks: Looks, index: number) {
		this.#looks = looks;
		this.index = index;
	}

	get visible(): number {
		return this.#looks.of(this.index).visible;
	}

	get onSheet(): number {
		return this.#looks.inside(this.index);
	}

	get seenAcross(): number {
		return this.#looks.of(this.index).across;
	}

	get contrast(): number {
		return this.#looks.contrast(this.index);
	}
}

/** What a figure is made of beside its part. */
interface FigureParts {
	readonly tape: Tape;
	readonly pen: PenTrack;
	readonly origins: Origins;
	readonly shown: Shown;
	readonly twin: number | null;
}

function figureOf(part: Part, { tape, pen, origins, shown, twin }: FigureParts): Figure {
	const first = part.entries[0] as number;
	const lines = origins.linesOf(part.entries);
	const { geometry, entries, gap, overdrawn, fill, outline, outlineWidth, walked } = part;
	const last = entries.at(-1) as number;
	return Object.assign(shown, geometry, {
		entries,
		gap,
		overdrawn,
		fill,
		outline,
		outlineWidth,
		lines,
		twin,
		turns: walked ? pen.turns(entries) : [],
		facing:
			walked && !Number.isNaN(pen.facing(first)) ? { before: pen.facing(first), after: pen.facing(last + 1) } : null,
		step: tape.step[first] as number,
		frame: tape.frame[first] as number,
		routine: routineOf(tape, first),
	});
}

/** Whether two outlines are one in the same place. */
function sameGeometry(a: Geometry, b: Geometry): boolean {
	if (a.kinds[0] !== b.kinds[0] || a.closed !== b.closed) return false;
	const near = 0.5;
	if (distance(a.centre[0], a.centre[1], b.centre[0], b.centre[1]) > near) return false;
	if (Math.abs(a.width - b.width) > near || Math.abs(a.height - b.height) > near) return false;
	if (a.oval && b.oval) return true;
	return (
		a.points.length === b.points.length &&
		a.points.every((p) => b.points.some((q) => distance(p[0], p[1], q[0], q[1]) <= near))
	);
}

/** A fill and an outline of one geometry, one right after the other, are one figure with both paints. */
function merged(parts: readonly Part[]): Part[] {
	const kept: Part[] = [];
	for (const part of parts) {
		const before = kept.at(-1);
		const halves =
			before &&
			((before.fill !== -1 && before.outline === -1 && part.fill === -1) ||
				(before.fill === -1 && part.fill !== -1 && part.outline === -1));
		if (
			!before ||
			!halves ||
			!before.geometry.closed ||
			part.geometry.lettering ||
			!sameGeometry(before.geometry, part.geometry)
		) {
			kept.push(part);
			continue;
		}
		const line = before.outline === -1 ? part : before;
		kept[kept.length - 1] = {
			...before,
			entries: [...before.entries, ...part.entries],
			fill: before.fill === -1 ? part.fill : before.fill,
			outline: line.outline,
			outlineWidth: line.outlineWidth,
			overdrawn: before.overdrawn + part.overdrawn,
			gap: Math.max(before.gap, part.gap),
		};
	}
	return kept;
}

function coversSheet(part: Part, sheet: Bounds): boolean {
	const { geometry, fill } = part;
	if (fill === -1 || (fill & 255) !== 255 || !geometry.kinds.includes("rect") || geometry.rotation % 90 !== 0)
		return false;
	const { left, right, low, high } = geometry.bounds;
	return left <= sheet.left && right >= sheet.right && low <= sheet.low && high >= sheet.high;
}

function within(bounds: Bounds, sheet: Bounds): boolean {
	return (
		bounds.left >= sheet.left - 1e-6 &&
		bounds.right <= sheet.right + 1e-6 &&
		bounds.low >= sheet.low - 1e-6 &&
		bounds.high <= sheet.high + 1e-6
	);
}

/** For each part the earlier one of the same kind that it lies exactly on. */
function twinsOf(parts: readonly Part[]): (number | undefined)[] {
	const places = new Map<string, number[]>();
	return parts.map((part, i) => {
		const { centre, width, kinds } = part.geometry;
		const key = (dx: number, dy: number) =>
			`${kinds[0]} ${Math.round(centre[0]) + dx} ${Math.round(centre[1]) + dy} ${Math.round(width / 4)}`;
		for (const [dx, dy] of [
			[0, 0],
			[1, 0],
			[-1, 0],
			[0, 1],
			[0, -1],
		] as const) {
			const found = places
				.get(key(dx, dy))
				?.find(
					(j) =>
						sameGeometry((parts[j] as Part).geometry, part.geometry) &&
						(parts[j] as Part).geometry.lettering?.text === part.geometry.lettering?.text,
				);
			if (found !== undefined) return found;
		}
		const here = places.get(key(0, 0));
		if (here) here.push(i);
		else places.set(key(0, 0), [i]);
		return undefined;
	});
}

/** What the sheet shows at the end of a frame; at the end of the run where there are fewer. */
export function recogniseFrame(tape: Tape, frame: number, tolerance: Tolerance = CLASS_TOLERANCE): Drawing {
	let end = tape.length;
	while (end > 0 && (tape.frame[end - 1] as number) > frame) end--;
	return recognise(tape, tolerance, end);
}

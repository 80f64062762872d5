import type { Bounds } from "../geometry/points.ts";
import { seenByCells } from "./cells.ts";
import { NearBoxes } from "./near.ts";
import { apart, type Contours, common, holds, type Region } from "./region.ts";
import { Rows, without } from "./rows.ts";

export interface Seen {
	/** Share of the region's area inside the window. */
	readonly inside: number;
	/** Share of the part inside that no later opaque region covers; 1 if nothing is inside. */
	readonly visible: number;
	/** The longer side of the box round what is seen; 0 if nothing is. */
	readonly across: number;
}

/** Strips that a region is summed in at least, and corners of outlines that strips are parted at, at most. */
const STRIPS = 96;
const MAX_CORNERS = 600;
/** Regions over one up to which it is summed so finely; then a quarter as finely. */
const FEW_OVER = 5;
/** Later regions over one, and such pairs in all, up to which each pair is looked at; beyond, cells are counted. */
const MAX_COVERING = 80;
const MAX_PAIRS = 2_000;

/**
 * Area of each region in the window, and the part not covered by later regions. Straight sides are integrated exactly
 * except at crossings; too many overlapping regions are counted on a grid instead.
 *
 * @param regions in drawing order
 */
export function seen(regions: readonly Region[], window: Bounds): Seen[] {
	const near = new NearBoxes(
		regions.map((r) => r.bounds),
		window,
	);
	const over: number[][] = [];
	let pairs = 0;
	let crowded = false;
	regions.forEach(({ bounds }, i) => {
		const all = near.meeting(bounds, MAX_COVERING * 2);
		const later = all.filter((j) => j > i && (regions[j] as Region).opaque);
		crowded ||= all.length >= MAX_COVERING * 2 || later.length > MAX_COVERING;
		pairs += later.length;
		over.push(later);
	});
	if (crowded || pairs > MAX_PAIRS) return seenInCrowd(regions, window);
	return regions.map((region, i) =>
		seenAmong(
			region,
			(over[i] as number[]).map((j) => regions[j] as Region),
			window,
		),
	);
}

const across = ({ left, right, low, high }: Bounds) => Math.max(right - left, high - low);

/** One region under some others. */
function seenAmong(region: Region, over: readonly Region[], window: Bounds): Seen {
	const { bounds } = region;
	if (apart(bounds, window)) return { inside: 0, visible: 1, across: 0 };
	const whole = holds(window, bounds);
	if (whole && over.length === 0) return { inside: 1, visible: 1, across: across(bounds) };
	const areas = region.areas();
	const box = common(bounds, window);
	const others = over.map((r) => r.areas());
	const rows = rowsOver(box, [areas, ...others]);
	const spans: (readonly number[])[] = rows.ys.map(() => []);
	rows.scanAreas(areas, bounds.low, bounds.high, (row, found) => {
		spans[row] = clipped(found, window);
	});
	const within = total(rows, spans);
	for (const [k, r] of over.entries()) {
		let left = false;
		rows.scanAreas(others[k] as readonly Contours[], r.bounds.low, r.bounds.high, (row, found) => {
			const own = spans[row] as readonly number[];
			if (own.length > 0) spans[row] = without(own, found);
			left ||= (spans[row] as readonly number[]).length > 0;
		});
		if (!left && spans.every((own) => own.length === 0)) break;
	}
	const open = over.length === 0 ? within : total(rows, spans);
	const inside = whole ? 1 : within / Math.max(within, wholeArea(areas, bounds));
	return {
		inside: Number.isFinite(inside) ? inside : 1,
		visible: within > 0 ? open / within : 1,
		across: extent(rows, spans),
	};
}

/** Lines between the corners of some areas. */
function rowsOver(box: Bounds, all: readonly (readonly Contours[])[]): Rows {
	const corners: number[] = [];
	for (const areas of all)
		for (const contours of areas)
			for (const points of contours)
				for (const point of points) if (point[1] > box.low && point[1] < box.high) corners.push(point[1]);
	const finer = all.length <= FEW_OVER + 1 ? 1 : 4;
	const most = MAX_CORNERS / finer;
	const thickest = Math.max((finer * (box.high - box.low)) / STRIPS, 1e-9);
	const different = [...new Set(corners)];
	const few =
		different.length > most ? different.filter((_, i) => i % Math.ceil(different.length / most) === 0) : different;
	return Rows.between(box.low, box.high, few, thickest);
}

function wholeArea(areas: readonly Contours[], bounds: Bounds): number {
	const rows = rowsOver(bounds, [areas]);
	const spans: (readonly number[])[] = rows.ys.map(() => []);
	rows.scanAreas(areas, bounds.low, bounds.high, (row, found) => {
		spans[row] = found;
	});
	return total(rows, spans);
}

function clipped(spans: readonly number[], window: Bounds): number[] {
	const kept: number[] = [];
	for (let i = 0; i < spans.length; i += 2) {
		const [a, b] = [Math.max(window.left, spans[i] as number), Math.min(window.right, spans[i + 1] as number)];
		if (a < b) kept.push(a, b);
	}
	return kept;
}

function total(rows: Rows, spans: readonly (readonly number[])[]): number {
	let sum = 0;
	spans.forEach((own, row) => {
		for (let i = 0; i < own.length; i += 2)
			sum += ((own[i + 1] as number) - (own[i] as number)) * (rows.thick[row] as number);
	});
	return sum;
}

/** The longer side of the box round some spans. */
function extent(rows: Rows, spans: readonly (readonly number[])[]): number {
	let [left, right, low, high] = [
		Number.POSITIVE_INFINITY,
		Number.NEGATIVE_INFINITY,
		Number.POSITIVE_INFINITY,
		Number.NEGATIVE_INFINITY,
	];
	spans.forEach((own, row) => {
		if (own.length === 0) return;
		left = Math.min(left, own[0] as number);
		right = Math.max(right, own.at(-1) as number);
		const [y, half] = [rows.ys[row] as number, (rows.thick[row] as number) / 2];
		[low, high] = [Math.min(low, y - half), Math.max(high, y + half)];
	});
	return left <= right ? Math.max(right - left, high - low) : 0;
}

function seenInCrowd(regions: readonly Region[], window: Bounds): Seen[] {
	const result: Seen[] = regions.map(({ bounds }) =>
		apart(bounds, window)
			? { inside: 0, visible: 1, across: 0 }
			: { inside: 1, visible: 1, across: across(common(bounds, window)) },
	);
	const asked = regions.map((_, i) => i).filter((i) => !apart((regions[i] as Region).bounds, window));
	if (asked.length === 0) return result;
	const box = boxOf(regions, asked, window);
	seenByCells(regions, { asked, box, window }, (i, inside, visible) => {
		result[i] = { inside, visible, across: visible > 0 ? (result[i] as Seen).across : 0 };
	});
	return result;
}

/** The box round some regions; a sheet's size beyond the window on every side is looked at, no more. */
function boxOf(regions: readonly Region[], asked: readonly number[], window: Bounds): Bounds {
	const [wide, tall] = [window.right - window.left, window.high - window.low];
	let box: Bounds = (regions[asked[0] as number] as Region).bounds;
	for (const i of asked) {
		const b = (regions[i] as Region).bounds;
		box = {
			left: Math.min(box.left, b.left),
			right: Math.max(box.right, b.right),
			low: Math.min(box.low, b.low),
			high: Math.max(box.high, b.high),
		};
	}
	return {
		left: Math.max(box.left, window.left - wide),
		right: Math.min(box.right, window.right + wide),
		low: Math.max(box.low, window.low - tall),
		high: Math.min(box.high, window.high + tall),
	};
}

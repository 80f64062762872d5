import { apart, common, type Region } from "./region.ts";
import { Rows, without } from "./rows.ts";

const STRIPS = 64;

/** Area that two regions have in common, in square units of the sheet. */
export function overlap(a: Region, b: Region): number {
	if (apart(a.bounds, b.bounds)) return 0;
	const box = common(a.bounds, b.bounds);
	const [ours, theirs] = [a.areas(), b.areas()];
	const corners = [...ours, ...theirs].flatMap((contours) => contours.flatMap((points) => points.map(([, y]) => y)));
	const rows = Rows.between(box.low, box.high, corners.slice(0, 400), Math.max((box.high - box.low) / STRIPS, 1e-9));
	const spans: (readonly number[])[] = rows.ys.map(() => []);
	rows.scanAreas(ours, a.bounds.low, a.bounds.high, (row, found) => {
		spans[row] = found;
	});
	let sum = 0;
	rows.scanAreas(theirs, b.bounds.low, b.bounds.high, (row, found) => {
		const own = spans[row] as readonly number[];
		sum += (lengthOf(own) - lengthOf(without(own, found))) * (rows.thick[row] as number);
	});
	return sum;
}

function lengthOf(spans: readonly number[]): number {
	let sum = 0;
	for (let i = 0; i < spans.length; i += 2) sum += (spans[i + 1] as number) - (spans[i] as number);
	return sum;
}

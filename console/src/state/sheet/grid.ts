import type { ReportBody } from "@markpen/contract";

type Sheet = Pick<ReportBody["picture"], "width" | "height" | "origin">;

/**
 * A line of the grid: where it lies in the picture, what number it has on the sheet, and whether it is a strong one.
 */
export interface GridLine {
	readonly at: number;
	readonly label: number;
	readonly strong: boolean;
}

/** Distance of the fine lines: 1, 2 or 5 times a power of ten, about two dozen across. */
export function gridStep(sheet: Sheet): number {
	const rough = Math.max(sheet.width, sheet.height) / 24;
	const ten = 10 ** Math.floor(Math.log10(rough));
	return ([1, 2, 5, 10].find((f) => f * ten >= rough) ?? 10) * ten;
}

/** The sheet's coordinates of a point of the picture. */
export function sheetPoint(sheet: Sheet, x: number, y: number): { x: number; y: number } {
	if (sheet.origin === "centre") return { x: x - sheet.width / 2, y: sheet.height / 2 - y };
	return sheet.origin === "bottom left" ? { x, y: sheet.height - y } : { x, y };
}

function linesAlong(from: number, to: number, step: number, at: (value: number) => number): GridLine[] {
	const lines: GridLine[] = [];
	for (let k = Math.ceil(from / step); k <= Math.floor(to / step); k++)
		lines.push({ at: at(k * step), label: k * step, strong: k % 5 === 0 });
	return lines;
}

/** The grid in the sheet's own origin and units. */
export function gridOf(sheet: Sheet): { across: GridLine[]; down: GridLine[] } {
	const step = gridStep(sheet);
	const [a, b] = [sheetPoint(sheet, 0, 0), sheetPoint(sheet, sheet.width, sheet.height)];
	const across = linesAlong(Math.min(a.x, b.x), Math.max(a.x, b.x), step, (x) => x - a.x);
	const down = linesAlong(Math.min(a.y, b.y), Math.max(a.y, b.y), step, (y) => Math.abs(y - a.y));
	return { across, down };
}

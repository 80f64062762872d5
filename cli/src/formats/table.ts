import Table from "cli-table3";

type Cell = string | number | null;

const NO_LINES = Object.fromEntries(
	[
		"top",
		"top-mid",
		"top-left",
		"top-right",
		"bottom",
		"bottom-mid",
		"bottom-left",
		"bottom-right",
		"left",
		"left-mid",
		"mid",
		"mid-mid",
		"right",
		"right-mid",
		"middle",
	].map((part) => [part, ""]),
);
/** Narrower than this no column is made. */
const NARROWEST = 8;
const GAP = 2;

/** Rows under headings, that fit a terminal: the widest columns give way, and what doesn't fit ends in "…". */
export function table(
	headings: readonly string[],
	rows: readonly (readonly Cell[])[],
	columns = process.stdout.columns ?? 0,
): string {
	const text = (cell: Cell) => (cell === null ? "" : String(cell).replace(/\s*\n\s*/g, " "));
	const widths = headings.map((h, i) => Math.max(h.length, ...rows.map((row) => [...text(row[i] ?? "")].length)) + GAP);
	if (columns > 0) {
		for (let over = widths.reduce((a, b) => a + b, 0) - columns; over > 0; over--) {
			const widest = widths.indexOf(Math.max(...widths));
			if ((widths[widest] as number) <= NARROWEST) break;
			widths[widest] = (widths[widest] as number) - 1;
		}
	}
	const made = new Table({
		head: [...headings],
		chars: NO_LINES,
		colWidths: widths,
		style: { head: [], border: [], "padding-left": 0, "padding-right": GAP, compact: true },
	});
	for (const row of rows) made.push(row.map(text));
	return made
		.toString()
		.split("\n")
		.map((line) => line.trimEnd())
		.join("\n");
}

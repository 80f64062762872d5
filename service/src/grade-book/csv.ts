import type { GradeBook } from "@markpen/contract";
import { stringify } from "csv-stringify/sync";

/** Rows as CSV (RFC 4180). Cells that a spreadsheet would take for a formula are made harmless. */
export function csv(rows: readonly (readonly (string | number | null)[])[]): string {
	return stringify(
		rows.map((row) => row.map((cell) => (cell === null ? "" : cell))),
		// Lines end with CR LF, but a single CR or LF in a cell needs quotation marks too.
		{ record_delimiter: "windows", escape_formulas: true, quoted_match: /[\r\n]/ },
	);
}

type Cell = GradeBook["rows"][number]["cells"][number];

/** The single value of a cell. */
function said(cell: Cell): string | number {
	return cell.state === "counted" || (cell.state === "to be judged" && cell.points)
		? (cell.points?.earned ?? "")
		: cell.state;
}

/** One row a student. */
export function byStudents({ columns, rows }: GradeBook): string {
	const heading = ["Name", "Sign-in name", ...columns.map((c) => `${c.title} (of ${c.possible})`), "Percent", "Grade"];
	return csv([heading, ...rows.map((r) => [r.student.name, r.signInName, ...r.cells.map(said), r.percent, r.grade])]);
}

/** One row a student and exercise. */
export function byExercises({ columns, rows }: GradeBook): string {
	const heading = [
		"Name",
		"Sign-in name",
		"Exercise",
		"Title",
		"State",
		"Late",
		"Earned",
		"Possible",
		"To be judged",
		"Weight",
	];
	return csv([
		heading,
		...rows.flatMap((r) =>
			r.cells.map((cell, i) => {
				const column = columns[i] as GradeBook["columns"][number];
				return [
					r.student.name,
					r.signInName,
					cell.exercise,
					column.title,
					cell.state,
					cell.late ? "late" : "",
					cell.points?.earned ?? null,
					cell.points?.possible ?? column.possible,
					cell.open,
					column.weight,
				];
			}),
		),
	]);
}

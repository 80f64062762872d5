import { parse } from "csv-parse/sync";
import { Refusal } from "../refusals.ts";

/** A row of a CSV text, with its first line. */
export interface CsvRow {
	readonly line: number;
	readonly cells: readonly string[];
}

/** The rows of a CSV text, each with its first line. Throws a refusal with the line of an error. */
export function csvRows(text: string): CsvRow[] {
	try {
		const records = parse(text, {
			bom: true,
			delimiter: [",", ";", "\t"],
			relax_column_count: true,
			skip_empty_lines: true,
			trim: true,
			info: true,
			max_record_size: 20_000,
			// The library's types don't know that `info` puts each record beside where it was read.
		}) as unknown as {
			info: { lines: number };
			record: string[];
		}[];
		return records.map(({ info, record }) => ({ line: info.lines, cells: record }));
	} catch (error) {
		throw new Refusal("file-wrong", `The file isn't CSV: ${error instanceof Error ? error.message : String(error)}`);
	}
}

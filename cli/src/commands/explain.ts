import type { Report } from "@markpen/core";
import { EXIT, WrongCall } from "../call.ts";
import { readSource } from "../files.ts";
import { coloursFor } from "../formats/colours.ts";
import { reportText } from "../formats/report.ts";
import { print } from "../formats/terminal.ts";
import { allMet } from "./check.ts";

export interface ExplainOptions {
	readonly student?: boolean;
	readonly only?: string;
}

function isReport(value: unknown): value is Report & { file?: string; name?: string } {
	const report = value as Partial<Report> | null;
	return (
		report !== null &&
		typeof report === "object" &&
		Array.isArray(report.criteria) &&
		Array.isArray(report.slips) &&
		typeof report.points === "object" &&
		Array.isArray(report.errors)
	);
}

/** Explains saved JSON reports: one file or a folder. */
export async function explainCommand(path: string, options: ExplainOptions): Promise<number> {
	let value: unknown;
	try {
		value = JSON.parse(await readSource(path));
	} catch (error) {
		if (error instanceof WrongCall) throw error;
		throw new WrongCall(`${path} isn't JSON: ${error instanceof Error ? error.message : String(error)}`);
	}
	const all = isReport(value) ? [value] : ((value as { reports?: unknown[] } | null)?.reports ?? []);
	const reports = all
		.filter(isReport)
		.filter((r) => options.only === undefined || r.name === options.only || r.file === options.only);
	if (reports.length === 0)
		throw new WrongCall(
			options.only === undefined
				? `${path} has no report. Make one with: markpen check --json`
				: `${path} has no report for ${options.only}.`,
		);
	const colours = coloursFor(process.stdout);
	print(
		`${reports.map((r) => reportText({ path: r.file ?? path, title: r.exercise }, r, colours, options.student === true)).join("\n\n")}\n`,
	);
	return reports.every(allMet) ? EXIT.met : EXIT.missed;
}

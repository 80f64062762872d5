import { type Report, type ReportCriterion, STATE_WORDS, VERDICT_WORDS } from "@markpen/core";
import type { Colours } from "./colours.ts";
import { problemLines } from "./problems.ts";

const SIGNS: Readonly<Record<ReportCriterion["verdict"], string>> = { met: "●", partly: "◐", missed: "○", "not-judged": "◌" };

function painted(verdict: ReportCriterion["verdict"], text: string, colours: Colours): string {
	if (verdict === "met") return colours.green(text);
	if (verdict === "partly") return colours.yellow(text);
	return verdict === "missed" ? colours.red(text) : colours.dim(text);
}

/** "lines 4, 7" for what a criterion rests on. */
function where(lines: readonly number[]): string {
	if (lines.length === 0) return "";
	return ` (${lines.length === 1 ? "line" : "lines"} ${lines.slice(0, 6).join(", ")}${lines.length > 6 ? " …" : ""})`;
}

/** One report for people: points first, then each criterion with its verdict and, unless it is met, why. */
export function reportText(path: string, title: string, report: Report, colours: Colours): string {
	const { earned, possible } = report.points;
	const width = Math.max(...report.criteria.map((c) => c.asks.length));
	const lines = [`${colours.bold(path)}  ${title}  ${colours.bold(`${earned} of ${possible}`)}`];
	if (report.state !== "drew") lines.push(`  ${STATE_WORDS[report.state]}`);
	for (const c of report.state === "unreadable" ? [] : report.criteria) {
		const verdict = painted(c.verdict, `${SIGNS[c.verdict]} ${VERDICT_WORDS[c.verdict].padEnd(10)}`, colours);
		lines.push(`  ${verdict}  ${c.asks.padEnd(width)}  ${`${c.points}/${c.possible}`.padStart(6)}${c.bonus ? " bonus" : ""}`);
		if (c.verdict !== "met") lines.push(`      ${c.sentence}${where(c.lines)}`);
	}
	lines.push(...problemLines(path, report.errors, "error", colours), ...problemLines(path, report.remarks, "remark", colours));
	return lines.join("\n");
}

/** The order of verdicts in a table row. */
function row(report: Report): string {
	return report.criteria.map((c) => SIGNS[c.verdict]).join("");
}

/** One line a file, then the sums. */
export function summaryText(reports: readonly { file: string; report: Report }[], colours: Colours): string {
	const width = Math.max(...reports.map((r) => r.file.length));
	const lines = reports.map(({ file, report }) => {
		const { earned, possible } = report.points;
		const note = report.errors[0] ? `  line ${report.errors[0].line}: ${report.errors[0].message}` : "";
		return `${file.padEnd(width)}  ${`${earned} of ${possible}`.padStart(10)}  ${row(report)}${colours.dim(note)}`;
	});
	const all = reports.filter((r) => r.report.points.earned === r.report.points.possible).length;
	lines.push("", `${reports.length} programs, ${all} with all points.`);
	const first = reports[0]?.report;
	for (const [i, c] of (first?.criteria ?? []).entries()) {
		const met = reports.filter((r) => r.report.criteria[i]?.verdict === "met").length;
		lines.push(`  ${String(met).padStart(4)} met  ${c.asks}`);
	}
	return lines.join("\n");
}

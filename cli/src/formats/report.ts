import { alterationWords, counted, type Report, type ReportCriterion, STATE_WORDS, VERDICT_WORDS } from "@markpen/core";
import type { Colours } from "./colours.ts";
import { problemLines } from "./problems.ts";

const SIGNS: Readonly<Record<ReportCriterion["verdict"], string>> = {
	met: "●",
	partly: "◐",
	missed: "○",
	"not-judged": "◌",
};

function painted(verdict: ReportCriterion["verdict"], text: string, colours: Colours): string {
	if (verdict === "met") return colours.green(text);
	if (verdict === "partly") return colours.yellow(text);
	return verdict === "missed" ? colours.red(text) : colours.dim(text);
}

/** "lines 4, 7": the lines a criterion's verdict is based on. */
function where(lines: readonly number[]): string {
	if (lines.length === 0) return "";
	return ` (${lines.length === 1 ? "line" : "lines"} ${lines.slice(0, 6).join(", ")}${lines.length > 6 ? " …" : ""})`;
}

/** "7 of 8", and what a person must still judge. */
export function pointsText({ earned, possible, open }: Report["points"]): string {
	return open > 0 ? `${earned} of ${possible} so far, ${open} still to judge` : `${earned} of ${possible}`;
}

/** Sentences longer than this don't push the points to the side. */
const WIDEST = 72;

/**
 * One report for people: points first, then each criterion with its verdict and, unless it is met, why; then what the
 * mistakes may be.
 */
export function reportText(
	{ path, title }: { readonly path: string; readonly title: string },
	report: Report,
	colours: Colours,
	student = false,
): string {
	const width = Math.min(WIDEST, Math.max(...report.criteria.map((c) => c.asks.length)));
	const lines = [`${colours.bold(path)}  ${title}  ${colours.bold(pointsText(report.points))}`];
	if (report.state !== "drew") lines.push(`  ${STATE_WORDS[report.state]}`);
	let part: string | null = null;
	for (const c of report.state === "unreadable" ? [] : report.criteria) {
		if (c.part !== part) {
			part = c.part;
			lines.push(`  ${colours.dim(part ?? "Other criteria")}`);
		}
		const verdict = painted(c.verdict, `${SIGNS[c.verdict]} ${VERDICT_WORDS[c.verdict].padEnd(10)}`, colours);
		lines.push(
			`  ${verdict}  ${c.asks.padEnd(width)}  ${`${c.points}/${c.possible}`.padStart(6)}${c.bonus ? " bonus" : ""}`,
		);
		if (c.verdict !== "met") lines.push(`      ${c.sentence}${where(c.lines)}`);
		if (c.follows !== undefined) lines.push(`      Follows from line ${c.follows}, so nothing is deducted.`);
		for (const inner of c.verdict === "met" ? [] : (c.inner ?? []))
			lines.push(
				`      ${painted(inner.verdict, SIGNS[inner.verdict], colours)} ${inner.asks}${inner.verdict === "met" ? "" : `: ${inner.sentence}`}`,
			);
	}
	lines.push(...explanationLines(report, colours, student));
	lines.push(
		...problemLines(path, report.errors, "error", colours),
		...problemLines(path, report.remarks, "remark", colours),
		...(report.cut ? [colours.dim(report.cut.sentence)] : []),
	);
	return lines.join("\n");
}

/** The causes, and what may be where none is proved; reports of earlier versions have no causes. */
function explanationLines(report: Report, colours: Colours, student: boolean): string[] {
	const causes = report.causes ?? [];
	const said = (all: readonly { readonly sentence: string; readonly teacher: string }[]) =>
		all.map((one) => `  → ${student ? one.sentence : one.teacher}`);
	return [
		...(causes.length > 0 ? [`  ${colours.dim(student ? "Try next" : "Causes")}`, ...said(causes)] : []),
		...(report.slips.length > 0
			? [`  ${colours.dim(student ? "Look at" : "Possible causes")}`, ...said(report.slips)]
			: []),
	];
}

/** The order of verdicts in a table row. */
function row(report: Report): string {
	return report.criteria.map((c) => SIGNS[c.verdict]).join("");
}

/** The causes that most programs share, each in words. */
function sharedCauses(reports: readonly Report[]): string[] {
	const counts = new Map<string, number>();
	for (const { causes } of reports)
		for (const id of new Set((causes ?? []).map((c) => c.id))) counts.set(id, (counts.get(id) ?? 0) + 1);
	const shared = [...counts].filter(([, count]) => count > 1).sort((a, b) => b[1] - a[1]);
	return shared.slice(0, 5).map(([id, count]) => `  ${String(count).padStart(4)}  ${alterationWords(id)}`);
}

/** One line a program, then the sums: how many meet each criterion, and which causes most share. */
export function summaryText(reports: readonly { name: string; report: Report }[], colours: Colours): string {
	const width = Math.max(...reports.map((r) => r.name.length));
	const lines = reports.map(({ name, report }) => {
		const { earned, possible } = report.points;
		const error = report.errors[0] ? `  line ${report.errors[0].line}: ${report.errors[0].message}` : "";
		const causes = (report.causes ?? []).map((c) => `  ${c.teacher}`).join("");
		const points = `${earned} of ${possible}`.padStart(10);
		return `${name.padEnd(width)}  ${points}  ${row(report)}${colours.dim(error || causes)}`;
	});
	const all = reports.filter((r) => r.report.points.earned === r.report.points.possible).length;
	lines.push("", `${counted(reports.length, "program")}, ${all} with all points.`);
	const first = reports[0]?.report;
	for (const [i, c] of (first?.criteria ?? []).entries()) {
		const met = reports.filter((r) => r.report.criteria[i]?.verdict === "met").length;
		lines.push(`  ${String(met).padStart(4)} met  ${c.asks}`);
	}
	const shared = sharedCauses(reports.map((r) => r.report));
	if (shared.length > 0) lines.push("", "Causes that several programs share:", ...shared);
	return lines.join("\n");
}

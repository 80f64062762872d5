import type { ExerciseFile, Report } from "@markpen/core";
import { create } from "xmlbuilder2";

interface Checked {
	readonly file: string;
	readonly name: string;
	readonly report: Report;
}

/** Characters that XML 1.0 can't hold are shown as a question mark. */
const plain = (text: string) => text.replace(/[^\t\n\r\x20-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, "?");

/** Reports as JUnit XML, which continuous integration shows: a suite a program, a case a criterion. */
export function junit(exercise: ExerciseFile, reports: readonly Checked[]): string {
	const cases = reports.flatMap((r) => r.report.criteria);
	const failed = (c: Report["criteria"][number]) => c.verdict === "missed" || c.verdict === "partly";
	const root = create({ version: "1.0", encoding: "UTF-8" }).ele("testsuites", {
		name: exercise.id,
		tests: cases.length,
		failures: cases.filter(failed).length,
	});
	for (const { file, name, report } of reports) {
		const { criteria, points } = report;
		const suite = root.ele("testsuite", {
			name: plain(name),
			file: plain(file),
			tests: criteria.length,
			failures: criteria.filter(failed).length,
			skipped: criteria.filter((c) => c.verdict === "not-judged").length,
		});
		suite.ele("properties").ele("property", { name: "points", value: `${points.earned} of ${points.possible}` });
		for (const c of criteria) {
			const one = suite.ele("testcase", { name: plain(c.asks), classname: `${exercise.id}.${c.id}` });
			if (failed(c))
				one
					.ele("failure", { message: plain(c.sentence), type: c.verdict })
					.txt(plain(c.lines.length > 0 ? `${c.sentence}\n${file}:${c.lines[0]}` : c.sentence));
			if (c.verdict === "not-judged") one.ele("skipped", { message: plain(c.sentence) });
		}
		const why = [...(report.causes ?? []), ...report.slips].map((s) => s.teacher);
		const said = [...report.errors.map((e) => `line ${e.line}: ${e.message}`), ...why];
		if (said.length > 0) suite.ele("system-out").txt(plain(said.join("\n")));
	}
	return `${root.end({ prettyPrint: true })}\n`;
}

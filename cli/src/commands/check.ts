import { stat } from "node:fs/promises";
import type { ExerciseFile, Report } from "@markpen/core";
import { check, Threads } from "@markpen/threads";
import { EXIT } from "../call.ts";
import { filesOf, readExerciseFile, readSource } from "../files.ts";
import { coloursFor } from "../formats/colours.ts";
import { reportText, summaryText } from "../formats/report.ts";

export interface CheckOptions {
	readonly exercise: string;
	readonly json?: boolean;
}

interface Checked {
	readonly file: string;
	readonly report: Report;
}

/** Checks files, or the files of folders, against an exercise. */
export async function checkCommand(paths: readonly string[], options: CheckOptions): Promise<number> {
	const exercise = await readExerciseFile(options.exercise);
	const files = await filesOf(paths);
	const single = files.length === 1 && paths.length === 1 && !(await stat(paths[0] as string)).isDirectory();
	const reports = await checkAll(files, exercise);
	if (options.json)
		process.stdout.write(`${JSON.stringify(single ? reports[0]?.report : { reports: reports.map(({ file, report }) => ({ file, ...report })), summary: summaryOf(reports) })}\n`);
	else {
		const colours = coloursFor(process.stdout);
		const first = reports[0];
		if (!first) process.stdout.write("There is no file to check here.\n");
		else process.stdout.write(`${single ? reportText(first.file, exercise.title, first.report, colours) : summaryText(reports, colours)}\n`);
	}
	return reports.every(({ report }) => allMet(report)) ? EXIT.met : EXIT.missed;
}

/** Whether nothing is missed; a bonus may be. */
function allMet(report: Report): boolean {
	return report.criteria.every((c) => c.bonus || c.verdict === "met");
}

/** Reports in the order of the files, worked out by as many threads as there are cores. */
async function checkAll(files: readonly string[], exercise: ExerciseFile): Promise<Checked[]> {
	const threads = new Threads(files.length > 1 ? undefined : 1);
	const reports: Checked[] = new Array(files.length);
	let next = 0;
	const worker = async () => {
		for (let i = next++; i < files.length; i = next++) {
			const file = files[i] as string;
			reports[i] = { file, report: await check(threads, await readSource(file), exercise) };
		}
	};
	try {
		await Promise.all(Array.from({ length: threads.size }, worker));
	} finally {
		await threads.close();
	}
	return reports;
}

function summaryOf(reports: readonly Checked[]): object {
	const criteria = (reports[0]?.report.criteria ?? []).map((c, i) => ({ id: c.id, met: reports.filter((r) => r.report.criteria[i]?.verdict === "met").length }));
	return { files: reports.length, allMet: reports.filter((r) => allMet(r.report)).length, earned: reports.reduce((sum, r) => sum + r.report.points.earned, 0), criteria };
}

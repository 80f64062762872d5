import { stat } from "node:fs/promises";
import type { ExerciseFile, Report } from "@markpen/core";
import { checkMany, Threads } from "@markpen/threads";
import { type BroughtFiles, submissionOf } from "../brought.ts";
import { EXIT } from "../call.ts";
import { readExerciseFile } from "../exercise-file.ts";
import { save } from "../files.ts";
import { coloursFor } from "../formats/colours.ts";
import { reportText, summaryText } from "../formats/report.ts";
import { print, printJson } from "../formats/terminal.ts";
import { type HandedIn, handedIn } from "../handed-in.ts";
import { type LanguageCall, readProgram } from "../language.ts";
import { Progress } from "../progress.ts";

export interface CheckOptions extends BroughtFiles, LanguageCall {
	readonly exercise: string;
	readonly json?: boolean;
	readonly junit?: string;
	readonly watch?: boolean;
	/** Whether the mistakes behind what is missed are looked for. */
	readonly causes: boolean;
}

/** A program with its report. */
export interface Checked extends HandedIn {
	readonly report: Report;
}

/** Checks files, or the files of folders, against an exercise; again and again as they change where that is asked. */
export async function checkCommand(paths: readonly string[], options: CheckOptions): Promise<number> {
	if (!options.watch) return once(paths, options);
	await once(paths, options);
	const { follow } = await import("../follow.ts");
	const beside = [options.last, options.continues, options.answers].filter((file) => file !== undefined);
	return follow([...paths, options.exercise, ...beside], async (changed) => {
		print(`\n${changed} has changed.\n`);
		await once(paths, options);
	});
}

async function once(paths: readonly string[], options: CheckOptions): Promise<number> {
	const exercise = await readExerciseFile(options.exercise);
	const files = await handedIn(paths, exercise.id);
	const single = files.length === 1 && paths.length === 1 && !(await stat(paths[0] as string)).isDirectory();
	const submission = await submissionOf(options, exercise);
	const reports = await checkAll(files, exercise, {
		bare: !single && !options.json,
		causes: options.causes,
		submission,
		...(options.language !== undefined && { language: options.language }),
	});
	if (options.junit) await save(options.junit, (await import("../formats/junit.ts")).junit(exercise, reports));
	if (options.json)
		printJson(
			single
				? reports[0]?.report
				: {
						reports: reports.map(({ file, name, report }) => ({ file, name, ...report })),
						summary: summaryOf(reports),
					},
		);
	else {
		const colours = coloursFor(process.stdout);
		const first = reports[0];
		if (!first) print("There is no file to check here.\n");
		else
			print(
				`${single ? reportText({ path: first.file, title: exercise.title }, first.report, colours) : summaryText(reports, colours)}\n`,
			);
	}
	return reports.every(({ report }) => allMet(report)) ? EXIT.met : EXIT.missed;
}

/** Whether nothing is missed; a bonus may be, and what a person must still judge. */
export function allMet(report: Report): boolean {
	return report.criteria.every((c) => c.bonus || c.verdict === "met" || c.waits !== undefined);
}

/** Programs that a thread is sent together. */
const AT_ONCE = 12;
/** The same where causes are looked for: each takes about twenty times as long. */
const SEARCHED_AT_ONCE = 4;

/** Reports in the order of the files, computed by one thread per core. */
async function checkAll(
	files: readonly HandedIn[],
	exercise: ExerciseFile,
	how: Parameters<typeof checkMany>[3] & LanguageCall,
): Promise<Checked[]> {
	const threads = new Threads(files.length > 1 ? undefined : 1);
	const progress = new Progress("checking", files.length);
	const reports: Checked[] = new Array(files.length);
	let next = 0;
	const worker = async () => {
		for (let from = next; from < files.length; from = next) {
			const some = files.slice(from, from + (how.causes ? SEARCHED_AT_ONCE : AT_ONCE));
			next = from + some.length;
			const sources = await Promise.all(some.map(({ file }) => readProgram(file, how, exercise)));
			const found = await checkMany(threads, sources, exercise, how);
			some.forEach((one, k) => {
				reports[from + k] = { ...one, report: found[k] as Report };
				progress.step();
			});
		}
	};
	try {
		// Two programs a thread: while one runs, the next is read and sent.
		await Promise.all(Array.from({ length: files.length > 1 ? 2 * threads.size : 1 }, worker));
	} finally {
		progress.end();
		await threads.close();
	}
	return reports;
}

function summaryOf(reports: readonly Checked[]): object {
	const criteria = (reports[0]?.report.criteria ?? []).map((c, i) => ({
		id: c.id,
		met: reports.filter((r) => r.report.criteria[i]?.verdict === "met").length,
	}));
	return {
		files: reports.length,
		allMet: reports.filter((r) => allMet(r.report)).length,
		earned: reports.reduce((sum, r) => sum + r.report.points.earned, 0),
		criteria,
		causes: countedIds(reports, (report) => report.causes ?? []),
		slips: countedIds(reports, (report) => report.slips),
	};
}

/** How many reports share each id, the most frequent first. */
function countedIds(reports: readonly Checked[], of: (report: Report) => readonly { readonly id: string }[]): object[] {
	const counts = new Map<string, number>();
	for (const { report } of reports)
		for (const id of new Set(of(report).map((one) => one.id))) counts.set(id, (counts.get(id) ?? 0) + 1);
	return [...counts].map(([id, count]) => ({ id, count })).sort((a, b) => b.count - a.count);
}

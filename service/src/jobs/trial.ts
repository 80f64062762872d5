import {
	alterationWords,
	readExercise,
	rewritingWords,
	sentenceOf,
	type Trial,
	trialDoubt,
	trialProblem,
} from "@markpen/core";
import { check, sharedExercise, type Threads } from "@markpen/threads";
import type { DataSource, EntityManager } from "typeorm";
import { trialProgramsOf } from "../exercise/store.ts";
import { endJob, findJob } from "../queue/job.ts";

const MILLISECONDS = 180_000;

/** The test results in words, with unnoticed mistakes and right solutions that lose points. */
function told(trial: Trial, asks: readonly string[]): object {
	return {
		asks,
		model: trial.model,
		wrong: trial.wrong.map(trialProblem),
		modelOnly: trial.modelOnly,
		doubts: trial.doubts.map(trialDoubt),
		strength: trial.strength,
		fairness: trial.fairness,
		unseen: trial.alterations
			.filter((a) => a.missed.length === 0 && a.free === null)
			.map(({ id, line, source }) => ({ says: alterationWords(id), line, source })),
		punished: trial.rewritings
			.filter((r) => r.lost.length > 0)
			.map(({ id, source, lost }) => ({ says: rewritingWords(id), lost, source })),
	};
}

/** Tests an exercise: its model changed and rewritten, and its saved trial programs. */
export async function tryExercise(
	dataSource: DataSource,
	threads: Threads,
	jobId: string,
	complete: (manager: EntityManager) => Promise<void>,
): Promise<void> {
	const job = await findJob(dataSource.manager, jobId);
	if (!job || job.endedAt) return dataSource.transaction(complete);
	const { exerciseId, source } = job.about as { exerciseId: string; source: string };
	const reading = readExercise(source);
	if (!reading.ok) throw new Error("an exercise that is tried reads");
	const { exercise } = reading;
	const trial = await threads.run({ do: "try", exercise: sharedExercise(exercise), milliseconds: MILLISECONDS });
	const programs: object[] = [];
	for (const { name, source: program, expects } of await trialProgramsOf(dataSource.manager, exerciseId)) {
		const report = await check(threads, program, exercise);
		programs.push({
			name,
			expects,
			earned: report.points.earned,
			possible: report.points.possible,
			asExpected: expects === null || report.points.earned === expects,
			missed: report.criteria.filter((c) => c.verdict !== "met" && c.waits === undefined).map((c) => c.asks),
		});
	}
	await dataSource.transaction(async (manager) => {
		await endJob(manager, jobId, { ...told(trial, exercise.criteria.map(sentenceOf)), programs });
		await complete(manager);
	});
}

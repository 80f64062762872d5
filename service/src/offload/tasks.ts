import { readCollection, readExercise } from "@markpen/core";
import { renderPng } from "@markpen/threads";
import { readArchive } from "../reading/class-archive.ts";
import { readOneRoster } from "../reading/one-roster-file.ts";
import { prepareExercise } from "../reading/prepare-exercise.ts";
import { readRoster } from "../reading/roster-file.ts";
import { unzip } from "../reading/unzip.ts";

/**
 * Tasks that the web process gives to a thread: parsing large input, running programs, rendering. Each has a time limit
 * in milliseconds, after which its thread is terminated.
 */
export const TASKS = {
	readExercise: { milliseconds: 2_000, work: ({ source }: { readonly source: string }) => readExercise(source) },
	readCollection: { milliseconds: 2_000, work: ({ source }: { readonly source: string }) => readCollection(source) },
	prepareExercise: { milliseconds: 10_000, work: prepareExercise },
	unzip: { milliseconds: 1_500, work: unzip },
	readRoster: { milliseconds: 2_000, work: readRoster },
	readOneRoster: { milliseconds: 4_000, work: readOneRoster },
	readArchive: {
		milliseconds: 20_000,
		work: ({ bytes }: { readonly bytes: Uint8Array }) => readArchive(new TextDecoder().decode(bytes)),
	},
	renderPng: { milliseconds: 6_000, work: renderPng },
} as const;

export type Tasks = typeof TASKS;
export type TaskName = keyof Tasks;
export type TaskInput<N extends TaskName> = Parameters<Tasks[N]["work"]>[0];
export type TaskResult<N extends TaskName> = Awaited<ReturnType<Tasks[N]["work"]>>;

/** A refusal passed between threads, where objects lose their class. */
export interface RefusedTask {
	readonly code: string;
	readonly message: string;
	readonly errors: readonly { readonly path: string; readonly message: string }[] | undefined;
}
export type TaskAnswer = { readonly value: unknown } | { readonly refused: RefusedTask };

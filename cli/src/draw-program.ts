import { LanguageLoader } from "@markpen/core";
import { type DrawResult, type DrawTask, drawTask, INTERPRETERS, RUN_MILLISECONDS } from "@markpen/threads";
import { withThreads } from "./with-threads.ts";

/**
 * Runs a program and reads its drawing back. Nib keeps to its limits by itself, and is run right here; what has an
 * interpreter of its own is run in a thread, which can be ended.
 */
export async function drawProgram(asked: Omit<DrawTask, "do" | "milliseconds">): Promise<DrawResult> {
	const task: DrawTask = { ...asked, do: "draw", milliseconds: RUN_MILLISECONDS };
	const { language = "nib", beside } = task;
	const others = typeof beside === "object" ? beside.language : "nib";
	if (language === "nib" && others === "nib")
		return drawTask(task, await new LanguageLoader(INTERPRETERS).ready(["nib"]));
	return withThreads(1, (threads) => threads.run(task));
}

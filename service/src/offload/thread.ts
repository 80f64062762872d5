import { giveWay } from "@markpen/threads";
import { Refusal } from "../refusals.ts";
import { TASKS, type TaskAnswer, type TaskName } from "./tasks.ts";

giveWay();

/** One task in this thread. */
export default async function work({ name, input }: { name: TaskName; input: never }): Promise<TaskAnswer> {
	try {
		return { value: await TASKS[name].work(input) };
	} catch (error) {
		if (!(error instanceof Refusal)) throw error;
		const { code, message, errors } = error;
		return { refused: { code, message, errors } };
	}
}

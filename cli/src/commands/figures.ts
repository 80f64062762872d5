import { RUN_MILLISECONDS, Threads } from "@markpen/threads";
import { EXIT, WrongCall } from "../call.ts";
import { readSource } from "../files.ts";
import { coloursFor } from "../formats/colours.ts";
import { problemLines } from "../formats/problems.ts";
import { type RunCall, runOf } from "../run-call.ts";

export interface FiguresOptions extends RunCall {
	readonly frame?: number;
	readonly json?: boolean;
}

/** Reads a drawing back: one sentence a figure, in drawing order. */
export async function figuresCommand(file: string, options: FiguresOptions): Promise<number> {
	const source = await readSource(file);
	const threads = new Threads(1);
	try {
		const { measures: figures, errors, remarks } = await threads.run({ do: "draw", source, milliseconds: RUN_MILLISECONDS, ...runOf(source, options) });
		const last = Math.max(0, ...figures.map((f) => f.frame));
		if (options.frame !== undefined && options.frame > last) throw new WrongCall(`${file} has no frame ${options.frame}; its last is ${last}.`);
		const shown = options.frame === undefined ? figures : figures.filter((f) => f.frame === options.frame);
		if (options.json) process.stdout.write(`${JSON.stringify({ figures: shown, errors, remarks })}\n`);
		else {
			const colours = coloursFor(process.stdout);
			shown.forEach((f, i) => process.stdout.write(`${i + 1}. ${f.sentence}\n`));
			if (shown.length === 0) process.stdout.write("Nothing was drawn.\n");
			for (const line of [...problemLines(file, errors, "error", colours), ...problemLines(file, remarks, "remark", colours)]) process.stdout.write(`${line}\n`);
		}
		return errors.length > 0 ? EXIT.missed : EXIT.met;
	} finally {
		await threads.close();
	}
}

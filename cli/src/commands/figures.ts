import type { Track } from "@markpen/core";
import { EXIT, WrongCall } from "../call.ts";
import { drawProgram } from "../draw-program.ts";
import { coloursFor } from "../formats/colours.ts";
import { problemLines } from "../formats/problems.ts";
import { print, printJson } from "../formats/terminal.ts";
import { readProgram } from "../language.ts";
import { type RunCall, runOf } from "../run-call.ts";

export interface FiguresOptions extends RunCall {
	readonly frame?: number;
	readonly beside?: string;
	readonly tracks?: boolean;
	readonly json?: boolean;
}

/** Reads a drawing back: one sentence a figure, in drawing order. */
export async function figuresCommand(file: string, options: FiguresOptions): Promise<number> {
	const program = await readProgram(file, options);
	const { frame } = options;
	const beside = options.beside === undefined ? undefined : await readProgram(options.beside);
	const asked = {
		...(frame !== undefined && { frame }),
		...(beside !== undefined && { beside }),
		...(options.tracks && { tracks: true }),
	};
	const {
		measures: shown,
		errors,
		remarks,
		lastFrame,
		differences,
		tracks,
	} = await drawProgram({
		source: program.source,
		...(await runOf(program, options)),
		...asked,
	});
	if (frame !== undefined && frame > lastFrame)
		throw new WrongCall(`${file} has no frame ${frame}; its last is ${lastFrame}.`);
	if (options.json)
		printJson({ figures: shown, ...(differences && { differences }), ...(tracks && { tracks }), errors, remarks });
	else {
		const colours = coloursFor(process.stdout);
		shown.forEach((f, i) => print(`${i + 1}. ${f.sentence}\n`));
		if (shown.length === 0) print("Nothing was drawn.\n");
		for (const track of tracks ?? []) print(`${trackLine(track)}\n`);
		if (differences) print(`\nBeside ${options.beside}:\n`);
		for (const said of differences?.length === 0 ? ["No differences."] : (differences ?? [])) print(`- ${said}\n`);
		for (const line of [
			...problemLines(file, errors, "error", colours),
			...problemLines(file, remarks, "remark", colours),
		])
			print(`${line}\n`);
	}
	return errors.length > 0 ? EXIT.missed : EXIT.met;
}

/** A figure through the frames in a line: "circle in frames 1 to 80, from 24, 100 to 340, 100". */
function trackLine({ kind, seats }: Track): string {
	const [first, last] = [seats[0], seats.at(-1)];
	if (!first || !last) return kind;
	const at = ([x, y]: readonly [number, number]) => `${Math.round(x * 10) / 10}, ${Math.round(y * 10) / 10}`;
	const gone = last.frame - first.frame + 1 - seats.length;
	const frames = first.frame === last.frame ? `frame ${first.frame}` : `frames ${first.frame} to ${last.frame}`;
	return `${kind.replaceAll("-", " ")} in ${frames}${gone > 0 ? `, gone in ${gone} of them` : ""}, from ${at(first.centre)} to ${at(last.centre)}`;
}

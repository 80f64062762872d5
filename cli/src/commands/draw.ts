import { svgOf } from "@markpen/core";
import { EXIT } from "../call.ts";
import { drawProgram } from "../draw-program.ts";
import { save } from "../files.ts";
import { coloursFor } from "../formats/colours.ts";
import { problemLines } from "../formats/problems.ts";
import { printAside, printJson, printXml } from "../formats/terminal.ts";
import { readProgram } from "../language.ts";
import { encoded, endingOf } from "../out.ts";
import { type RunCall, runOf } from "../run-call.ts";

export interface DrawOptions extends RunCall {
	readonly out?: string;
	readonly watch?: readonly string[];
	readonly scale: number;
	readonly json?: boolean;
}

/**
 * Runs a program and writes its drawing as the ending of the file says: SVG, PNG, or the tape as bytes or JSON Lines.
 */
export async function drawCommand(file: string, options: DrawOptions): Promise<number> {
	const { out } = options;
	const ending = endingOf(out);
	const program = await readProgram(file, options);
	const { watch } = options;
	const wanted = { tape: ending === "tape" || ending === "jsonl", ...(watch && { watch }) };
	const drawn = await drawProgram({
		source: program.source,
		...(await runOf(program, options)),
		...wanted,
	});
	const { picture, figures, errors, remarks, state, ended, messages, watched } = drawn;
	const svg = svgOf(picture, figures);
	if (out) await save(out, await encoded({ svg, tape: drawn.tape, width: picture.width * options.scale }, ending));
	if (options.json)
		printJson({
			file,
			out: out ?? null,
			state,
			ended,
			width: picture.width,
			height: picture.height,
			...(out ? {} : { svg }),
			errors,
			remarks,
			messages,
			...(watched && { watched }),
		});
	else if (!out) printXml(svg);
	if (!options.json) {
		const colours = coloursFor(process.stderr);
		for (const { text } of messages) printAside(`${text}\n`);
		for (const { step, line, name, value } of watched?.changes ?? [])
			printAside(`step ${step}, line ${line}: ${name} = ${value}\n`);
		if (watched?.leftOut) printAside(`… and ${watched.leftOut} changes more\n`);
		for (const line of [
			...problemLines(file, errors, "error", colours),
			...problemLines(file, remarks, "remark", colours),
		])
			printAside(`${line}\n`);
	}
	return errors.length > 0 ? EXIT.missed : EXIT.met;
}

import { writeFile } from "node:fs/promises";
import { svgOf } from "@markpen/core";
import { RUN_MILLISECONDS, Threads } from "@markpen/threads";
import { EXIT, WrongCall } from "../call.ts";
import { readSource } from "../files.ts";
import { coloursFor } from "../formats/colours.ts";
import { problemLines } from "../formats/problems.ts";

export interface DrawOptions {
	readonly out?: string;
	readonly seed: number;
	readonly scale: number;
	readonly json?: boolean;
}

/** Runs a program and writes its drawing as SVG or PNG, by the ending of the file that is asked for. */
export async function drawCommand(file: string, options: DrawOptions): Promise<number> {
	const { out } = options;
	if (out !== undefined && !/\.(?:svg|png)$/i.test(out)) throw new WrongCall(`${out} should end in .svg or .png.`);
	const source = await readSource(file);
	const threads = new Threads(1);
	try {
		const { picture, figures, errors, remarks, state, ended, messages } = await threads.run({ do: "draw", source, seed: options.seed, milliseconds: RUN_MILLISECONDS });
		const svg = svgOf(picture, figures);
		if (out?.toLowerCase().endsWith(".png")) await save(out, await threads.run({ do: "png", svg, width: Math.round(picture.width * options.scale) }));
		else if (out) await save(out, svg);
		if (options.json)
			process.stdout.write(
				`${JSON.stringify({ file, out: out ?? null, state, ended, width: picture.width, height: picture.height, ...(out ? {} : { svg }), errors, remarks, messages })}\n`,
			);
		else if (!out) process.stdout.write(svg);
		if (!options.json) {
			const colours = coloursFor(process.stderr);
			for (const { text } of messages) process.stderr.write(`${text}\n`);
			for (const line of [...problemLines(file, errors, "error", colours), ...problemLines(file, remarks, "remark", colours)]) process.stderr.write(`${line}\n`);
		}
		return errors.length > 0 ? EXIT.missed : EXIT.met;
	} finally {
		await threads.close();
	}
}

async function save(path: string, data: string | Uint8Array): Promise<void> {
	try {
		await writeFile(path, data);
	} catch (error) {
		throw new WrongCall(`${path} can't be written: ${error instanceof Error ? error.message : String(error)}`);
	}
}

import { readFile } from "node:fs/promises";
import { decodeTape, encodeTape, NoTape, pictureOf, svgOf, type Tape, tapeFromLines, tapeLines } from "@markpen/core";
import { EXIT, WrongCall } from "../call.ts";
import { save, told } from "../files.ts";
import { printJsonLine } from "../formats/terminal.ts";
import { encoded, endingOf } from "../out.ts";

export interface TapeOptions {
	readonly out?: string;
	readonly scale: number;
}

async function tapeIn(file: string): Promise<Tape> {
	let bytes: Uint8Array;
	try {
		bytes = await readFile(file);
	} catch (error) {
		throw told(file, error);
	}
	try {
		return bytes[0] === 0x7b ? tapeFromLines(new TextDecoder().decode(bytes)) : decodeTape(bytes);
	} catch (error) {
		throw error instanceof NoTape ? new WrongCall(`${file}: ${error.message}`) : error;
	}
}

/**
 * Reads a tape back, from either form, and writes what the ending of the file asks for; without a file, its JSON
 * Lines.
 */
export async function tapeCommand(file: string, { out, scale }: TapeOptions): Promise<number> {
	const ending = out === undefined ? "jsonl" : endingOf(out);
	const tape = await tapeIn(file);
	if (out === undefined) {
		for (const line of tapeLines(tape)) printJsonLine(line);
		return EXIT.met;
	}
	const drawing = { svg: svgOf(pictureOf(tape)), tape: encodeTape(tape), width: tape.sheet.width * scale };
	await save(out, await encoded(drawing, ending));
	return EXIT.met;
}

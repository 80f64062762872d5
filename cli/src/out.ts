import { decodeTape, tapeLines } from "@markpen/core";
import { RUN_MILLISECONDS } from "@markpen/threads";
import { WrongCall } from "./call.ts";
import { withThreads } from "./with-threads.ts";

/** The forms that a drawing can be written in. */
export type Ending = "svg" | "png" | "tape" | "jsonl";

/** The form that a file's name asks for; SVG where there is no file. */
export function endingOf(path: string | undefined): Ending {
	const ending = path === undefined ? "svg" : /\.(svg|png|tape|jsonl)$/i.exec(path)?.[1]?.toLowerCase();
	if (ending === undefined)
		throw new WrongCall(`${path} should end in .svg or .png, or in .tape or .jsonl for the tape.`);
	return ending as Ending;
}

/** A drawing as it can be written: its SVG, its tape where that was kept, and how many pixels across its PNG is. */
interface WritableDrawing {
	readonly svg: string;
	readonly tape: Uint8Array | undefined;
	readonly width: number;
}

/** A drawing in a form. */
export async function encoded({ svg, tape, width }: WritableDrawing, ending: Ending): Promise<string | Uint8Array> {
	if (ending === "svg") return svg;
	if (ending === "png")
		return withThreads(1, (threads) =>
			threads.run({ do: "png", svg, width: Math.round(width), milliseconds: RUN_MILLISECONDS }),
		);
	const bytes = tape as Uint8Array;
	return ending === "tape" ? bytes : `${[...tapeLines(decodeTape(bytes))].join("\n")}\n`;
}

import { SOURCE_BYTES } from "@markpen/contract";
import { Refusal } from "../refusals.ts";

/** Refuses a source that is too large before anything is stored. NUL, which PostgreSQL's text can't hold, is refused too. */
export function refuseSource(source: string): void {
	const bytes = Buffer.byteLength(source, "utf8");
	if (bytes > SOURCE_BYTES) throw new Refusal("source-too-large", `The program has ${bytes} bytes; ${SOURCE_BYTES} are the most. It was not taken and stays in your editor.`);
	if (source.includes("\u0000"))
		throw new Refusal("bad-request", "The program holds a character with the code 0, which is no text. It was not taken and stays in your editor.", [
			{ path: "source", message: "holds the character U+0000" },
		]);
}

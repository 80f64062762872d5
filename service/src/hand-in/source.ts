import { SOURCE_BYTES } from "@markpen/contract";
import { Refusal } from "../refusals.ts";

/** Refuses a source that is too large before anything is stored. */
export function refuseSource(source: string): void {
	const bytes = Buffer.byteLength(source, "utf8");
	if (bytes > SOURCE_BYTES)
		throw new Refusal(
			"source-too-large",
			`The program has ${bytes} bytes; ${SOURCE_BYTES} are the most. It was not taken and stays in your editor.`,
		);
}

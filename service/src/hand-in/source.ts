import { SOURCE_BYTES } from "@markpen/contract";
import { Refusal } from "../refusals.ts";

/** Refuses a source that is too large before anything is stored. */
export function refuseSource(source: string): void {
	const bytes = Buffer.byteLength(source, "utf8");
	if (bytes > SOURCE_BYTES)
		throw new Refusal(
			"source-too-large",
			`The program has ${bytes} bytes; the limit is ${SOURCE_BYTES}. It wasn't handed in; it stays in your editor.`,
		);
}

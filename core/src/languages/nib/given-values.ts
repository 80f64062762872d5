import { parseColour } from "../../colour/colour.ts";
import { type Given, GivenWrong } from "../given.ts";
import type { Checked } from "./checker.ts";
import { Paint } from "./paint.ts";

/**
 * The values as the running program holds them. Throws {@link GivenWrong} for a name or kind that the program lacks.
 */
export function givenValues(checked: Checked, given: Given): Map<string, unknown> {
	const values = new Map<string, unknown>();
	for (const [name, value] of Object.entries(given)) {
		const node = checked.program.steps.find((s) => s.node === "let" && s.name === name);
		const kind = node?.node === "let" ? checked.declared.get(node)?.kind : undefined;
		if (kind === undefined) throw new GivenWrong(name, undefined);
		const colour = typeof value === "string" && kind === "colour" ? parseColour(value) : undefined;
		const fits = kind === "any" || kind === "unknown" || kind === (typeof value === "string" ? "text" : typeof value);
		if (colour === undefined && (!fits || (typeof value === "number" && !Number.isFinite(value))))
			throw new GivenWrong(name, kind);
		values.set(name, colour === undefined ? (typeof value === "number" ? value + 0 : value) : new Paint(colour));
	}
	return values;
}

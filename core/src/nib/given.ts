import { parseColour } from "../colour/colour.ts";
import type { Checked } from "./checker.ts";
import { Paint } from "./paint.ts";
import { read } from "./read.ts";
import type { ValueKind } from "./value-kind.ts";

/** A value that a caller gives for a name of the program; a colour as CSS writes it. */
export type Given = Readonly<Record<string, number | string | boolean>>;

/** Thrown where a caller gives a value that the program has no place for. */
export class GivenWrong extends Error {
	override readonly name = "GivenWrong";
	/** The name that the value was given for. */
	readonly of: string;
	/** The kind that the name holds; undefined where no `let` at top level declares it. */
	readonly wanted: ValueKind | undefined;
	constructor(of: string, wanted: ValueKind | undefined) {
		super(wanted === undefined ? `no let at top level declares ${of}` : `${of} holds ${wanted}`);
		this.of = of;
		this.wanted = wanted;
	}
}

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

/**
 * Why a source can't be given some values: the name, and the kind it holds (undefined where nothing declares it). A
 * source that can't be read has no such problem.
 */
export function givenProblem(
	source: string,
	given: Given,
): { readonly of: string; readonly wanted: ValueKind | undefined } | undefined {
	const reading = read(source);
	if (!reading.ok) return undefined;
	try {
		givenValues(reading.checked, given);
		return undefined;
	} catch (error) {
		if (error instanceof GivenWrong) return { of: error.of, wanted: error.wanted };
		throw error;
	}
}

/** A value that a caller gives for a name of the program; a colour as CSS writes it. */
export type Given = Readonly<Record<string, number | string | boolean>>;

/** Thrown where a caller gives a value that the program has no place for. */
export class GivenWrong extends Error {
	override readonly name = "GivenWrong";
	/** The name that the value was given for. */
	readonly of: string;
	/** The kind of value that the name holds; undefined if nothing at top level declares it. */
	readonly wanted: string | undefined;
	constructor(of: string, wanted: string | undefined) {
		super(wanted === undefined ? `nothing at top level declares ${of}` : `${of} holds ${wanted}`);
		this.of = of;
		this.wanted = wanted;
	}
}

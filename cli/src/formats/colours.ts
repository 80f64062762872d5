import picocolors from "picocolors";

export type Colours = ReturnType<typeof picocolors.createColors>;

/** Colours for a stream: on a terminal only, and never where NO_COLOR is set. */
export function coloursFor(stream: NodeJS.WriteStream): Colours {
	return picocolors.createColors(stream.isTTY === true && process.env.NO_COLOR === undefined);
}

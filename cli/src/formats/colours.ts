import picocolors from "picocolors";
import { coloured } from "./terminal.ts";

const NAMES = ["bold", "dim", "red", "green", "yellow", "cyan"] as const;
export type Colours = Readonly<Record<(typeof NAMES)[number], (text: string) => string>>;

/** Colours for a stream: on a terminal only, and never where NO_COLOR is set. What they give is for `print`. */
export function coloursFor(stream: NodeJS.WriteStream): Colours {
	const isOn = stream.isTTY === true && process.env.NO_COLOR === undefined;
	const own = picocolors.createColors(isOn);
	const colour = (name: (typeof NAMES)[number]) => (text: string) => (isOn ? coloured(own[name], text) : text);
	return Object.fromEntries(NAMES.map((name) => [name, colour(name)])) as Colours;
}

import { randomBytes } from "node:crypto";

const ESCAPE = "\u001b";
/** Placeholder for the escape character of our colours until the text is printed; users' text can't contain it. */
const OURS = `\ue000${randomBytes(8).toString("hex")}\ue001`;

/** Controls that a terminal acts on (C0, C1, DEL), and those that turn the direction of text: all but line and tab. */
// biome-ignore lint/suspicious/noControlCharactersInRegex: what is looked for.
const CONTROLS = /[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u202a-\u202e\u2066-\u2069]/g;

/** A control character made visible, with its Unicode control picture if there is one. */
function picture(control: string): string {
	const code = control.charCodeAt(0);
	if (code < 0x20) return String.fromCharCode(0x2400 + code);
	if (code === 0x7f) return "\u2421";
	return `<U+${code.toString(16).toUpperCase().padStart(4, "0")}>`;
}

/** Text without control sequences for a terminal. */
export function plain(text: string): string {
	return text.replace(CONTROLS, picture);
}

/** What gives text a colour, with text in it that does nothing. */
export function coloured(colour: (text: string) => string, text: string): string {
	return colour(plain(text)).replaceAll(ESCAPE, OURS);
}

const printable = (text: string) => plain(text).replaceAll(OURS, ESCAPE);

/** Prints text that may hold anything, as programs of students and names of files do. */
export function print(text: string): void {
	process.stdout.write(printable(text));
}

const CODE = (control: string) => control.charCodeAt(0).toString(16).padStart(4, "0");

/** Prints JSON: controls in its strings as escapes, so that it says the same. */
export function printJson(value: unknown): void {
	printJsonLine(JSON.stringify(value));
}

/** Prints a line that is JSON already. */
export function printJsonLine(line: string): void {
	process.stdout.write(`${line.replace(CONTROLS, (control) => `\\u${CODE(control)}`)}\n`);
}

/** Prints XML: controls in its text as character references. */
export function printXml(text: string): void {
	process.stdout.write(text.replace(CONTROLS, (control) => `&#x${CODE(control)};`));
}

/** Prints text where errors go. */
export function printAside(text: string): void {
	process.stderr.write(printable(text));
}

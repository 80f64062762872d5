import type { Role } from "../sites.ts";

/** A number in the text of a path, with what it is for. */
export interface PathNumber {
	readonly start: number;
	readonly end: number;
	readonly role: Role;
}

/** What the numbers after each letter are for, again and again. */
const ROLES: Readonly<Record<string, readonly Role[]>> = {
	M: ["x", "y"],
	L: ["x", "y"],
	T: ["x", "y"],
	H: ["x"],
	V: ["y"],
	C: ["x", "y", "x", "y", "x", "y"],
	S: ["x", "y", "x", "y"],
	Q: ["x", "y", "x", "y"],
	A: ["radius", "radius", "rotation", "other", "other", "x", "y"],
	a: ["radius", "radius", "rotation", "other", "other", "other", "other"],
};

/**
 * The numbers of a path (SVG 2, 9.3). Those after small letters count from where the path has got to, and are no
 * places.
 */
export function numbersInPath(text: string): PathNumber[] {
	const numbers: PathNumber[] = [];
	let roles: readonly Role[] = [];
	let count = 0;
	let letter = "";
	for (let at = 0; at < text.length; ) {
		const sign = text[at] as string;
		if (/[a-zA-Z]/.test(sign)) {
			[letter, roles, count] = [sign, ROLES[sign] ?? [], 0];
			at++;
			continue;
		}
		// The flags of an arc are one digit, with nothing after them.
		const isFlag = letter.toUpperCase() === "A" && (count % 7 === 3 || count % 7 === 4);
		const pattern = isFlag ? /[01]/y : /[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?/y;
		pattern.lastIndex = at;
		const [number] = pattern.exec(text) ?? [];
		if (number === undefined) {
			at++;
			continue;
		}
		numbers.push({ start: at, end: at + number.length, role: roles[count % Math.max(1, roles.length)] ?? "other" });
		count++;
		at += number.length;
	}
	return numbers;
}

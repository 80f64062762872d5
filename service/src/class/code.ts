import { randomInt } from "node:crypto";

/** A class code: part of the class's name, and a number. */
export function freshCode(name: string): string {
	const word =
		name
			.normalize("NFD")
			.toLowerCase()
			.match(/[a-z]{3,}/)?.[0] ?? "class";
	return `${word.slice(0, 10)}-${randomInt(100, 1_000)}`;
}

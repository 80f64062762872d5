import { rounded } from "../geometry/decimal.ts";

/** "a", "a and b", "a, b and c". */
export function listed(items: readonly string[], last = "and"): string {
	if (items.length <= 1) return items[0] ?? "";
	return `${items.slice(0, -1).join(", ")} ${last} ${items.at(-1)}`;
}

/** A number with one decimal at most. */
export function num(value: number): string {
	return rounded(value, 1);
}

/** A number with its noun: "1 line", "2 lines". */
export function counted(count: number, one: string, many = `${one}s`): string {
	return `${count} ${count === 1 ? one : many}`;
}

const SMALL = ["no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"];

/** Small whole numbers as words. */
export function inWords(count: number): string {
	return SMALL[count] ?? String(count);
}

/** The first letter as a capital. */
export function sentence(text: string): string {
	return text.charAt(0).toUpperCase() + text.slice(1);
}

/** "a circle", "an ellipse". */
export function withArticle(noun: string): string {
	return `${/^[aeiou]/i.test(noun) ? "an" : "a"} ${noun}`;
}

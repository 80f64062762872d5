import type { Data } from "../marking/criterion.ts";
import { listed, num, sentence } from "./lists.ts";
import { measureWord, theFigure, theFigures } from "./names.ts";

const text = (v: Data[string] | undefined) => String(v ?? "");
const values = (v: Data[string] | undefined): (string | number)[] => (Array.isArray(v) ? [...v] : []);

const PATTERNS: Readonly<Record<string, string>> = {
	row: "stand in a row",
	column: "stand one below the other",
	ring: "stand in a ring",
	grid: "stand in rows and columns",
	mirror: "are the same on both sides",
	places: "stand as they should",
	along: "follow the lines",
};

function spaced(word: string, of: readonly (string | number)[]): string {
	if (of[0] === "same") return `the same ${word} each time`;
	return `a ${word} of ${of.map((v) => num(Number(v))).join(", ")}`;
}

/** What an arrangement asks for. */
export function arranged(data: Data): string {
	const said: string[] = [];
	const pattern = PATTERNS[text(data.as)];
	const about = text(data.about);
	const free = values(data.free).map(String);
	if (pattern)
		said.push(
			`${pattern}${about ? ` about ${about.startsWith("centre of ") ? `the middle of ${theFigure(about.slice(10))}` : about}` : ""}${free.length > 0 ? `, whatever the ${listed(free, "or")}` : ""}`,
		);
	const spaces = [
		...(values(data.gap).length > 0 ? [spaced("gap", values(data.gap))] : []),
		...(values(data.step).length > 0 ? [spaced("step", values(data.step))] : []),
	];
	if (spaces.length > 0) said.push(`have ${listed(spaces)}`);
	const what = measureWord(text(data.growing));
	if (what)
		said.push(
			`grow in ${what}, each ${Number(data.growingBy) !== 0 ? `by ${num(Number(data.growingBy))}` : `to ${num(Number(data.growingTimes))} times the last`}`,
		);
	if (Number(data.turning) !== 0)
		said.push(
			`are turned, each by ${num(Number(data.turning))}° more${text(data.turningAbout) === "start" ? " about the point where they start" : ""}`,
		);
	const turns = values(data.alternating).map(String);
	if (turns.length > 0) said.push(`are ${listed(turns)} in turn`);
	return sentence(`${theFigures(text(data.name))} ${listed(said)}`);
}

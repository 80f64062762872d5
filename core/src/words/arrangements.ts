import type { CheckSentences } from "../marking/checks/index.ts";
import { listed, num, sentence } from "./lists.ts";
import { measureWord, theFigure, theFigures } from "./names.ts";

const PATTERNS: Readonly<Record<string, string>> = {
	row: "are in a row",
	column: "are one below the other",
	ring: "are in a ring",
	grid: "are in rows and columns",
	mirror: "are the same on both sides",
	places: "are where they should be",
	along: "follow the lines",
};

function spaced(word: string, of: readonly (string | number)[]): string {
	if (of[0] === "same") return `the same ${word} each time`;
	return `a ${word} of ${of.map((v) => num(Number(v))).join(", ")}`;
}

/** What an arrangement asks for. */
export function arranged(data: CheckSentences["arrangement"]): string {
	const said: string[] = [];
	const pattern = PATTERNS[data.as];
	const about = data.about;
	const free = data.free.map(String);
	const spaces = [
		...(data.gap.length > 0 ? [spaced("gap", data.gap)] : []),
		...(data.step.length > 0 ? [spaced("step", data.step)] : []),
	];
	if (pattern) {
		const middle = about.startsWith("centre of ") ? `the middle of ${theFigure(about.slice(10))}` : about;
		const further = [
			...(middle ? [` about ${middle}`] : []),
			...(free.length > 0 ? [`, whatever the ${listed(free, "or")}`] : []),
			...(spaces.length > 0 ? [`, with ${listed(spaces)}`] : []),
		];
		said.push(`${pattern}${further.join("")}`);
	} else if (spaces.length > 0) said.push(`have ${listed(spaces)}`);
	const what = measureWord(data.growing);
	if (what)
		said.push(
			`grow in ${what}, each ${data.growingBy !== 0 ? `by ${num(data.growingBy)}` : `to ${num(data.growingTimes)} times the last`}`,
		);
	if (data.turning !== 0)
		said.push(
			`are turned, each by ${num(data.turning)}° more${data.turningAbout === "start" ? " about the point where they start" : ""}`,
		);
	const turns = data.alternating.map(String);
	if (turns.length > 0) said.push(`are ${listed(turns)} in turn`);
	return sentence(`${theFigures(data.name)} ${listed(said)}`);
}

import { COLOUR_NAMES } from "../colour/colour.ts";
import { FAMILIES } from "../colour/family.ts";
import type { CheckSentences, CriterionAsk } from "../marking/checks/index.ts";
import { nameIn } from "./criteria.ts";
import { inWords, listed, sentence } from "./lists.ts";
import { agreeing, figuresWord, measureWord, theFigure } from "./names.ts";

const COLOURS: ReadonlySet<string> = new Set([...COLOUR_NAMES, ...FAMILIES]);
const COUNTS = new Map(Array.from({ length: 11 }, (_, n) => [inWords(n), n] as const));
/** Numbers that give nothing away: a shift of nothing, a single one. */
const PLAIN: ReadonlySet<string> = new Set(["0", "1"]);

/** The numbers and colours that a text says, small numbers in words among them. */
export function saidIn(text: string): Set<string> {
	const said = new Set<string>();
	for (const [word] of text.toLowerCase().matchAll(/\d+(?:\.\d+)?|[a-z]+/g)) {
		const count = COUNTS.get(word);
		if (count !== undefined) said.add(String(count));
		else if (/^\d/.test(word)) said.add(String(Number(word)));
		else if (COLOURS.has(word)) said.add(word);
	}
	return said;
}

/** Whether a sentence says a number or a colour that some other texts don't. */
export function tellsMore(said: string, given: readonly string[]): boolean {
	const known = new Set([...PLAIN, ...given.flatMap((text) => [...saidIn(text)])]);
	return [...saidIn(said)].some((one) => !known.has(one));
}

const named = ({ name }: { readonly name: string }) => theFigure(name);

/** What each check looks at, without what it wants. */
const TOPICS: { readonly [N in keyof CheckSentences]: ((data: CheckSentences[N]) => string) | undefined } = {
	count: (data) => `how many ${figuresWord(data.name.replace(/^\d+\S+ (?:regular )?/, ""), 2)} there are`,
	measure: (data) => `the ${listed(data.what.map(measureWord))} of ${named(data)}`,
	position: (data) => `the place of ${named(data)}`,
	colour: (data) => (data.what === "paper" ? "the colour of the paper" : `the colour of ${named(data)}`),
	relation: (data) => `how ${named(data)} lies relative to other things`,
	arrangement: (data) => `how ${named(data)} is arranged`,
	path: () => "the pen's path",
	movement: (data) => `how ${named(data)} moves`,
	"what if": (data) =>
		data.sheet.length > 0 ? "what happens on a sheet of another size" : "what happens when a variable is changed",
	runs: () => "differences between runs",
	code: () => "the program's source",
	sheet: () => "the sheet and its paper",
	filling: (data) => `the fill and the outline of ${named(data)}`,
	distinct: () => "how different the figures are",
	order: () => "the drawing order",
	visible: (data) => `how well ${named(data)} is seen`,
	change: (data) => `what has changed of ${named(data)}`,
	"own work": () => "how much of the drawing is your own",
	"nothing else": undefined,
	likeness: undefined,
	answer: undefined,
	"by teacher": undefined,
};

/**
 * What a criterion looks at in one short phrase that gives no wanted value away; nothing for a check whose sentence
 * has none.
 */
export function criterionTopic<N extends keyof CheckSentences>({ check, data }: CriterionAsk<N>): string | undefined {
	const topic = TOPICS[check]?.(data);
	return topic === undefined ? undefined : agreeing(nameIn(data), sentence(topic));
}

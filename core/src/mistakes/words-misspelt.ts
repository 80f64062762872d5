import type { ProgramSites, ValueSite } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";

/** Words on the sheet with a letter missing, too many or other. */
export const wordsMisspelt: Mistake = {
	id: "words-misspelt",
	family: "size and kind",
	changes: [],
	made: "the words misspelt",
	did: "the words are “{was}”",
	instead: "“{now}”",
	asks: "Read the words@ letter by letter.",
	make: (sites) =>
		words(sites)
			.filter((v) => v.words.length > 1)
			.map((v) => quoted(sites, v, v.words.slice(0, -1))),
	mend({ sites, wanted }) {
		const due = [...new Set(wanted.flatMap((f) => f.lettering?.text ?? []))];
		return words(sites).flatMap((v) =>
			due.filter((text) => text !== v.words && isNear(text, v.words)).map((text) => quoted(sites, v, text)),
		);
	},
	example: { right: 'text "Harbour" at 60, 80\n', wrong: 'text "Harbou" at 60, 80\n' },
};

const words = (sites: ProgramSites) =>
	sites.values.flatMap((v) => (v.words === undefined ? [] : [{ ...v, words: v.words }]));

const quoted = (sites: ProgramSites, at: ValueSite & { words: string }, now: string): Change => ({
	...replaced(sites, at, `"${now.replaceAll('"', '""')}"`, "word"),
	was: at.words,
	now,
});

/** Whether two texts differ by a few letters: a text that is quite another isn't put in. */
function isNear(a: string, b: string): boolean {
	const [x, y] = [a.toLowerCase(), b.toLowerCase()];
	let same = 0;
	while (same < x.length && x[same] === y[same]) same++;
	let end = 0;
	while (end < Math.min(x.length, y.length) - same && x.at(-1 - end) === y.at(-1 - end)) end++;
	return Math.max(x.length, y.length) - same - end <= 2;
}

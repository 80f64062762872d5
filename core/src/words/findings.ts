import type { Data, Finding, Judgement } from "../marking/criterion.ts";
import type { Verdict } from "../marking/points.ts";
import { measureWord, theFigure } from "./criteria.ts";
import { listed, num, sentence, withArticle } from "./lists.ts";

const text = (v: Data[string] | undefined) => String(v ?? "");
const numbers = (v: Data[string] | undefined) => (Array.isArray(v) ? v.map((n) => num(Number(n))) : []);
const place = (v: Data[string] | undefined) => numbers(v).join(", ");

const METHOD: Readonly<Record<string, { wanted: (data: Data) => string; found: (data: Data) => string }>> = {
	count: {
		wanted: (d) => (d.low === d.high ? text(d.low) : Number(d.high) < 0 ? `${d.low} or more` : Number(d.low) === 0 ? `at most ${d.high}` : `${d.low} to ${d.high}`),
		found: (d) => text(d.found),
	},
	measure: { wanted: (d) => (numbers(d.wanted).includes("NaN") ? "a size that depends on a missing figure" : listed(numbers(d.wanted))), found: (d) => listed(numbers(d.found)) },
	"measure-range": {
		wanted: (d) => {
			const [low, high] = [Number(d.low), Number(d.high)];
			if (!Number.isFinite(low)) return `${num(high)} or less`;
			return Number.isFinite(high) ? `${num(low)} to ${num(high)}` : `${num(low)} or more`;
		},
		found: (d) => listed(numbers(d.found)),
	},
	"measure-same": { wanted: (d) => `${numbers(d.usual)[0]} as in the others`, found: (d) => numbers(d.found)[0] as string },
	"measure-none": { wanted: (d) => measureWord(text(d.what)), found: () => "a figure without one" },
	"position-at": { wanted: (d) => place(d.wanted), found: (d) => place(d.found) },
	"position-on": { wanted: (d) => `${text(d.axis)} = ${num(Number(d.value))}`, found: (d) => place(d.found) },
	"position-from": { wanted: (d) => `${place(d.wanted)} from ${theFigure(text(d.from))}`, found: (d) => place(d.found) },
	"position-from-missing": { wanted: (d) => `a place beside ${theFigure(text(d.from))}`, found: (d) => `no ${text(d.from)}` },
	"position-in": { wanted: (d) => text(d.zone), found: (d) => place(d.found) },
	colour: {
		wanted: (d) =>
			text(d.wanted) || (text(d.not) ? `not ${text(d.not)}` : text(d.as) ? `the colour of ${theFigure(text(d.as))}` : d.same ? "one colour for all" : "a colour of its own"),
		found: (d) => text(d.found),
	},
	filling: {
		wanted: (d) => `${theFigure(text(d.name))} ${text(d.wanted)}`,
		found: (d) => (d.filled ? (d.outlined ? "it filled and outlined" : "it filled, without an outline") : "it hollow"),
	},
	"filling-outline": {
		wanted: (d) => [Number(d.least) > 0 ? `an outline ${num(Number(d.least))} wide or more` : "an outline", text(d.not) && `not ${text(d.not)}`].filter(Boolean).join(", "),
		found: (d) => (Number(d.found) === 0 ? "none" : `one ${num(Number(d.found))} wide`),
	},
	distinct: { wanted: (d) => `${text(d.least)} different in ${measureWord(text(d.what))}`, found: (d) => (Number(d.found) === 0 ? "none" : text(d.found)) },
	twin: { wanted: () => "no figure exactly on another", found: (d) => `${withArticle(text(d.kind))} on another in line ${d.line}` },
	"twin-none": { wanted: () => "no figure exactly on another", found: () => "none" },
	"order-before": { wanted: (d) => `${theFigure(text(d.later))} after ${theFigure(text(d.earlier))}`, found: () => "the other way round" },
	"order-under": { wanted: (d) => `${theFigure(text(d.later))} on top of ${theFigure(text(d.earlier))}`, found: () => "it under it" },
	"order-apart": { wanted: (d) => `${theFigure(text(d.later))} on top of ${theFigure(text(d.earlier))}`, found: () => "the two apart" },
	"visible-share": { wanted: (d) => `${num(Number(d.wanted) * 100)} % of ${theFigure(text(d.name))} to be seen`, found: (d) => `${num(Number(d.found) * 100)} %` },
	"visible-sheet": {
		wanted: (d) => `${theFigure(text(d.name))} on the sheet`,
		found: (d) => (Number(d.found) === 0 ? "it off the sheet" : `${num(Number(d.found) * 100)} % of it there`),
	},
	"visible-size": { wanted: (d) => `${num(Number(d.wanted))} across or more`, found: (d) => num(Number(d.found)) },
	"visible-contrast": { wanted: (d) => `a contrast of ${num(Number(d.wanted))} or more`, found: (d) => num(Number(d.found)) },
	"sheet-size": { wanted: (d) => text(d.wanted), found: (d) => text(d.found) },
	"sheet-on": { wanted: () => "on the sheet", found: () => "on the sheet" },
	"sheet-off": { wanted: () => "on the sheet", found: (d) => `${d.share} % of the ${text(d.name)} of line ${d.line} off it` },
	extra: { wanted: () => "nothing else", found: withCount },
	"extra-none": { wanted: () => "nothing else", found: () => "nothing else" },
};

function withCount(d: Data): string {
	const count = Number(d.count);
	return count === 1 ? `one ${text(d.kind)} more` : `${count} figures more (the first is ${withArticle(text(d.kind))})`;
}

/** The codes that findings have words for. */
export const FINDING_CODES = Object.keys(METHOD);

/** What was wanted and found, as short texts. */
export function wantedAndFound({ code, data }: Finding): { wanted: string; found: string } {
	const words = METHOD[code];
	return words ? { wanted: words.wanted(data), found: words.found(data) } : { wanted: "", found: "" };
}

/** "a diameter of", "side lengths of". */
function measured(what: string): string {
	const word = measureWord(what);
	return `${what === "side lengths" || what === "interior angles" ? word : withArticle(word)} of`;
}

function missedSentence(finding: Finding): string {
	const { wanted, found } = wantedAndFound(finding);
	const { data, code } = finding;
	if (code === "extra") return sentence(`${found} than was asked for.`);
	if (code === "measure-none") return sentence(`${theFigure(text(data.name))} has no ${measureWord(text(data.what))} to measure: it doesn't close.`);
	if (code === "position-from-missing") return sentence(`${theFigure(text(data.from))}, from which its place is measured, isn't there.`);
	if (code === "sheet-off") return sentence(`${found}.`);
	if (code === "measure" || code === "measure-range") return `Wanted ${measured(text(data.what))} ${wanted}, found ${found}.`;
	if (code === "count") return `Wanted ${wanted}, found ${found === "0" ? "none" : found}.`;
	if (code.startsWith("position")) return `Wanted ${wanted === "" ? "another place" : wanted}, found it at ${found}.`;
	return `Wanted ${wanted}, found ${found}.`;
}

/** One sentence on how a criterion came out. */
export function verdictSentence(verdict: Verdict, judgement: Judgement, forbids: boolean, name: string): string {
	if (verdict === "not-judged") return forbids ? "Counts once half of the rest is earned." : "Can't be judged yet.";
	const missed = judgement.findings.filter((f) => !f.met);
	const first = missed[0];
	if (verdict === "met") return "Met.";
	if (!first && judgement.figures.length > 0 && judgement.wanted !== undefined) return `Only ${new Set(judgement.figures).size} of ${judgement.wanted} are there.`;
	if (judgement.missing || !first) return name === "everything" || name === "" ? "Nothing was drawn that it speaks of." : `${sentence(theFigure(name))} isn't there.`;
	const more = missed.length - 1;
	const all = judgement.findings.length;
	const tail = more > 0 && first.code !== "extra" ? ` So for ${missed.length} of ${all}.` : "";
	return `${missedSentence(first)}${tail}`;
}

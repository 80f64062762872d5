import type { Data, Finding, Judgement } from "../marking/criterion.ts";
import type { Verdict } from "../marking/points.ts";
import { CODE_WORDS, codeWords } from "./code-words.ts";
import { relationVerb, theEdge } from "./criteria.ts";
import { inWords, listed, num, sentence, withArticle } from "./lists.ts";
import { measureWord, plural, theFigure, theFigures } from "./names.ts";

const text = (v: Data[string] | undefined) => String(v ?? "");
const numbers = (v: Data[string] | undefined) => (Array.isArray(v) ? v.map((n) => num(Number(n))) : []);
const place = (v: Data[string] | undefined) => numbers(v).join(", ");

const METHOD: Readonly<Record<string, { wanted: (data: Data) => string; found: (data: Data) => string }>> = {
	count: {
		wanted: (d) =>
			d.low === d.high
				? text(d.low)
				: Number(d.high) < 0
					? `${d.low} or more`
					: Number(d.low) === 0
						? `at most ${d.high}`
						: `${d.low} to ${d.high}`,
		found: (d) => text(d.found),
	},
	measure: {
		wanted: (d) =>
			numbers(d.wanted).includes("NaN") ? "a size that depends on a missing figure" : listed(numbers(d.wanted)),
		found: (d) => listed(numbers(d.found)),
	},
	"measure-range": {
		wanted: (d) => {
			const [low, high] = [Number(d.low), Number(d.high)];
			if (Number.isNaN(low)) return "a size that depends on a missing figure";
			if (!Number.isFinite(low)) return `${num(high)} or less`;
			return Number.isFinite(high) ? `${num(low)} to ${num(high)}` : `${num(low)} or more`;
		},
		found: (d) => listed(numbers(d.found)),
	},
	"measure-same": {
		wanted: (d) => `${numbers(d.usual)[0]} as in the others`,
		found: (d) => numbers(d.found)[0] as string,
	},
	"measure-grows": {
		wanted: (d) => `${numbers(d.wanted)[0]} for number ${text(d.place)}`,
		found: (d) => numbers(d.found)[0] as string,
	},
	"measure-none": { wanted: (d) => measureWord(text(d.what)), found: () => "a figure without one" },
	"position-at": { wanted: (d) => place(d.wanted), found: (d) => place(d.found) },
	"position-on": { wanted: (d) => `${text(d.axis)} = ${num(Number(d.value))}`, found: (d) => place(d.found) },
	"position-line": {
		wanted: (d) => `a point of the line from ${place(d.from)} to ${place(d.to)}`,
		found: (d) => place(d.found),
	},
	"position-from": {
		wanted: (d) => `${place(d.wanted)} from ${theFigure(text(d.from))}`,
		found: (d) => place(d.found),
	},
	"position-from-missing": {
		wanted: (d) => `a place beside ${theFigure(text(d.from))}`,
		found: (d) => `no ${text(d.from)}`,
	},
	"position-in": { wanted: (d) => text(d.zone), found: (d) => place(d.found) },
	colour: {
		wanted: (d) =>
			text(d.wanted) ||
			(text(d.not)
				? `not ${text(d.not)}`
				: text(d.notAs)
					? `another colour than ${theFigure(text(d.notAs))}`
					: text(d.as)
						? `the colour of ${theFigure(text(d.as))}`
						: d.same
							? "one colour for all"
							: "a colour of its own"),
		found: (d) => text(d.found),
	},
	filling: {
		wanted: (d) => `${theFigure(text(d.name))} ${text(d.wanted)}`,
		found: (d) => (d.filled ? (d.outlined ? "it filled and outlined" : "it filled, without an outline") : "it hollow"),
	},
	"filling-outline": {
		wanted: (d) =>
			[
				Number(d.least) > 0 ? `an outline ${num(Number(d.least))} wide or more` : "an outline",
				text(d.not) && `not ${text(d.not)}`,
			]
				.filter(Boolean)
				.join(", "),
		found: (d) => (Number(d.found) === 0 ? "none" : `one ${num(Number(d.found))} wide`),
	},
	distinct: {
		wanted: (d) => `${text(d.least)} different in ${measureWord(text(d.what))}`,
		found: (d) => (Number(d.found) === 0 ? "none" : text(d.found)),
	},
	twin: {
		wanted: () => "no figure exactly on another",
		found: (d) => `${withArticle(text(d.kind))} on another in line ${d.line}`,
	},
	"twin-none": { wanted: () => "no figure exactly on another", found: () => "none" },
	"order-before": {
		wanted: (d) => `${theFigure(text(d.later))} after ${theFigure(text(d.earlier))}`,
		found: () => "the other way round",
	},
	"order-under": {
		wanted: (d) => `${theFigure(text(d.later))} on top of ${theFigure(text(d.earlier))}`,
		found: () => "it under it",
	},
	"order-apart": {
		wanted: (d) => `${theFigure(text(d.later))} on top of ${theFigure(text(d.earlier))}`,
		found: () => "the two apart",
	},
	"visible-share": {
		wanted: (d) => `${num(Number(d.wanted) * 100)} % of ${theFigure(text(d.name))} to be seen`,
		found: (d) => `${num(Number(d.found) * 100)} %`,
	},
	"visible-sheet": {
		wanted: (d) => `${theFigure(text(d.name))} on the sheet`,
		found: (d) => (Number(d.found) === 0 ? "it off the sheet" : `${num(Number(d.found) * 100)} % of it there`),
	},
	"visible-size": { wanted: (d) => `${num(Number(d.wanted))} across or more`, found: (d) => num(Number(d.found)) },
	"visible-contrast": {
		wanted: (d) => `a contrast of ${num(Number(d.wanted))} or more`,
		found: (d) => num(Number(d.found)),
	},
	"sheet-size": { wanted: (d) => text(d.wanted), found: (d) => text(d.found) },
	"sheet-on": { wanted: () => "on the sheet", found: () => "on the sheet" },
	"sheet-off": {
		wanted: () => "on the sheet",
		found: (d) => `${d.share} % of the ${text(d.name)} of line ${d.line} off it`,
	},
	relation: { wanted: (d) => relationWanted(d), found: () => "it otherwise" },
	"relation-off": { wanted: (d) => relationWanted(d), found: (d) => `it ${num(Number(d.found))} off` },
	"relation-gap": {
		wanted: (d) =>
			`a gap of ${d.low === d.high ? num(Number(d.low)) : `${num(Number(d.low))} to ${num(Number(d.high))}`}`,
		found: (d) => num(Number(d.found)),
	},
	"relation-missing": { wanted: (d) => relationWanted(d), found: () => "nothing there" },
	"arranged-level": {
		wanted: (d) => `all in one ${text(d.axis)}`,
		found: (d) => `one ${num(Number(d.off))} out of it`,
	},
	"arranged-gap": {
		wanted: (d) =>
			d.same ? `a gap of ${num(Number(d.wanted))} as between the others` : `a gap of ${num(Number(d.wanted))}`,
		found: (d) => num(Number(d.found)),
	},
	"arranged-step": { wanted: (d) => place(d.wanted), found: (d) => place(d.found) },
	"arranged-ring": { wanted: () => "all equally far apart in a ring", found: (d) => `one ${num(Number(d.off))} off` },
	"arranged-grid": {
		wanted: () => "rows and columns",
		found: (d) => (Number(d.rows) < 2 || Number(d.columns) < 2 ? "none" : "one out of line"),
	},
	"arranged-mirror": { wanted: (d) => `its like at ${place(d.wanted)}`, found: () => "none" },
	"arranged-places": { wanted: (d) => place(d.wanted), found: (d) => place(d.found) },
	"arranged-along": { wanted: () => "a place on the lines", found: (d) => place(d.found) },
	"arranged-cover": {
		wanted: (d) => `${num(Number(d.wanted) * 100)} % of the lines covered`,
		found: (d) => `${num(Number(d.found) * 100)} %`,
	},
	"arranged-growing": {
		wanted: (d) => `${withArticle(measureWord(text(d.what)))} of ${num(Number(d.wanted))}`,
		found: (d) => num(Number(d.found)),
	},
	"arranged-turning": {
		wanted: (d) => `each turned by ${num(Number(d.wanted))}° more`,
		found: (d) => `one ${num(Number(d.off))}° off`,
	},
	"arranged-alternating": { wanted: (d) => `${text(d.wanted)} for number ${text(d.place)}`, found: () => "another" },
	"path-starts": { wanted: (d) => `a start at ${place(d.wanted)}`, found: (d) => place(d.found) },
	"path-ends": { wanted: (d) => `an end at ${place(d.wanted)}`, found: (d) => place(d.found) },
	"path-returns": { wanted: () => "the pen back where it started", found: (d) => `it at ${place(d.found)}` },
	"path-next": { wanted: () => "an end where the next begins", found: (d) => `it at ${place(d.found)}` },
	"path-moves-on": {
		wanted: (d) => `an end ${place(d.wanted)} further on`,
		found: (d) => `it ${place(d.found)} further on`,
	},
	"path-facing-same": {
		wanted: () => "the same facing at the end as at the start",
		found: (d) => `it turned by ${num(Number(d.off))}°`,
	},
	"path-facing": { wanted: (d) => `a facing of ${num(Number(d.wanted))}°`, found: (d) => `${num(Number(d.found))}°` },
	"path-pen-start": { wanted: (d) => `the pen ${text(d.wanted)} at the start`, found: (d) => `it ${text(d.found)}` },
	"path-pen-end": { wanted: (d) => `the pen ${text(d.wanted)} at the end`, found: (d) => `it ${text(d.found)}` },
	"path-turns": {
		wanted: (d) => `turns of ${listed(numbers(d.wanted))}`,
		found: (d) => listed(numbers(d.found)) || "none",
	},
	"path-closed": {
		wanted: (d) => `${theFigure(text(d.name))} closed`,
		found: (d) => `a gap of ${num(Number(d.found))}`,
	},
	"path-once": { wanted: () => "nothing gone over twice", found: () => "nothing" },
	"path-twice": {
		wanted: () => "nothing gone over twice",
		found: (d) => `${withArticle(text(d.kind))} of line ${text(d.line)} gone over`,
	},
	"movement-step": {
		wanted: (d) => `a step of ${place(d.wanted)}`,
		found: (d) => `${place(d.found)} in frame ${text(d.frame)}`,
	},
	"movement-still": { wanted: () => "movement from frame to frame", found: () => "none" },
	"movement-stays": { wanted: () => "it to stay", found: (d) => `it ${num(Number(d.found))} away` },
	"movement-turn": {
		wanted: (d) => `a turn at ${theEdge(text(d.edge))}`,
		found: (d) =>
			Number(d.turns) === 0 ? "none" : Number(d.found) < 0 ? "none there" : `one ${num(Number(d.found))} away from it`,
	},
	"movement-turn-elsewhere": { wanted: () => "no turn elsewhere", found: (d) => `one in frame ${text(d.frame)}` },
	"movement-reaches": {
		wanted: (d) => `it at ${theEdge(text(d.edge))}`,
		found: (d) => (Number(d.found) < 0 ? "no movement" : `it ${num(Number(d.found))} away at the nearest`),
	},
	"movement-trail": {
		wanted: () => "no trail",
		found: (d) =>
			Number(d.found) === 0 ? "none" : `${num(Number(d.found))} ${plural("picture", Number(d.found))} left behind`,
	},
	"movement-rests": { wanted: () => "it at rest in the end", found: () => "it otherwise" },
	"what-if-moves": {
		wanted: (d) => `a move by ${place(d.wanted)} with ${text(d.how)}`,
		found: (d) => place(d.found) || "it gone",
	},
	"what-if-stays": { wanted: (d) => `no move with ${text(d.how)}`, found: (d) => place(d.found) || "it gone" },
	"what-if-lacks": {
		wanted: (d) => (text(d.name) === "any variable" ? "a variable" : `a variable ${text(d.name)}`),
		found: () => "none outside all blocks that holds a number",
	},
	held: { wanted: (d) => `"${text(d.id)}" met with ${text(d.how)} too`, found: () => "it missed" },
	"runs-values": {
		wanted: (d) =>
			`${inWords(Number(d.wanted))} different ${plural(measureWord(text(d.what)), 2)} in ${text(d.runs)} runs`,
		found: (d) => text(d.found),
	},
	"runs-between": {
		wanted: (d) => `${num(Number(d.low))} to ${num(Number(d.high))} in every run`,
		found: (d) => (Number(d.seed) < 0 ? "nothing to measure" : `${num(Number(d.found))} with seed ${text(d.seed)}`),
	},
	"runs-changed": {
		wanted: () => "the same in every run",
		found: (d) => `${withArticle(text(d.kind))} of line ${text(d.line)} otherwise with seed ${text(d.seed)}`,
	},
	"runs-unchanged": { wanted: () => "the same in every run", found: () => "the same" },
	likeness: {
		wanted: (d) =>
			`${num(Number(d.wanted) * 100)} % like ${text(d.to).startsWith("own") ? `the student's ${text(d.to)}` : `the ${text(d.to)}`}`,
		found: (d) => `${num(Number(d.found) * 100)} %`,
	},
	"change-new": { wanted: (d) => `${theFigure(text(d.name))} of the given program`, found: () => "another" },
	"change-kept": { wanted: (d) => `the same ${text(d.what)} as was given`, found: () => "another" },
	"change-moved": {
		wanted: (d) => (numbers(d.wanted).length > 0 ? `a move by ${place(d.wanted)}` : "another place than was given"),
		found: (d) => place(d.found),
	},
	"change-added": { wanted: (d) => `${inWords(Number(d.wanted))} more than were given`, found: (d) => text(d.found) },
	"change-gone": { wanted: (d) => `${inWords(Number(d.wanted))} of the given ones gone`, found: (d) => text(d.found) },
	"own-work": {
		wanted: (d) => `${inWords(Number(d.wanted))} or more unlike the ${text(d.from)}`,
		found: (d) => text(d.found),
	},
	answer: { wanted: () => "another answer", found: (d) => `"${text(d.answer)}"` },
	"answer-given": { wanted: () => "an answer", found: (d) => `"${text(d.answer)}"` },
	"answer-none": { wanted: () => "an answer", found: () => "none" },
	"by-teacher": { wanted: () => "the highest step", found: (d) => text(d.means) },
	group: { wanted: (d) => `"${text(d.id)}"`, found: () => "it missed" },
	"figure-missing": { wanted: () => "the figure", found: () => "none" },
	extra: { wanted: () => "nothing else", found: withCount },
	"extra-none": { wanted: () => "nothing else", found: () => "nothing else" },
};

function withCount(d: Data): string {
	const count = Number(d.count);
	return count === 1 ? `one ${text(d.kind)} more` : `${count} figures more (the first is ${withArticle(text(d.kind))})`;
}

/** "the band inside the buoy". */
function relationWanted(d: Data): string {
	const side = text(d.by) && text(d.by) !== "centre" ? `, ${text(d.by)} to ${text(d.by)}` : "";
	const name = text(d.name);
	if (text(d.to) === "each other") return `${theFigures(name)} ${text(d.is)}${side}`;
	const to = ["sheet", "left edge", "right edge", "top edge", "bottom edge"].includes(text(d.to))
		? `the ${text(d.to)}`
		: theFigure(text(d.to));
	return `that ${theFigure(name)} ${relationVerb(text(d.is))} ${to}${side}`;
}

/** The codes that findings have words for. */
export const FINDING_CODES = [...Object.keys(METHOD), ...CODE_WORDS];

/** What was wanted and found, as short texts. */
export function wantedAndFound({ code, data }: Finding): { wanted: string; found: string } {
	const ofCode = codeWords(code, data);
	if (ofCode) return ofCode;
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
	if (code === "measure-none")
		return sentence(
			`${theFigure(text(data.name))} has no ${measureWord(text(data.what))} to measure${data.closed ? "" : ": it doesn't close"}.`,
		);
	if (code === "position-from-missing")
		return sentence(`${theFigure(text(data.from))}, from which its place is measured, isn't there.`);
	if (code === "sheet-off") return sentence(`${found}.`);
	if (code === "answer") return `The answer ${found} isn't it.`;
	if (code === "answer-none") return "The question wasn't answered.";
	if (code === "by-teacher") return sentence(`${found || "judged by the teacher"}.`);
	if (code === "relation-missing")
		return sentence(`${theFigure(text(data.to))}, to which it is to lie so, isn't there.`);
	if (code === "what-if-lacks")
		return `The program has no ${text(data.name) === "any variable" ? "variable" : `variable ${text(data.name)}`} outside all blocks that holds a number.`;
	if (code === "code-tied" && Number(data.fixed) > 0) return sentence(`${found}, where a variable was wanted.`);
	if (code === "path-twice" || code === "code-stretch") return sentence(`${found}.`);
	if (code === "measure" || code === "measure-range")
		return `Wanted ${measured(text(data.what))} ${wanted}, found ${found}.`;
	if (code === "count") return `Wanted ${wanted}, found ${found === "0" ? "none" : found}.`;
	if (code.startsWith("position")) return `Wanted ${wanted === "" ? "another place" : wanted}, found it at ${found}.`;
	return `Wanted ${wanted}, found ${found}.`;
}

const WAITS: Readonly<Record<NonNullable<Judgement["waits"]>, string>> = {
	teacher: "Still to be judged by the teacher.",
	answer: "Not answered yet.",
	held: "Can't be judged: what it rests on isn't there yet.",
};

/** One sentence on how a criterion came out. */
export function verdictSentence(verdict: Verdict, judgement: Judgement, forbids: boolean, name: string): string {
	if (verdict === "not-judged")
		return judgement.waits
			? WAITS[judgement.waits]
			: forbids && !judgement.missing
				? "Counts once half of the rest is earned."
				: "Can't be judged yet.";
	const missed = judgement.findings.filter((f) => !f.met);
	const first = missed[0];
	const run = judgement.seed !== undefined && verdict !== "met" ? `With seed ${judgement.seed}: ` : "";
	const frame = judgement.frame !== undefined && verdict !== "met" ? `In frame ${judgement.frame}: ` : "";
	if (verdict === "met") return "Met.";
	if (!first && judgement.figures.length > 0 && judgement.wanted !== undefined)
		return `${run}${frame}Only ${new Set(judgement.figures).size} of ${judgement.wanted} are there.`;
	if (judgement.missing || !first)
		return name === "everything" || name === ""
			? `${run}${frame}Nothing was drawn that it speaks of.`
			: `${run}${frame}${sentence(theFigure(name))} isn't there.`;
	if (first.code === "group")
		return `${run}${missed.length} of ${judgement.findings.length} of these ${missed.length === 1 ? "is" : "are"} missed.`;
	return `${run}${frame}${missedSentences(missed, judgement.findings)}`;
}

/** All that is wrong with a single figure; of several the first, and how many are as wrong. */
function missedSentences(missed: readonly Finding[], all: readonly Finding[]): string {
	const first = missed[0] as Finding;
	if (missed.length === 1 || first.code === "extra") return missedSentence(first);
	const figures = (of: readonly Finding[]) => new Set(of.map((f, i) => f.figure ?? `none ${i}`)).size;
	if (figures(missed) > 1) return `${missedSentence(first)} So for ${figures(missed)} of ${figures(all)}.`;
	if (missed.length > 3) return `${missedSentence(first)} So for ${missed.length} of ${all.length}.`;
	return missed.map(missedSentence).join(" ").replaceAll(". Wanted ", "; wanted ");
}

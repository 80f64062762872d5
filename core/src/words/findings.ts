import { rounded } from "../geometry/decimal.ts";
import type { CodeFindings } from "../marking/checks/code.ts";
import type { CheckFinding, FindingData } from "../marking/checks/index.ts";
import type { Finding, FindingOf, Judgement, SharedFindings } from "../marking/criterion.ts";
import type { Verdict } from "../marking/points.ts";
import { CODE_WORDS } from "./code-words.ts";
import { relationNot, relationVerb, theEdge } from "./criteria.ts";
import { inWords, listed, num, sentence, withArticle } from "./lists.ts";
import { anchorWords, figuresWord, isPlural, measureWord, plural, theFigure, theFigures } from "./names.ts";
import type { WantedAndFound } from "./wanted-and-found.ts";

const numbers = (values: readonly number[]) => values.map(num);
const place = (values: readonly number[]) => numbers(values).join(", ");

/** "1.5 times", "the same". */
function timesWords(by: number): string {
	const times = rounded(by, 2);
	return times === "1" ? "the same" : `${times} times`;
}

/** "15 more", "16 less", "no more". */
function moreOrLess(by: number): string {
	if (num(by) === "0") return "no more";
	return `${num(Math.abs(by))} ${by > 0 ? "more" : "less"}`;
}

const none = ({ found }: { readonly found: number }) => (found === 0 ? "none" : String(found));

/** What was wanted and found, as short texts made of a finding's data. */
interface FindingWords<D> {
	readonly wanted: (data: D) => string;
	readonly found: (data: D) => string;
}

/** A finding of some check, or of none alone. */
type AnyFinding = CheckFinding | FindingOf<SharedFindings>;

/** The findings of drawings and runs; those of the source are in `code-words.ts`. */
type DrawingFindings = Omit<FindingData, keyof CodeFindings>;

const WORDS: { readonly [C in keyof DrawingFindings]: FindingWords<DrawingFindings[C]> } = {
	count: {
		wanted: ({ name, low, high }) => {
			const of = (count: number) => `${count} ${figuresWord(name, count)}`;
			if (low === high) return of(low);
			if (high < 0) return `${of(low)} or more`;
			return low === 0 ? `at most ${of(high)}` : `${low} to ${of(high)}`;
		},
		found: (d) => (d.found === 0 ? "none" : String(d.found)),
	},
	measure: {
		wanted: (d) =>
			numbers(d.wanted).includes("NaN") ? "a size that depends on a missing figure" : listed(numbers(d.wanted)),
		found: (d) => listed(numbers(d.found)),
	},
	"measure-range": {
		wanted: (d) => {
			const [low, high] = [d.low, d.high];
			if (Number.isNaN(low)) return "a size that depends on a missing figure";
			if (!Number.isFinite(low)) return `${num(high)} or less`;
			return Number.isFinite(high) ? `${num(low)} to ${num(high)}` : `${num(low)} or more`;
		},
		found: (d) => listed(numbers(d.found)),
	},
	"measure-same": {
		wanted: (d) =>
			d.within ? `${measureWord(d.what)} that are all the same` : `${numbers(d.usual)[0]} as in the others`,
		found: (d) => (d.within ? `${numbers(d.found)[0]} beside ${numbers(d.usual)[0]}` : (numbers(d.found)[0] as string)),
	},
	"measure-grows": {
		wanted: (d) => `${numbers(d.wanted)[0]} for number ${d.place}`,
		found: (d) => numbers(d.found)[0] as string,
	},
	"measure-none": { wanted: (d) => measureWord(d.what), found: () => "a figure without one" },
	"position-at": { wanted: (d) => place(d.wanted), found: (d) => place(d.found) },
	"anchor-none": {
		wanted: (d) => `the ${anchorWords(d.anchor)} of ${theFigure(d.name)}`,
		found: (d) => `${withArticle(d.kind)}, which has none`,
	},
	"position-on": { wanted: (d) => `${d.axis} = ${num(d.value)}`, found: (d) => place(d.found) },
	"position-line": {
		wanted: (d) => `a point of the line from ${place(d.from)} to ${place(d.to)}`,
		found: (d) => place(d.found),
	},
	"position-from": {
		wanted: (d) => `${place(d.wanted)} from ${theFigure(d.from)}`,
		found: (d) => place(d.found),
	},
	"position-from-missing": {
		wanted: (d) => `a place beside ${theFigure(d.from)}`,
		found: (d) => `no ${d.from}`,
	},
	"position-in": { wanted: (d) => d.zone, found: (d) => place(d.found) },
	colour: {
		wanted: ({ wanted, not, notAs, as, same }) => {
			if (wanted) return wanted;
			if (not) return `not ${not}`;
			if (notAs) return `a different colour from ${theFigure(notAs)}`;
			if (as) return `the colour of ${theFigure(as)}`;
			return same ? "the same colour for all" : "a different colour";
		},
		found: (d) => d.found,
	},
	filling: {
		wanted: (d) => `${theFigure(d.name)} ${d.wanted}`,
		found: (d) => {
			if (d.filled) {
				return d.outlined ? "it filled and outlined" : "it filled, without an outline";
			}
			return "it not filled";
		},
	},
	"filling-outline": {
		wanted: (d) =>
			[d.least > 0 ? `an outline ${num(d.least)} wide or more` : "an outline", d.not && `not ${d.not}`]
				.filter(Boolean)
				.join(", "),
		found: (d) => (d.found === 0 ? "none" : `one ${num(d.found)} wide`),
	},
	distinct: {
		wanted: (d) => `${d.least} different in ${measureWord(d.what)}`,
		found: (d) => (d.found === 0 ? "none" : String(d.found)),
	},
	twin: {
		wanted: () => "no figure exactly on another",
		found: (d) => `${withArticle(d.kind)} on another in line ${d.line}`,
	},
	"twin-none": { wanted: () => "no figure exactly on another", found: () => "none" },
	"order-before": {
		wanted: (d) => `${theFigure(d.later)} after ${theFigure(d.earlier)}`,
		found: () => "the other way round",
	},
	"order-under": {
		wanted: (d) => `${theFigure(d.later)} on top of ${theFigure(d.earlier)}`,
		found: () => "it underneath",
	},
	"order-apart": {
		wanted: (d) => `${theFigure(d.later)} on top of ${theFigure(d.earlier)}`,
		found: () => "the two apart",
	},
	"visible-share": {
		wanted: (d) => `${num(d.wanted * 100)} % of ${theFigure(d.name)} visible`,
		found: (d) => `${num(d.found * 100)} %`,
	},
	"visible-sheet": {
		wanted: (d) => `${theFigure(d.name)} on the sheet`,
		found: (d) => (d.found === 0 ? "it off the sheet" : `${num(d.found * 100)} % of it there`),
	},
	"visible-size": { wanted: (d) => `${num(d.wanted)} across or more`, found: (d) => num(d.found) },
	"visible-contrast": {
		wanted: (d) => `a contrast of ${num(d.wanted)} or more`,
		found: (d) => num(d.found),
	},
	"sheet-size": { wanted: (d) => d.wanted, found: (d) => d.found },
	"sheet-on": { wanted: () => "on the sheet", found: () => "on the sheet" },
	"sheet-off": {
		wanted: () => "on the sheet",
		found: (d) => `${d.share} % of the ${d.name} in line ${d.line} is off the sheet`,
	},
	relation: { wanted: (d) => relationWanted(d), found: () => "that it isn't" },
	"relation-off": { wanted: (d) => relationWanted(d), found: (d) => `it off by ${num(d.found)}` },
	"relation-gap": {
		wanted: (d) => `a gap of ${d.low === d.high ? num(d.low) : `${num(d.low)} to ${num(d.high)}`}`,
		found: (d) => num(d.found),
	},
	"relation-missing": { wanted: (d) => relationWanted(d), found: () => "nothing there" },
	"arranged-level": {
		wanted: (d) => `all in one ${d.axis}`,
		found: (d) => `one ${num(d.off)} out of line`,
	},
	"arranged-gap": {
		wanted: (d) => (d.same ? `a gap of ${num(d.wanted)} as between the others` : `a gap of ${num(d.wanted)}`),
		found: (d) => num(d.found),
	},
	"arranged-step": {
		wanted: (d) => `a step of ${place(d.wanted)}${d.same ? " as between the others" : ""}`,
		found: (d) => `one of ${place(d.found)}`,
	},
	"arranged-ring": { wanted: () => "all equally far apart in a ring", found: (d) => `one off by ${num(d.off)}` },
	"arranged-grid": {
		wanted: () => "rows and columns",
		found: (d) => (d.rows < 2 || d.columns < 2 ? "none" : "one out of line"),
	},
	"arranged-mirror": { wanted: (d) => `its mirror image at ${place(d.wanted)}`, found: () => "none" },
	"arranged-places": { wanted: (d) => place(d.wanted), found: (d) => place(d.found) },
	"arranged-along": { wanted: () => "a place on the lines", found: (d) => place(d.found) },
	"arranged-cover": {
		wanted: (d) => `${num(d.wanted * 100)} % of the lines covered`,
		found: (d) => `${num(d.found * 100)} %`,
	},
	"arranged-growing": {
		wanted: (d) =>
			d.times
				? `each ${rounded(d.wanted, 2)} times the ${measureWord(d.what)} of the one before`
				: `each ${moreOrLess(d.wanted)} in ${measureWord(d.what)} than the one before`,
		found: (d) => (Number.isNaN(d.found) ? "nothing to measure" : d.times ? timesWords(d.found) : moreOrLess(d.found)),
	},
	"arranged-turning": {
		wanted: (d) => `each turned by ${num(d.wanted)}° from the one before`,
		found: (d) => `${num(d.found)}°`,
	},
	"arranged-alternating": { wanted: (d) => `${d.wanted} for number ${d.place}`, found: () => "another" },
	"path-starts": { wanted: (d) => `a start at ${place(d.wanted)}`, found: (d) => place(d.found) },
	"path-ends": { wanted: (d) => `an end at ${place(d.wanted)}`, found: (d) => place(d.found) },
	"path-returns": { wanted: () => "the pen back where it started", found: (d) => `it at ${place(d.found)}` },
	"path-next": { wanted: () => "an end where the next begins", found: (d) => `it at ${place(d.found)}` },
	"path-moves-on": {
		wanted: (d) => `an end ${place(d.wanted)} further on`,
		found: (d) => `${place(d.found)} further on`,
	},
	"path-facing-same": {
		wanted: () => "the same facing at the end as at the start",
		found: (d) => `it turned by ${num(d.off)}°`,
	},
	"path-facing": { wanted: (d) => `a facing of ${num(d.wanted)}°`, found: (d) => `${num(d.found)}°` },
	"path-pen-start": { wanted: (d) => `the pen ${d.wanted} at the start`, found: (d) => `it ${d.found}` },
	"path-pen-end": { wanted: (d) => `the pen ${d.wanted} at the end`, found: (d) => `it ${d.found}` },
	"path-turns": {
		wanted: (d) => `turns of ${listed(numbers(d.wanted))}`,
		found: (d) => listed(numbers(d.found)) || "none",
	},
	"path-closed": {
		wanted: (d) => `${theFigure(d.name)} closed`,
		found: (d) => `a gap of ${num(d.found)}`,
	},
	"path-once": { wanted: () => "nothing drawn twice", found: () => "nothing" },
	"path-twice": {
		wanted: () => "nothing drawn twice",
		found: (d) => `the ${d.kind} in line ${d.line} is drawn over again`,
	},
	"movement-step": {
		wanted: (d) => `a step of ${place(d.wanted)}`,
		found: (d) => `${place(d.found)} in frame ${d.frame}`,
	},
	"movement-still": { wanted: () => "movement from frame to frame", found: () => "none" },
	"movement-stays": { wanted: () => "it in the same place", found: (d) => `it ${num(d.found)} away` },
	"movement-turn": {
		wanted: (d) => `a turn at ${theEdge(d.edge)}`,
		found: (d) => {
			if (d.turns === 0) return "none";
			return d.found < 0 ? "none there" : `one ${num(d.found)} away from it`;
		},
	},
	"movement-turn-elsewhere": { wanted: () => "no turn elsewhere", found: (d) => `one in frame ${d.frame}` },
	"movement-reaches": {
		wanted: (d) => `it at ${theEdge(d.edge)}`,
		found: (d) => (d.found < 0 ? "no movement" : `it no nearer than ${num(d.found)}`),
	},
	"movement-trail": {
		wanted: () => "no trail",
		found: (d) => (d.found === 0 ? "none" : `${num(d.found)} ${plural("picture", d.found)} left behind`),
	},
	"movement-rests": { wanted: () => "no movement at the end", found: () => "movement" },
	"what-if-moves": {
		wanted: (d) => `a move by ${place(d.wanted)} with ${d.how}`,
		found: (d) => place(d.found) || "it gone",
	},
	"what-if-stays": { wanted: (d) => `no move with ${d.how}`, found: (d) => place(d.found) || "it gone" },
	"what-if-lacks": {
		wanted: (d) => (d.name === "any variable" ? "a variable" : `a variable ${d.name}`),
		found: () => "none at the top level that holds a number",
	},
	held: { wanted: (d) => `“${d.id}” to hold with ${d.how} too`, found: () => "that it doesn't" },
	"runs-values": {
		wanted: (d) => `${inWords(d.wanted)} different ${plural(measureWord(d.what), 2)} in ${d.runs} runs`,
		found: (d) => String(d.found),
	},
	"runs-between": {
		wanted: (d) => `${num(d.low)} to ${num(d.high)} in every run`,
		found: (d) => (d.seed < 0 ? "nothing to measure" : `${num(d.found)} with seed ${d.seed}`),
	},
	"runs-changed": {
		wanted: () => "the same in every run",
		found: (d) => `the ${d.kind} of line ${d.line} changed with seed ${d.seed}`,
	},
	"runs-unchanged": { wanted: () => "the same in every run", found: () => "the same" },
	likeness: {
		wanted: (d) =>
			`${num(d.wanted * 100)} % like ${d.to.replace(/^own /, "the student's ").replace(/^(?!the )/, "the ")}`,
		found: (d) => `${num(d.found * 100)} %`,
	},
	"change-new": { wanted: (d) => `${theFigure(d.name)} of the given program`, found: () => "another" },
	"change-kept": { wanted: (d) => `the same ${d.what} as in the given program`, found: () => "another" },
	"change-moved": {
		wanted: (d) =>
			numbers(d.wanted).length > 0 ? `a move by ${place(d.wanted)}` : "a different place from the given program",
		found: (d) => place(d.found),
	},
	"change-added": { wanted: (d) => `${inWords(d.wanted)} new`, found: none },
	"change-gone": { wanted: (d) => `${inWords(d.wanted)} of the given ones removed`, found: none },
	"own-work": {
		wanted: (d) => `${inWords(d.wanted)} or more unlike the ${d.from}`,
		found: (d) => (d.found === 0 ? "none" : String(d.found)),
	},
	answer: { wanted: () => "another answer", found: (d) => `"${d.answer}"` },
	"answer-given": { wanted: () => "an answer", found: (d) => `"${d.answer}"` },
	"answer-none": { wanted: () => "an answer", found: () => "none" },
	"by-teacher": { wanted: () => "the highest step", found: (d) => d.means },
	group: { wanted: (d) => `“${d.id}”`, found: () => "it missed" },
	"figure-missing": { wanted: () => "the figure", found: () => "none" },
	extra: { wanted: () => "nothing else", found: withCount },
	"extra-none": { wanted: () => "nothing else", found: () => "nothing else" },
};

function withCount({ kind, line, count }: FindingData["extra"]): string {
	if (count === 1) return `one extra ${kind}, in line ${line}`;
	return `${count} extra figures; the first is ${withArticle(kind)} in line ${line}`;
}

/** "the band inside the buoy". */
function relationWanted(d: FindingData["relation-missing"]): string {
	const side = d.by && d.by !== "centre" ? `, ${d.by} to ${d.by}` : "";
	const name = d.name;
	if (d.to === "each other") return `${theFigures(name)} ${d.is}${side}`;
	const to = ["sheet", "left edge", "right edge", "top edge", "bottom edge"].includes(d.to)
		? `the ${d.to}`
		: theFigure(d.to);
	return `that ${theFigure(name)} ${relationVerb(d.is)} ${to}${side}`;
}

/** "the band isn't inside the buoy": how a relation is missed. */
function relationMissed(d: FindingData["relation-missing"]): string {
	const side = d.by && d.by !== "centre" ? `, ${d.by} to ${d.by}` : "";
	if (d.to === "each other") return `${theFigures(d.name)} ${relationNot(d.is, true, "one another")}${side}`;
	const to = ["sheet", "left edge", "right edge", "top edge", "bottom edge"].includes(d.to)
		? `the ${d.to}`
		: theFigure(d.to);
	return `${theFigure(d.name)} ${relationNot(d.is, isPlural(d.name), to)}${side}`;
}

/** The words of a finding of the source or of a drawing; undefined for a code that a test made up. */
function wordsOf({ code, data }: AnyFinding): WantedAndFound | undefined {
	// Code and data go together in AnyFinding; the compiler loses that when it looks a function up by the code.
	const ofCode = (CODE_WORDS as Readonly<Record<string, (data: never) => WantedAndFound>>)[code];
	if (ofCode) return ofCode(data as never);
	const words = (WORDS as Readonly<Record<string, FindingWords<never>>>)[code];
	return words && { wanted: words.wanted(data as never), found: words.found(data as never) };
}

/** What was wanted and found, as short texts. */
export function wantedAndFound(finding: Finding): WantedAndFound {
	return wordsOf(finding as AnyFinding) ?? { wanted: "", found: "" };
}

/** "a diameter of", "side lengths of". */
function measured(what: string): string {
	const word = measureWord(what);
	return `${SEVERAL.has(what) ? word : withArticle(word)} of`;
}

/** Measures that are several numbers. */
const SEVERAL: ReadonlySet<string> = new Set(["side lengths", "interior angles", "turns", "points"]);

function missedSentence(missed: Finding): string {
	const finding = missed as AnyFinding;
	const { wanted, found } = wantedAndFound(missed);
	switch (finding.code) {
		case "extra": {
			const { kind, line, count } = finding.data;
			if (count === 1) return `One extra ${kind}, in line ${line}.`;
			return `${count} extra figures; the first is ${withArticle(kind)} in line ${line}.`;
		}
		case "relation":
		case "relation-off": {
			const far = finding.code === "relation-off" ? `: it is off by ${num(finding.data.found)}` : "";
			return sentence(`${relationMissed(finding.data)}${far}.`);
		}
		case "measure-none": {
			const { name, what, closed } = finding.data;
			return sentence(
				`${theFigure(name)} has no ${measureWord(what)} to measure${closed ? "" : ": it doesn't close"}.`,
			);
		}
		case "position-from-missing":
			return `No ${figuresWord(finding.data.from, 1)} found to measure from.`;
		case "sheet-off":
		case "path-twice":
		case "code-stretch":
			return sentence(`${found}.`);
		case "answer":
			return `The answer ${found} isn't right.`;
		case "answer-none":
			return "The question wasn't answered.";
		case "by-teacher":
			return sentence(`${found || "your teacher judges this"}.`);
		case "relation-missing":
			return `No ${figuresWord(finding.data.to, 1)} found to compare with.`;
		case "what-if-lacks": {
			const { name } = finding.data;
			const lacking = name === "any variable" ? "variable" : `variable ${name}`;
			return `The program has no ${lacking} at the top level that holds a number.`;
		}
		case "code-tied":
			if (finding.data.fixed > 0) return sentence(`${found}, where a variable was wanted.`);
			break;
		case "held":
			return `“${finding.data.id}” doesn't hold with ${finding.data.how}.`;
		case "measure":
		case "measure-range":
			if (finding.data.what === "closing gap")
				return `Wanted a gap of ${wanted} at the closing corner, found ${found}.`;
			return `Wanted ${measured(finding.data.what)} ${wanted}, found ${found}.`;
	}
	if (missed.code.startsWith("position")) {
		const place = found === "" ? "nothing there" : `it at ${found}`;
		return `Wanted ${wanted === "" ? "another place" : wanted}, found ${place}.`;
	}
	return `Wanted ${wanted}, found ${found}.`;
}

const WAITS: Readonly<Record<NonNullable<Judgement["waits"]>, string>> = {
	teacher: "Your teacher will judge this.",
	answer: "Not answered yet.",
	held: "Not checked yet: the drawing to compare with is missing.",
	reading: "Not checked: the program has errors.",
};

/** One sentence on how a criterion came out. */
export function verdictSentence(verdict: Verdict, judgement: Judgement, forbids: boolean, name: string): string {
	if (verdict === "not-judged")
		return judgement.waits
			? WAITS[judgement.waits]
			: forbids && !judgement.missing
				? "Not checked yet: it counts once half of the other points are earned."
				: "Not checked yet.";
	const missed = judgement.findings.filter((f) => !f.met);
	const first = missed[0];
	const run = judgement.seed !== undefined && verdict !== "met" ? `With seed ${judgement.seed}: ` : "";
	const frame = judgement.frame !== undefined && verdict !== "met" ? `In frame ${judgement.frame}: ` : "";
	if (verdict === "met") return "Met.";
	if (!first) return `${run}${frame}${lacking(judgement, name)}`;
	if (first.code === "group")
		return `${run}${missed.length} of ${judgement.findings.length} of these ${missed.length === 1 ? "is" : "are"} missed.`;
	const nearest = judgement.nearest ? "In the closest figure: " : "";
	const said = judgement.frames
		? `${missedSentence(first)}${framesSaid(judgement.frames)}`
		: missedSentences(missed, judgement.findings);
	return `${run}${frame}${nearest}${said}`;
}

/** In how many frames something is missed; nothing where it is one. */
function framesSaid({ missed, looked, ran }: NonNullable<Judgement["frames"]>): string {
	if (missed === 1) return "";
	return ` ${missed} of ${looked} frames${looked < ran ? ` checked (${ran} in total)` : ""} are wrong.`;
}

/** What isn't there, so that nothing can be judged. */
function lacking({ figures, wanted, gone = [], lacks }: Judgement, name: string): string {
	const there = new Set(figures).size;
	if (there > 0 && wanted !== undefined && there < wanted) {
		const figures = figuresWord(name.includes(" and ") ? "" : name, wanted);
		return `Only ${there} of the ${wanted} ${figures} found.`;
	}
	if (gone.length > 0) {
		const names = gone.map(({ name, one }) => `no ${figuresWord(name, one ? 1 : 2)}`);
		return `${sentence(listed(names))} found.`;
	}
	if (lacks === "statements") return "Nothing to check yet: the program has no statements.";
	if (typeof lacks === "object")
		return lacks.calls === "any" ? "No routine is called." : `The routine ${lacks.calls} is never called.`;
	if (lacks === "drawing") return "Nothing to check yet: nothing was drawn.";
	return "Nothing to check yet.";
}

/** How many are off, of how many that were looked at. */
function offWords(off: number, all: number, of = ""): string {
	return off < all
		? `${off} of ${all}${of} are wrong.`
		: all === 2
			? `Both${of} are wrong.`
			: `All ${all}${of} are wrong.`;
}

/** All that is wrong with a single figure; of several the first, and how many are as wrong. */
function missedSentences(missed: readonly Finding[], all: readonly Finding[]): string {
	const first = missed[0] as Finding;
	if (missed.length === 1 || first.code === "extra") return missedSentence(first);
	const figures = (of: readonly Finding[]) =>
		new Set(of.filter((f) => f.code === first.code).map((f, i) => f.figure ?? `none ${i}`)).size;
	const ofFigures = missed.some((f) => f.figure !== undefined);
	if (ofFigures && figures(missed) > 1) return `${missedSentence(first)} ${offWords(figures(missed), figures(all))}`;
	const unit = first.code === "movement-step" ? " steps" : "";
	if (missed.length > 3) return `${missedSentence(first)} ${offWords(missed.length, all.length, unit)}`;
	return missed.map(missedSentence).join(" ").replaceAll(". Wanted ", "; wanted ");
}

import type {
	Deed,
	GapSite,
	Meaning,
	NumberSite,
	PairSite,
	PartSite,
	ProgramSites,
	Role,
	StatementSite,
	ValueSite,
} from "../languages/sites.ts";
import type { Change, Sort } from "./change.ts";
import { allOf, putIn, replaced, written } from "./edits.ts";
import { type Look, roundness } from "./look.ts";

/** Values tried for one number at most. */
const MAX_VALUES = 12;

export const statementsThat = (sites: ProgramSites, ...deeds: readonly Deed[]): StatementSite[] =>
	sites.statements.filter((s) => deeds.some((d) => s.does.has(d)));

export const partsThat = (sites: ProgramSites, ...deeds: readonly Deed[]): PartSite[] =>
	sites.parts.filter((p) => deeds.includes(p.does));

export const numbersFor = (sites: ProgramSites, ...roles: readonly Role[]): NumberSite[] =>
	sites.numbers.filter((n) => roles.some((r) => n.roles.has(r)));

export const valuesFor = (sites: ProgramSites, ...roles: readonly Role[]): ValueSite[] =>
	sites.values.filter((v) => roles.some((r) => v.roles.has(r)));

export const statementOf = (sites: ProgramSites, { statement }: { readonly statement: number }): StatementSite =>
	sites.statements.find((s) => s.index === statement) as StatementSite;

/** Words that mean one thing, each written as the one that means another. */
export function reworded(sites: ProgramSites, means: Meaning, becomes: Meaning): Change[] {
	return sites.words.flatMap((word) => {
		const other = word.means === means ? word.others.find((o) => o.means === becomes) : undefined;
		return other ? [replaced(sites, word, other.text, "word")] : [];
	});
}

/** Each change, and all of them as one where there are several. */
export function withAll(changes: readonly Change[]): Change[] {
	const all = changes.length > 1 ? allOf(changes) : undefined;
	return all ? [...changes, all] : [...changes];
}

/** The places, or sizes, of a program, statement by statement: those of a polygon's points belong together. */
export function pairsByStatement(sites: ProgramSites, of: PairSite["of"]): PairSite[][] {
	const groups = new Map<number, PairSite[]>();
	for (const pair of sites.pairs)
		if (pair.of === of) groups.set(pair.statement, [...(groups.get(pair.statement) ?? []), pair]);
	return [...groups.values()];
}

/** For each statement the change of all its pairs together, where each can be changed. */
export function eachStatement(
	sites: ProgramSites,
	of: PairSite["of"],
	change: (pair: PairSite) => readonly Change[] | undefined,
): Change[] {
	return pairsByStatement(sites, of).flatMap((pairs) => {
		const changes = pairs.map(change);
		if (changes.some((c) => c === undefined)) return [];
		const all = changes.flat() as Change[];
		const one = all.length === 1 ? all[0] : allOf(all, all[0]?.sort);
		return one ? [one] : [];
	});
}

/** A value replaced by another text; undefined if that is the same. */
export function changed(sites: ProgramSites, site: ValueSite, now: string, sort: Sort): Change | undefined {
	return now === site.text ? undefined : replaced(sites, site, now, sort);
}

/** Numbers that are the whole of a value, of some uses: a number in a sum isn't the place itself. */
export const wholeNumbersFor = (sites: ProgramSites, ...roles: readonly Role[]): NumberSite[] =>
	numbersFor(sites, ...roles).filter((n) => n.whole);

const COUNTED: ReadonlySet<Role> = new Set(["count", "from", "to", "by", "corners"]);

/** Numbers of some uses, changed to what the evidence asks for, and to others that are likely. */
export function* otherNumbers(
	look: Look,
	roles: readonly Role[],
	likely: (value: number, site: NumberSite) => readonly number[] = () => [],
	sites: readonly NumberSite[] = numbersFor(look.sites, ...roles),
): Generator<Change> {
	for (const site of sites) {
		const asked = new Set(look.needed(site));
		const own = roles.filter((r) => site.roles.has(r));
		const known = [...new Set(own.flatMap((r) => look.numbers(r)))].slice(0, 4);
		const values = [...asked, ...known, ...likely(site.value, site)];
		const seen = new Set([written(site.value)]);
		for (const value of values) {
			const text = written(value);
			if (!Number.isFinite(value) || Math.abs(value) > 1e5 || seen.has(text)) continue;
			if (seen.size > MAX_VALUES) break;
			seen.add(text);
			const isWhole = roundness(value) >= 3;
			// A loop runs a whole number of times, and people who write whole numbers mean them.
			if (!isWhole && roles.some((r) => COUNTED.has(r))) continue;
			const change = replaced(look.sites, site, text, isWhole ? "evidence" : "other number");
			yield isWhole || !Number.isInteger(site.value) ? change : { ...change, whole: true };
		}
	}
}

/** Spaces between a number and the operator beside it at most. */
const BESIDE = 2;

/** Whether a number is multiplied with something: a step from one round to the next, a part of a whole. */
export const isFactor = (sites: ProgramSites, number: NumberSite): boolean =>
	sites.operators.some((o) => {
		const apart = Math.max(o.start - number.end, number.start - o.end);
		return o.text === "*" && o.statement === number.statement && apart >= 0 && apart <= BESIDE;
	});

/** The gaps right before statements of some kinds. */
export function gapsBefore(sites: ProgramSites, ...deeds: readonly Deed[]): GapSite[] {
	const before = new Set(statementsThat(sites, ...deeds).map((s) => s.index));
	return sites.gaps.filter((g) => g.after !== undefined && before.has(g.after));
}

/** The statements, in a block or in blocks inside it. */
export function isInside(sites: ProgramSites, statement: number, block: number): boolean {
	for (let at: number | undefined = statement; at !== undefined; ) {
		const own = sites.statements.find((s) => s.index === at);
		if (!own) return false;
		if (own.block === block) return true;
		at = own.block === 0 ? undefined : own.block - 1;
	}
	return false;
}

/** Whether a statement is made again in each frame. */
export const isInFrames = (sites: ProgramSites, statement: number): boolean =>
	statementsThat(sites, "frames").some((frames) => isInside(sites, statement, frames.index + 1));

/** Each statement put in at each of some gaps; none for a statement that the language doesn't have. */
export const putInAll = (gaps: readonly GapSite[], texts: readonly (string | undefined)[]): Change[] =>
	gaps.flatMap((gap) => texts.flatMap((text) => (text === undefined ? [] : [putIn(gap, text)])));

/** A y as it would be counted from the other side, in the ends of a sheet. */
export const flipped = ({ low, high }: { readonly low: number; readonly high: number }) => low + high;

/** Values that are angles in another unit than degrees, with the other angles that may be meant. */
export function otherAngles(sites: ProgramSites, ...roles: readonly Role[]): Change[] {
	return valuesFor(sites, ...roles).flatMap((v) =>
		(v.angles ?? []).map((angle, i) => replaced(sites, v, angle, i === 0 ? "evidence" : "other number")),
	);
}

import type { Edit, GapSite, PartSite, ProgramSites, Span, StatementSite } from "../languages/sites.ts";
import type { Change, Sort } from "./change.ts";

/** A number as programs write it: at most four places after the point. */
export function written(value: number): string {
	return String(Math.round(value * 1e4) / 1e4 + 0);
}

/** One stretch replaced by another text. */
export function replaced(sites: ProgramSites, at: Span, now: string, sort: Sort): Change {
	const { start, end } = at;
	return { edits: [{ start, end, text: now }], at, was: sites.source.slice(start, end), now, sort };
}

/** Two stretches that change places. */
export function exchanged(sites: ProgramSites, a: Span, b: Span, sort: Sort = "exchange"): Change {
	const [first, second] = [sites.source.slice(a.start, a.end), sites.source.slice(b.start, b.end)];
	return {
		edits: [
			{ start: a.start, end: a.end, text: second },
			{ start: b.start, end: b.end, text: first },
		],
		at: a,
		...(b.line !== a.line && { also: [b] }),
		was: `${first}, ${second}`,
		now: `${second}, ${first}`,
		sort,
	};
}

/** A statement, or one thing that it does, left out. */
export function without(sites: ProgramSites, part: PartSite | StatementSite): Change {
	const isPart = "out" in part;
	const edit = isPart ? part.out : { start: part.start, end: part.end, text: "" };
	const was = isPart ? sites.source.slice(part.start, part.end) : part.text;
	return { edits: [edit], at: part, was, now: "", sort: "out" };
}

/** A statement put into a gap. */
export function putIn(gap: GapSite, text: string, sort: Sort = "in"): Change {
	const { start } = gap;
	return { edits: [{ start, end: start, text: `${gap.indent}${text}\n` }], at: gap, was: "", now: text, sort };
}

/** A statement, with the block inside it, moved into a gap; undefined if the gap is inside it or beside it. */
export function movedTo(sites: ProgramSites, statement: StatementSite, gap: GapSite): Change | undefined {
	return movedTogether(sites, [statement], gap);
}

/** Statements that follow one another, moved together into a gap. */
export function movedTogether(
	sites: ProgramSites,
	statements: readonly StatementSite[],
	gap: GapSite,
): Change | undefined {
	const [first, last] = [statements[0], statements.at(-1)];
	if (!first || !last || (gap.start >= first.start && gap.start <= last.end)) return undefined;
	const text = sites.source.slice(first.start, last.end);
	const whole = text.endsWith("\n") ? text : `${text}\n`;
	const moved = whole.replace(/^[ \t]*(?=\S)/gm, (own) => gap.indent + own.slice(first.indent.length));
	return {
		edits: [
			{ start: first.start, end: last.end, text: "" },
			{ start: gap.start, end: gap.start, text: moved },
		],
		at: first,
		was: first.text,
		now: first.text,
		sort: "moved",
	};
}

/** Several changes as one, at the place of the first; undefined if there is none or two of them overlap. */
export function allOf(changes: readonly Change[], sort: Sort = "word everywhere"): Change | undefined {
	const [first, ...rest] = changes;
	if (!first) return undefined;
	const edits = changes.flatMap((c) => c.edits).sort((a, b) => a.start - b.start || a.end - b.end);
	if (edits.some((e, i) => i > 0 && e.start < (edits[i - 1] as Edit).end)) return undefined;
	return { ...first, edits, also: rest.map((c) => c.at), sort };
}

/** A text with brackets where it is more than one number or name. */
export function bracketed(text: string): string {
	return /^-?[\w.]+$/.test(text) && !text.startsWith("-") ? text : `(${text})`;
}

/** A value with its sign turned round. */
export function negated(text: string): string {
	if (/^-[\w.]+$/.test(text)) return text.slice(1);
	return /^[\w.]+$/.test(text) ? `-${text}` : `-(${text})`;
}

/** A value and so much more, computed where it is a number. */
export function plus(text: string, more: number): string {
	const own = Number(text);
	if (text.trim() !== "" && Number.isFinite(own)) return written(own + more);
	const tail = /^(.*\S) ?([+-]) ?(\d+(?:\.\d+)?)$/.exec(text);
	if (tail && !/[*/^(,[]$/.test(tail[1] as string)) {
		const by = (tail[2] === "-" ? -1 : 1) * Number(tail[3]) + more;
		return by === 0 ? (tail[1] as string) : plus(tail[1] as string, by);
	}
	return more < 0 ? `${text} - ${written(-more)}` : `${text} + ${written(more)}`;
}

/**
 * A value multiplied by a factor, computed where it is a number: a whole one where that is within what the factor
 * is exact to, four decimals.
 */
export function times(text: string, factor: number): string {
	const own = Number(text);
	if (text.trim() !== "" && Number.isFinite(own)) {
		const [product, whole] = [own * factor, Math.round(own * factor)];
		return written(Math.abs(product - whole) <= 1e-4 * Math.abs(own) ? whole : product);
	}
	return `${bracketed(text)} * ${written(factor)}`;
}

/** What is left of a number when a value is taken from it, computed where that is a number. */
export function takenFrom(number: number, text: string): string {
	const own = Number(text);
	if (text.trim() !== "" && Number.isFinite(own)) return written(number - own);
	return `${written(number)} - ${bracketed(text)}`;
}

import type { Deed, ProgramSites, StatementSite } from "../languages/sites.ts";
import { ENTRY } from "../tape/layout.ts";
import type { Tape } from "../tape/tape.ts";

const PAINT: readonly Deed[] = ["fill", "pen colour", "pen width", "no pen", "paper"];
const MOVES: ReadonlySet<number | undefined> = new Set([
	ENTRY.segment,
	ENTRY.curve,
	ENTRY.travel,
	ENTRY.curvedTravel,
	ENTRY.pen,
	ENTRY.turn,
	ENTRY.face,
]);
const WALKED: ReadonlySet<number | undefined> = new Set([ENTRY.segment, ENTRY.curve]);

/** A figure, as far as its dependences go. */
export interface Drawn {
	readonly lines: readonly number[];
	/** Rows of the tape. */
	readonly entries: readonly number[];
}

/**
 * The statements on which figures depend: those that drew them, the moves before them where they were walked, the
 * settings in force there, the blocks and calls that they are in, and back through names to where these get their
 * values.
 *
 * @param lines further lines to begin from
 * @returns the statements' indices
 */
export function dependences(
	sites: ProgramSites,
	tape: Tape,
	figures: readonly Drawn[],
	lines: Iterable<number> = [],
): ReadonlySet<number> {
	const search = new Search(sites);
	for (const line of lines) search.line(line);
	for (const figure of figures) {
		for (const line of figure.lines) search.line(line);
		const last = Math.max(-1, ...figure.entries);
		if (!figure.entries.some((row) => WALKED.has(tape.kind[row]))) continue;
		for (let row = 0; row <= last; row++) if (MOVES.has(tape.kind[row])) search.line(tape.line[row] as number);
		// A turn after the last side belongs to it too, and a lift that came too late comes right after it.
		for (let row = last + 1; row < Math.min(tape.length, last + 6); row++)
			if (MOVES.has(tape.kind[row])) search.line(tape.line[row] as number);
	}
	return search.found;
}

class Search {
	readonly found = new Set<number>();
	private readonly sites: ProgramSites;
	private readonly byLine = new Map<number, StatementSite[]>();
	private readonly done = new Set<number>();

	constructor(sites: ProgramSites) {
		this.sites = sites;
		for (const s of sites.statements) {
			const own = this.byLine.get(s.line);
			if (own) own.push(s);
			else this.byLine.set(s.line, [s]);
		}
	}

	line(line: number): void {
		if (this.done.has(line)) return;
		this.done.add(line);
		for (const s of this.byLine.get(line) ?? []) {
			this.statement(s);
			if (s.does.has("shape") || s.does.has("walk") || s.does.has("curve") || s.does.has("lay")) this.settingsAt(s);
		}
	}

	/** A statement, what its values come from, and the blocks that it is in. */
	private statement(s: StatementSite): void {
		if (this.found.has(s.index)) return;
		this.found.add(s.index);
		for (const { name, statement } of this.sites.names) if (statement === s.index) this.givers(name);
		const around = this.sites.statements[s.block - 1];
		if (around) {
			this.statement(around);
			if (around.does.has("routine")) this.callers(around.name);
		}
		// What a call draws, or moves, depends on what it is given there and on what the routine does.
		if (s.does.has("call") && s.name !== undefined) this.routine(s.name);
	}

	/** The statements that give a name its values. */
	private givers(name: string): void {
		for (const s of this.sites.statements) if (s.name === name && !s.does.has("call")) this.statement(s);
	}

	private callers(name: string | undefined): void {
		for (const s of this.sites.statements) if (s.does.has("call") && s.name === name) this.statement(s);
	}

	private routine(name: string): void {
		const made = this.sites.statements.find((s) => s.does.has("routine") && s.name === name);
		if (made) this.statement(made);
	}

	/** The settings in force at a statement: the nearest before it of each kind, those of its loops, and one after. */
	private settingsAt(s: StatementSite): void {
		const { statements, parts } = this.sites;
		for (const deed of PAINT) {
			const all = parts.filter((p) => p.does === deed).map((p) => statements[p.statement] as StatementSite);
			const before = all.filter((p) => p.start < s.start).at(-1);
			const after = all.find((p) => p.start > s.start);
			if (before) this.statement(before);
			if (after) this.statement(after);
			for (let block = s.block; block !== 0; block = (statements[block - 1] as StatementSite).block) {
				const own = all.filter((p) => p.block === block).at(-1);
				if (own) this.statement(own);
			}
		}
	}
}

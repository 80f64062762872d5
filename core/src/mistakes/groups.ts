import type { Deed, ProgramSites, StatementSite } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { movedTogether } from "./edits.ts";

const SETS: readonly Deed[] = ["fill", "pen colour", "pen width", "no pen"];
const DRAWS: readonly Deed[] = ["shape", "lay", "call"];
/** Groups that a group is moved past at most. */
const MAX_PAST = 6;

/** What is drawn in each block, one group after the other: a statement that draws with the settings before it. */
export function drawnGroups(sites: ProgramSites): StatementSite[][][] {
	const blocks = new Map<number, StatementSite[]>();
	for (const s of sites.statements) blocks.set(s.block, [...(blocks.get(s.block) ?? []), s]);
	return [...blocks.values()].map((statements) => {
		const groups: StatementSite[][] = [];
		let open: StatementSite[] = [];
		for (const s of statements) {
			if (SETS.some((d) => s.does.has(d))) open.push(s);
			else if (DRAWS.some((d) => s.does.has(d)) || s.does.has("loop")) {
				groups.push([...open, s]);
				open = [];
			} else open = [];
		}
		return groups;
	});
}

/** Each group moved before each of the few that come before it, and after those that come after it. */
export function swappedGroups(sites: ProgramSites): Change[] {
	const changes: Change[] = [];
	for (const groups of drawnGroups(sites)) {
		groups.forEach((group, i) => {
			groups.forEach((other, k) => {
				if (k >= i || i - k > MAX_PAST) return;
				const first = other[0] as StatementSite;
				const gap = sites.gaps.find((g) => g.after === first.index);
				const change = gap && movedTogether(sites, group, gap);
				if (change) changes.push(change);
			});
		});
	}
	return changes;
}

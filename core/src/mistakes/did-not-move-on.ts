import { edited } from "../languages/edited.ts";
import type { Edit, ProgramSites } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { replaced, written } from "./edits.ts";
import type { Look } from "./look.ts";
import type { Mistake } from "./mistake.ts";
import { valueUnder } from "./number-still-fixed.ts";
import { changed, isInside, numbersFor, statementsThat } from "./pick.ts";

/** A number that should change from one round to the next and doesn't. */
export const didNotMoveOn: Mistake = {
	id: "did-not-move-on",
	family: "pen and moving on",
	changes: ["place"],
	made: "everything drawn in one place",
	did: "{was} is the same in every round",
	instead: "`{now}`",
	asks: "All of these lie in one place. What should change from one to the next@?",
	make: (sites) =>
		loopUses(sites).flatMap(
			({ use, start }) => changed(sites, { ...use, text: use.name } as never, start, "term") ?? [],
		),
	*mend(look) {
		const { sites } = look;
		const steps = look.steps;
		yield* grown(look);
		for (const site of numbersFor(sites, ...MOVES)) {
			// A number that is the name's own value is one that was left fixed.
			const others = site.names.filter((name) => !valueUnder(sites, name).includes(site.value));
			const names = others.slice(0, 6).map((name) => ({ name, isUnused: isUnused(sites, name) }));
			// A name that nothing uses speaks for it: it was to be used somewhere.
			for (const { name, isUnused: unused } of names
				.sort((a, b) => Number(b.isUnused) - Number(a.isUnused))
				.slice(0, 2)) {
				const likelier = unused ? 100 : 1;
				yield { ...replaced(sites, site, name, "term"), likelier };
				for (const by of site.whole ? steps : [])
					yield {
						...replaced(sites, site, `${written(site.value)} + ${written(by)} * ${name}`, "other number"),
						likelier,
					};
			}
		}
	},
	example: {
		right: "for i from 0 to 3\n  rect corner 40 + 60 * i, 40 size 30, 30\nend\n",
		wrong: "for i from 0 to 3\n  rect corner 40 + 60 * 0, 40 size 30, 30\nend\n",
	},
};

/** Uses of a counting loop's name inside it, with what it counts from. */
export function loopUses(sites: ProgramSites) {
	return statementsThat(sites, "loop").flatMap((loop) => {
		const start = sites.values.find((v) => v.statement === loop.index && v.roles.has("from"));
		if (!start) return [];
		return sites.names
			.filter((n) => n.name === loop.name && isInside(sites, n.statement, loop.index + 1))
			.map((use) => ({ use, start: start.text }));
	});
}

const MOVES = ["x", "y", "length", "turn", "radius", "diameter", "width", "height", "rotation", "other"] as const;

/** Whether nothing that is drawn uses a name: nowhere, or only to print it. */
function isUnused(sites: ProgramSites, name: string): boolean {
	const uses = sites.names.filter((n) => n.name === name);
	return uses.every((n) => [...n.roles].every((role) => role === "other"));
}

const STEPS = [10, 5, 20, 2, 3, 4, 6, 8, 9, 12, 15, 1];

/** Numbers of loops that don't count, with a term that grows from round to round. */
function* grown(look: Look): Generator<Change> {
	const { sites } = look;
	const name = ["i", "k", "n"].find((n) => !sites.statements.some((s) => s.name === n)) ?? "round";
	for (const loop of sites.statements.filter((s) => s.counting)) {
		const head = loop.counting?.(name);
		const inside = numbersFor(sites, ...MOVES).filter((n) => n.whole && isInside(sites, n.statement, loop.index + 1));
		for (const site of head ? inside.slice(0, 6) : []) {
			const edits = (by: number) => [
				head as Edit,
				{ start: site.start, end: site.end, text: `${written(site.value)} + ${written(by)} * ${name}` },
			];
			const needed = look.solveFor((value) => edited(sites.source, edits(value)), 0, 1);
			// Where what is drawn can't be compared, a few steps that people use are tried.
			for (const by of new Set([...needed, ...STEPS])) {
				const text = `${written(site.value)} + ${written(by)} * ${name}`;
				yield { ...replaced(sites, site, text, "other number"), edits: edits(by), likelier: 20, whole: true };
			}
		}
	}
}

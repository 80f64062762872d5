import type { ProgramSites } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { allOf, replaced, written } from "./edits.ts";
import type { Look } from "./look.ts";
import type { Mistake } from "./mistake.ts";
import { numbersFor } from "./pick.ts";

/** A ball that turns back at an edge, for examples. */
export const turningAt = (edge: number): string => `let x = 20
let v = 9
each frame
  wipe
  circle centre x, 80 diameter 30
  x = x + v
  if x > ${edge}
    v = -9
  end
end
`;

/** A condition that comes true too early. */
export const turnsTooEarly: Mistake = {
	id: "turns-too-early",
	family: "frames and chance",
	changes: [],
	made: "turning too early",
	did: "it turns round at {was}",
	instead: "{now}",
	asks: "Look closely at the moment it turns round@: how far is it from the edge?",
	make: (sites) => nearer(sites, 30),
	mend: (look) => [...inside(look), ...bounds(look)],
	example: { right: turningAt(300), wrong: turningAt(270) },
};

/** Conditions that come true earlier by a distance: numbers beside a comparison. */
export const nearer = (sites: ProgramSites, by: number): Change[] =>
	sites.operators
		.filter((o) => o.sort === "comparison")
		.flatMap((o) => {
			const right = sites.numbers.find((n) => n.statement === o.statement && n.start > o.end && n.start - o.end <= 2);
			if (!right || !/[<>]/.test(o.text)) return [];
			return [replaced(sites, right, written(right.value + (o.text.startsWith(">") ? -by : by)), "other number")];
		});

/** All bounds of a condition nearer, or farther, by half the size of what moves: it turns by its rim, or its middle. */
function inside({ sites, wanted }: Look): Change[] {
	const halves = [...new Set(wanted.flatMap((f) => [f.width / 2, f.height / 2]))].slice(0, 4);
	return sites.statements.flatMap((s) => {
		const own = { ...sites, operators: sites.operators.filter((o) => o.statement === s.index) };
		return halves.flatMap((half) => [half, -half].flatMap((by) => allOf(nearer(own, by), "evidence") ?? []));
	});
}

/** Bounds nearer and farther: by half the size of what moves, and to the sheet's edges. */
export function bounds({ sites, wanted, sheet }: Look): Change[] {
	const halves = [...new Set(wanted.flatMap((f) => [f.width / 2, f.height / 2].map(Math.round)))].slice(0, 3);
	const edges = [sheet.left, sheet.right, sheet.low, sheet.high].flatMap((edge) => [
		edge,
		...halves.flatMap((h) => [edge - h, edge + h]),
	]);
	return numbersFor(sites, "condition").flatMap((n) => {
		const by = [...halves, 10, 20, 30].flatMap((h) => [n.value - h, n.value + h]);
		const values = [...new Set([...by, ...edges.filter((e) => Math.abs(e - n.value) < 80)])].slice(0, 16);
		return values.filter((v) => v !== n.value).map((v) => replaced(sites, n, written(v), "other number"));
	});
}

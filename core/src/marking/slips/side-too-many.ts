import { roundsOff } from "./rounds.ts";
import { type Explanation, explained, number, type Slip } from "./slip.ts";
import type { SlipContext } from "./slip-context.ts";

/** A side too many was walked: a part of the outline is gone over, or a figure more of a row is there. */
export const sideTooMany: Slip = {
	id: "side-too-many",
	about: ["shape", "number"],
	tries: (look) => [
		...look.pairs.flatMap(({ found, wanted }) => {
			const more = found.overdrawn * found.sides.length;
			if (
				found.oval ||
				wanted.overdrawn > 0.02 ||
				found.overdrawn <= 0.02 ||
				found.overdrawn >= 0.999 ||
				found.sides.length < 3
			)
				return [];
			return [
				explained(
					found,
					["shape", "twice"],
					[number("sides", wanted.sides.length + Math.max(1, Math.round(more)), found.sides.length + more)],
				),
			];
		}),
		...byRounds(look),
		...[...look.modelScene.matches].flatMap(([name, { slots, selector }]) => {
			const wanted = slots.filter((f) => f !== undefined).length;
			const own = (look.scene.matches.get(name)?.slots ?? []).filter((f) => f !== undefined);
			const [like] = own;
			if (wanted < 3 || own.length !== wanted || !like) return [];
			const more = look.extra.filter(
				(f) =>
					f.twin === null &&
					look.scene.selection.meets(f, selector) &&
					Math.abs(f.height - like.height) <= look.size &&
					f.lines.join() === own[own.length - 1]?.lines.join(),
			);
			return more.length === 1
				? more.map((f) => ({
						...explained(f, ["extra"], [number("rounds", wanted + 1, own.length + 1)]),
						claims: [`extra ${f.index}`, `number ${name}`],
					}))
				: [];
		}),
	],
};

/** A loop that comes round once too often, where something of it is more than it should be. */
function byRounds(look: SlipContext): Explanation[] {
	const off = roundsOff(look, 1);
	const long = look.pairs.filter(({ found, wanted }) => found.perimeter - wanted.perimeter > look.size);
	if (!off || (long.length === 0 && look.extra.length === 0)) return [];
	const claims = long.flatMap((p) => [`shape ${p.found.index}`, `size ${p.found.index}`, `place ${p.found.index}`]);
	return [
		{
			lines: [off.line],
			figures: [],
			claims: [`rounds ${off.line}`, ...claims],
			evidence: [number("rounds", off.wanted + 1, off.own)],
			data: {},
		},
	];
}

import { roundsOff } from "./rounds.ts";
import { explained, number, type Slip } from "./slip.ts";
import { turnsOf, turnsWanted } from "./turning.ts";

/** One side is missing: what is there of the figure is right. */
export const sideTooFew: Slip = {
	id: "side-too-few",
	about: ["shape", "number"],
	tries: (look) => [
		...look.pairs.flatMap(({ found, wanted }) => {
			const n = wanted.sides.length;
			if (n < 3 || found.sides.length >= n || found.sides.length < 2 || found.kinds[0] === "text" || wanted.oval)
				return [];
			const lengths = found.sides.every((s) => wanted.sides.some((w) => Math.abs(s - w) <= look.size));
			const turns = turnsOf(found);
			const due = turnsWanted(wanted);
			const right =
				turns.length > 0 && turns.every((t) => due.some((d) => Math.abs(Math.abs(t) - Math.abs(d)) <= look.angle));
			return lengths && right && !found.closed
				? [explained(found, ["shape", "turn"], [number("sides", n - 1, found.sides.length)])]
				: [];
		}),
		...tooFewOf(look),
		...byRounds(look),
	],
};

/** A loop that comes round once too seldom, where something of it is missing. */
function byRounds(look: Parameters<Slip["tries"]>[0]): ReturnType<Slip["tries"]> {
	const off = roundsOff(look, -1);
	const short = look.pairs.filter(({ found, wanted }) => wanted.perimeter - found.perimeter > look.size);
	if (!off || (short.length === 0 && look.gone.length === 0)) return [];
	const claims = short.flatMap((p) => [`shape ${p.found.index}`, `size ${p.found.index}`, `place ${p.found.index}`]);
	return [
		{
			lines: [off.line],
			figures: [],
			claims: [`rounds ${off.line}`, ...claims],
			evidence: [number("rounds", off.wanted - 1, off.own)],
			data: {},
		},
	];
}

/** Figures of one name that are one or two short, where the others are right: a loop with a round too few. */
function tooFewOf(look: Parameters<Slip["tries"]>[0]): ReturnType<Slip["tries"]> {
	const short = [...look.modelScene.matches].flatMap(([name, { slots }]) => {
		const own = (look.scene.matches.get(name)?.slots ?? []).filter((f) => f !== undefined);
		const gone = slots.filter((f) => f !== undefined).length - own.length;
		const right = look.pairs.filter((p) => p.name === name && look.isSized(p));
		return slots.length >= 3 && gone === 1 && right.length === own.length && look.gone.some((g) => g.name === name)
			? [{ name, own, wanted: slots.length }]
			: [];
	});
	return short
		.filter(({ own }) => new Set(own.flatMap((f) => f.lines)).size <= 3)
		.map(({ name, own, wanted }) => ({
			lines: [...new Set(own.flatMap((f) => f.lines))],
			figures: own.map((f) => f.index),
			claims: [`number ${name}`],
			evidence: [number("rounds", wanted - 1, own.length)],
			data: {},
		}));
}

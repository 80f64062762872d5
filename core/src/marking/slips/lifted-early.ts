import { number, type Slip } from "./slip.ts";
import { unfinished } from "./unfinished-sides.ts";

/** The pen was lifted before a side was done: the rest of it was walked without ink. */
export const liftedEarly: Slip = {
	id: "lifted-early",
	about: ["shape", "number", "size"],
	tries(look) {
		const own = unfinished(look.scene.tape);
		const [first] = own;
		if (!first || unfinished(look.modelScene.tape).length > 0) return [];
		const short = look.pairs
			.filter(({ found, wanted }) => wanted.perimeter - found.perimeter > look.size || found.closed !== wanted.closed)
			.map((p) => p.found.index);
		if (short.length === 0 && look.gone.length === 0) return [];
		const lines = [...new Set(own.map((u) => look.scene.tape.line[u.row] as number))].sort((a, b) => a - b);
		const claims = [...short, ...look.extra.map((f) => f.index)].flatMap((i) => [
			`shape ${i}`,
			`size ${i}`,
			`place ${i}`,
			`extra ${i}`,
		]);
		return [
			{
				lines,
				figures: [],
				claims: ["lifted", ...claims],
				evidence: [number("without ink", first.length, first.length)],
				data: {},
			},
		];
	},
};

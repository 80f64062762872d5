import { number, type Slip } from "./slip.ts";

/** Figures, or sides of one, that should be of one size aren't. */
export const unequalSizes: Slip = {
	id: "unequal-sizes",
	about: ["size", "shape"],
	tries: (look) => [
		...look.rows(3).flatMap(({ wanted, found }) => {
			const first = wanted[0];
			if (!first || !wanted.every((f) => Math.abs(f.width - first.width) <= look.size && Math.abs(f.height - first.height) <= look.size)) return [];
			const off = found.filter((f) => Math.abs(f.width - first.width) > look.size || Math.abs(f.height - first.height) > look.size);
			if (off.length === 0 || off.length * 2 >= found.length) return [];
			return off.map((f) => ({
				lines: f.lines,
				figures: [f.index],
				claims: [`size ${f.index}`],
				evidence: [number("width", first.width, f.width), number("height", first.height, f.height)],
				data: {},
			}));
		}),
		...look.pairs.flatMap(({ found, wanted }) => {
			const one = wanted.sides[0] ?? 0;
			const regular = wanted.sides.length >= 3 && wanted.sides.every((s) => Math.abs(s - one) <= look.size);
			if (!regular || found.sides.length < 3 || found.sides.length > wanted.sides.length) return [];
			const off = found.sides.filter((s) => Math.abs(s - one) > look.size);
			if (off.length === 0 || off.length * 2 >= found.sides.length) return [];
			return [
				{
					lines: found.lines,
					figures: [found.index],
					claims: [`size ${found.index}`, `shape ${found.index}`],
					evidence: off.slice(0, 2).map((s) => number("side", one, s)),
					data: {},
				},
			];
		}),
	],
};

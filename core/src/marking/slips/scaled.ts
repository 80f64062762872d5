import { number, type Slip } from "./slip.ts";

/** Everything is larger, or smaller, by the same factor. */
export const scaled: Slip = {
	id: "scaled",
	about: ["size"],
	tries(look) {
		const pairs = look.pairs.filter(({ wanted, found }) => wanted.width > 1 && found.width > 0 && wanted.height > 0.5);
		if (pairs.length < 2) return [];
		const ratios = pairs.map(({ wanted, found }) => (found.width + found.height) / (wanted.width + wanted.height));
		const usual = [...ratios].sort((a, b) => a - b)[Math.floor(ratios.length / 2)] as number;
		if (Math.abs(usual - 1) < 0.1) return [];
		const all = pairs.every(
			({ wanted, found }) =>
				found.closed === wanted.closed &&
				found.sides.length === wanted.sides.length &&
				Math.abs(found.width - usual * wanted.width) <= look.size &&
				Math.abs(found.height - usual * wanted.height) <= look.size,
		);
		if (!all || pairs.some((p) => look.isSized(p))) return [];
		return [
			{
				lines: [...new Set(pairs.flatMap((p) => p.found.lines))].sort((a, b) => a - b),
				figures: pairs.map((p) => p.found.index),
				claims: pairs.map((p) => `size ${p.found.index}`),
				evidence: pairs.slice(0, 2).map(({ wanted, found }) => number("width", usual * wanted.width, found.width)),
				data: { factor: Math.round(usual * 100) / 100 },
			},
		];
	},
};

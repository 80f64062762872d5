import { explained, number, type Slip } from "./slip.ts";

/** Something drawn later lies over it. */
export const hidden: Slip = {
	id: "hidden",
	about: ["seen", "order"],
	tries: (look) =>
		look.pairs.flatMap(({ found, wanted }) => {
			if (found.onSheet < 0.01) return [];
			const over = look.pairs.find((p) => p.found.index > found.index && p.wanted.index < wanted.index);
			if (found.visible > (over ? wanted.visible - 0.05 : 0.6 * wanted.visible)) return [];
			return [
				{
					...explained(found, ["seen"], [number("per cent to be seen", 100 * found.visible, 100 * found.visible)], {
						line: over?.found.lines[0] ?? 0,
					}),
					lines: [...found.lines, ...(over?.found.lines ?? [])],
				},
			];
		}),
};

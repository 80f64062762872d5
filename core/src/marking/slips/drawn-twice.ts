import type { Figure } from "../../figures/figure.ts";
import { type Slip, word } from "./slip.ts";

/** The same figure was drawn again in its own place. */
export const drawnTwice: Slip = {
	id: "drawn-twice",
	about: ["number"],
	tries(look) {
		const meant = look.modelScene.drawing.figures.filter((f) => f.twin !== null).length;
		const twins = look.scene.drawing.figures.filter((f) => f.twin !== null);
		const outside = twins.filter((f) => look.extra.includes(f) || look.extra.some((e) => e.index === f.twin));
		const extra = outside.length > 0 || look.extra.length === 0 ? outside : twins;
		if (twins.length <= meant || extra.length === 0) return [];
		// Where twins were taken for wanted figures, others of their name seem to be in the wrong place and colour.
		const involved = new Set(extra.flatMap((f) => [f.index, f.twin ?? f.index]));
		const names = new Set(look.pairs.filter((p) => involved.has(p.found.index)).map((p) => p.name));
		const others = look.pairs.filter((p) => names.has(p.name) && p.wanted !== p.found).map((p) => p.found.index);
		return [
			{
				lines: [...new Set([...involved].flatMap((i) => look.scene.drawing.figures[i]?.lines ?? []))].sort(
					(a, b) => a - b,
				),
				figures: extra.map((f) => f.index),
				claims: [
					...extra.map((f) => `extra ${f.index}`),
					...others.flatMap((i) => [`place ${i}`, `fill ${i}`, `outline ${i}`, `size ${i}`]),
				],
				evidence: [word("figures in one place", "1", String(mostInOnePlace(twins)))],
				data: {},
			},
		];
	},
};

/** The most figures that lie on one another, the first among them. */
function mostInOnePlace(twins: readonly Figure[]): number {
	const places = new Map<number, number>();
	for (const { twin } of twins) if (twin !== null) places.set(twin, (places.get(twin) ?? 1) + 1);
	return Math.max(1, ...places.values());
}

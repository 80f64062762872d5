import { explained, type Slip, word } from "./slip.ts";

/** The same figure was drawn again in its own place. */
export const drawnTwice: Slip = {
	id: "drawn-twice",
	about: ["number"],
	tries(look) {
		const meant = look.modelScene.drawing.figures.filter((f) => f.twin !== null).length;
		const twins = look.scene.drawing.figures.filter((f) => f.twin !== null);
		const extra = twins.filter((f) => look.extra.includes(f) || look.extra.some((e) => e.index === f.twin));
		return twins.length > meant && extra.length > 0
			? extra.map((f) => ({
					...explained(f, ["extra"], [word("figures in one place", "2", "2")]),
					lines: [...new Set([...f.lines, ...(look.scene.drawing.figures[f.twin ?? -1]?.lines ?? [])])].sort((a, b) => a - b),
				}))
			: [];
	},
};

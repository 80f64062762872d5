import { sameColour } from "../paint-words.ts";
import { paintEvidence, START, wrongPaints, wrongWidth } from "./paint.ts";
import { explained, number, type Slip } from "./slip.ts";

/** A colour, a fill or a width of the figure before still held. */
export const settingCarriedOver: Slip = {
	id: "setting-carried-over",
	about: ["paint"],
	tries: (look) =>
		look.pairs.flatMap(({ found, wanted }) => {
			const before = look.scene.drawing.figures[found.index - 1];
			if (!before) return [];
			const carried = wrongPaints(found, wanted)
				.filter((part) => sameColour(before[part], found[part]) && !sameColour(found[part], START[part]))
				.map((part) => ({
					...explained(found, [part], [paintEvidence(part, before[part], found[part])], { what: part }),
					about: [part],
				}));
			const width =
				wrongWidth(found, wanted) &&
				before.outlineWidth === found.outlineWidth &&
				found.outlineWidth !== START.outlineWidth;
			return width
				? [
						...carried,
						{
							...explained(found, ["width"], [number("line", before.outlineWidth, found.outlineWidth)], {
								what: "width",
							}),
							about: ["width" as const],
						},
					]
				: carried;
		}),
};

import { sameColour } from "../paint-words.ts";
import { paintEvidence, START, wrongPaints, wrongWidth } from "./paint.ts";
import { type Explanation, explained, number, type Slip, word } from "./slip.ts";

/** The figure has the paint that every program starts with: nothing was set for it. */
export const neverSet: Slip = {
	id: "never-set",
	about: ["paint"],
	tries(look) {
		const unseen =
			look.gone.length === 0
				? []
				: (look.own.run?.remarks ?? []).filter((r) => r.code === "nothing-to-see" && r.data.why === "paint");
		const bareFigures: Explanation[] = unseen.slice(0, 1).map((r) => ({
			lines: [...new Set(unseen.map((u) => u.place.line))],
			figures: [],
			claims: [`unseen ${r.place.line}`],
			evidence: [word("paint", "none", "none")],
			about: ["number", "fill"],
			data: { what: "fill" },
		}));
		const figures = look.pairs.flatMap(({ found, wanted }) => {
			const parts = wrongPaints(found, wanted).filter(
				(part) => sameColour(found[part], START[part]) && found[part] === START[part],
			);
			const all: Explanation[] = parts.map((part) => ({
				...explained(found, [part], [paintEvidence(part, START[part], found[part])], { what: part }),
				about: [part],
			}));
			if (wrongWidth(found, wanted) && found.outlineWidth === START.outlineWidth)
				all.push({
					...explained(found, ["width"], [number("line", START.outlineWidth, found.outlineWidth)], { what: "width" }),
					about: ["width"],
				});
			return all;
		});
		const { paper } = look.scene.drawing;
		const bare =
			paper === START.paper &&
			!sameColour(paper, look.modelScene.drawing.paper) &&
			look.missed.some((m) => m.aspects.includes("paper"));
		return bare
			? [
					...bareFigures,
					...figures,
					{
						lines: [],
						figures: [],
						claims: ["paper"],
						evidence: [paintEvidence("paper", START.paper, paper)],
						about: ["paper"],
						data: { what: "paper" },
					},
				]
			: [...bareFigures, ...figures];
	},
};

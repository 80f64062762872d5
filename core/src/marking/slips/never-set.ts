import { sameColour } from "../paint-words.ts";
import { paintEvidence, START, wrongPaints, wrongWidth } from "./paint.ts";
import { explained, number, type Slip } from "./slip.ts";

/** The figure has the paint that every program starts with: nothing was set for it. */
export const neverSet: Slip = {
	id: "never-set",
	about: ["paint", "size"],
	tries(look) {
		const figures = look.pairs.flatMap(({ found, wanted }) => {
			const parts = wrongPaints(found, wanted).filter((part) => sameColour(found[part], START[part]) && found[part] === START[part]);
			const all = parts.map((part) => explained(found, [part], [paintEvidence(part, START[part], found[part])], { what: part }));
			if (wrongWidth(found, wanted) && found.outlineWidth === START.outlineWidth)
				all.push(explained(found, ["width"], [number("line", START.outlineWidth, found.outlineWidth)], { what: "width" }));
			return all;
		});
		const { paper } = look.scene.drawing;
		const bare = paper === START.paper && !sameColour(paper, look.modelScene.drawing.paper) && look.missed.some((m) => m.check === "sheet" || m.check === "colour");
		return bare ? [...figures, { lines: [], figures: [], claims: ["paper"], evidence: [paintEvidence("paper", START.paper, paper)], data: { what: "paper" } }] : figures;
	},
};

import type { Mistake } from "./mistake.ts";

/** A picture is made and never laid on the sheet. */
export const neverPlaced: Mistake = {
	id: "never-placed",
	family: "source",
	changes: ["number"],
	made: "a picture never laid",
	did: "the picture is never laid on the sheet",
	instead: "laying it",
	asks: "A picture is made@ and never laid on the sheet.",
	notice({ own, missed }) {
		const lines = [...own.program.remarks, ...(own.run?.remarks ?? [])]
			.filter((r) => r.code === "picture-unlaid")
			.map((r) => r.place.line);
		const about = ["number", "source", "shape", "place"] as const;
		const criteria = missed.filter((c) => about.some((a) => c.aspects.includes(a))).map((c) => c.id);
		return lines.length === 0 || criteria.length === 0 ? undefined : { lines, criteria, evidence: "laid: never" };
	},
	example: {
		right: "picture boat size 60, 30\n  rect corner 0, 0 size 60, 30\nend\nlay boat at 80, 80\n",
		wrong: "picture boat size 60, 30\n  rect corner 0, 0 size 60, 30\nend\n",
	},
};

import { explained, number, type Slip } from "./slip.ts";

/** The outline was gone round again and again. */
export const roundMoreThanOnce: Slip = {
	id: "round-more-than-once",
	about: ["shape", "number"],
	tries: (look) =>
		look.scene.drawing.figures.flatMap((found) => {
			const meant = look.pairs.find((p) => p.found === found)?.wanted.overdrawn ?? 0;
			return found.overdrawn >= 0.999 && found.overdrawn > meant + 0.5 && found.closed
				? [explained(found, ["shape", "twice"], [number("rounds", 1 + found.overdrawn, 1 + found.overdrawn)])]
				: [];
		}),
};

import { explained, number, type Slip } from "./slip.ts";

/** So small that nobody sees it. */
const TINY = 3;

/** A figure that is there and too small to be seen. */
export const tooSmallToSee: Slip = {
	id: "too-small-to-see",
	about: ["size", "seen"],
	tries: (look) => {
		const small = look.scene.drawing.figures.filter(
			(f) => Math.max(f.width, f.height) < TINY && f.kinds[0] !== "text" && f.facing === null,
		);
		const meant = look.modelScene.drawing.figures.every((f) => Math.max(f.width, f.height) >= TINY);
		const drawn = meant
			? small.map((f) => explained(f, ["size"], [number("across", TINY, Math.max(f.width, f.height))]))
			: [];
		const none = look.gone.length > 0 && look.scene.drawing.sizeless.length > 0;
		return none
			? [
					...drawn,
					{
						lines: look.scene.drawing.sizeless.map((row) => look.scene.tape.line[row] as number),
						figures: [],
						claims: ["sizeless"],
						evidence: [number("across", TINY, 0)],
						data: {},
					},
				]
			: drawn;
	},
};

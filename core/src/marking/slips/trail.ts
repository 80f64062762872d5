import { motions } from "./frames.ts";
import { number, type Slip } from "./slip.ts";

/** What moves leaves its earlier pictures behind: the sheet isn't covered anew in each frame. */
export const trail: Slip = {
	id: "trail",
	about: ["frames"],
	tries: (look) =>
		motions(look)
			.filter(({ own, model }) => own.left(look.own.scene) > 0 && model.left(look.model.scene) === 0)
			.slice(0, 1)
			.map(({ own }) => ({
				lines: own.lines,
				figures: [],
				claims: ["trail"],
				evidence: [number("left behind", own.left(look.own.scene), own.left(look.own.scene))],
				data: {},
			})),
};

import { placedAs } from "./places.ts";
import type { Slip } from "./slip.ts";

/** y was counted from the other side of the sheet. */
export const yWrongWay: Slip = {
	id: "y-wrong-way",
	about: ["place"],
	tries(look) {
		const { height, centred } = look.sheet;
		return placedAs(look, ([x, y]) => [[x, centred ? -y : height - y]]);
	},
};

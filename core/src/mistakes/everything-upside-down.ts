import type { Mistake } from "./mistake.ts";
import { flipped, withAll } from "./pick.ts";

import { upsideDown } from "./y-wrong-way.ts";

/** Every y counted from the other side of the sheet. */
export const everythingUpsideDown: Mistake = {
	id: "everything-upside-down",
	family: "placing",
	changes: ["place"],
	made: "everything turned upside down",
	did: "every y is counted from the other side, here {was}",
	instead: "{now}, and so on,",
	asks: "Everything is upside down@. Where is zero on this sheet, and which way does y grow?",
	make: (sites, { sheet }) => withAll(upsideDown(sites, sheet.origin === "centre" ? 0 : sheet.height)).slice(-1),
	mend: ({ sites, sheet }) => withAll(upsideDown(sites, flipped(sheet))).slice(-1),
	example: {
		right: "circle centre 100, 60 diameter 40\ncircle centre 200, 80 diameter 20\n",
		wrong: "circle centre 100, 240 diameter 40\ncircle centre 200, 220 diameter 20\n",
	},
};

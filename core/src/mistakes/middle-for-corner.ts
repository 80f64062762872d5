import type { Mistake } from "./mistake.ts";
import { reworded, withAll } from "./pick.ts";

/** `centre` where `corner` was meant. */
export const middleForCorner: Mistake = {
	id: "middle-for-corner",
	family: "placing",
	changes: ["place"],
	made: "`centre` instead of `corner`",
	did: "placed by its {was}",
	instead: "by its {now}",
	asks: "Which point of the shape do the two numbers@ stand for: the middle, or a corner?",
	make: (sites) => reworded(sites, "corner", "centre"),
	mend: ({ sites }) => withAll(reworded(sites, "centre", "corner")),
	example: { right: "rect corner 100, 80 size 60, 40\n", wrong: "rect centre 100, 80 size 60, 40\n" },
};

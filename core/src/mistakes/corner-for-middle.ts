import type { Mistake } from "./mistake.ts";
import { reworded, withAll } from "./pick.ts";

/** `corner` where `centre` was meant. */
export const cornerForMiddle: Mistake = {
	id: "corner-for-middle",
	family: "placing",
	changes: ["place"],
	made: "`corner` instead of `centre`",
	did: "placed by its {was}",
	instead: "by its {now}",
	asks: "Which point of the shape do the two numbers@ stand for: a corner, or the middle?",
	make: (sites) => reworded(sites, "centre", "corner"),
	mend: ({ sites }) => withAll(reworded(sites, "corner", "centre")),
	example: { right: "rect centre 100, 80 size 60, 40\n", wrong: "rect corner 100, 80 size 60, 40\n" },
};

import type { ProgramSites } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import type { Mistake } from "./mistake.ts";
import { reworded, withAll } from "./pick.ts";

/** A turn to the right where one to the left was meant, or the other way round; of a curve too. */
export const turnedOtherWay: Mistake = {
	id: "turned-other-way",
	family: "turning",
	changes: [],
	made: "turned the other way",
	did: "turned {was}",
	instead: "turning {now}",
	asks: "Follow the pen with a finger@. Which way should it turn there?",
	make: (sites) => flips(sites),
	mend: ({ sites }) => withAll(flips(sites)),
	example: {
		right: "repeat 2\n  walk 80\n  turn left 90\n  walk 40\n  turn left 90\nend\n",
		wrong: "repeat 2\n  walk 80\n  turn left 90\n  walk 40\n  turn right 90\nend\n",
	},
};

const flips = (sites: ProgramSites): Change[] => [
	...reworded(sites, "left", "right"),
	...reworded(sites, "right", "left"),
];

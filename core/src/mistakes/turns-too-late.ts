import type { Mistake } from "./mistake.ts";

import { nearer } from "./turns-too-early.ts";

/** A condition that comes true too late. */
export const turnsTooLate: Mistake = {
	id: "turns-too-late",
	family: "frames and chance",
	changes: [],
	made: "turning too late",
	did: "",
	instead: "",
	asks: "",
	make: (sites) => nearer(sites, -30),
	mendedBy: ["turns-too-early"],
	example: {
		right:
			"let x = 20\nlet v = 9\neach frame\n  wipe\n  circle centre x, 80 diameter 30\n  x = x + v\n  if x > 300\n    v = -9\n  end\nend\n",
		wrong:
			"let x = 20\nlet v = 9\neach frame\n  wipe\n  circle centre x, 80 diameter 30\n  x = x + v\n  if x > 330\n    v = -9\n  end\nend\n",
	},
};

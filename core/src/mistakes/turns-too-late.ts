import type { Mistake } from "./mistake.ts";
import { nearer, turningAt } from "./turns-too-early.ts";

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
	example: { right: turningAt(300), wrong: turningAt(330) },
};

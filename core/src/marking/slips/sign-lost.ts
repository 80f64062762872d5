import { placedAs } from "./places.ts";
import type { Slip } from "./slip.ts";

/** A minus sign is missing: a place that should be below zero is above it. */
export const signLost: Slip = {
	id: "sign-lost",
	about: ["place"],
	tries: (look) =>
		placedAs(look, ([x, y]) => [
			[Math.abs(x), y],
			[x, Math.abs(y)],
			[Math.abs(x), Math.abs(y)],
		]),
};

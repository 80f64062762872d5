import type { Point } from "../../geometry/points.ts";
import { explained, point, type Slip } from "./slip.ts";

/** A minus sign is missing: a place that should be below zero is above it. */
export const signLost: Slip = {
	id: "sign-lost",
	about: ["place"],
	tries: (look) =>
		look.misplaced.flatMap(({ found, wanted }) => {
			const options = [
				{ what: "middle", own: found.centre, at: wanted.centre },
				{ what: "corner", own: look.corner(found), at: look.corner(wanted) },
			];
			for (const { what, own, at } of options) {
				const [x, y] = at;
				const lost = (
					[
						[Math.abs(x), y],
						[x, Math.abs(y)],
						[Math.abs(x), Math.abs(y)],
					] as Point[]
				).filter((p) => !look.near(p, at));
				const hit = lost.find((p) => look.near(own, p));
				if (hit) return [explained(found, ["place"], [point(what, hit, own)])];
			}
			return [];
		}),
};

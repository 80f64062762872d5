import { everyValue } from "../../nib/tree.ts";
import { frameSteps, isStuck, motions } from "./frames.ts";
import { number, type Slip } from "./slip.ts";

/** Each frame works out the same sum, or changes nothing: the new value doesn't come from the old one. */
export const stuckSameSum: Slip = {
	id: "stuck-same-sum",
	about: ["frames"],
	tries(look) {
		const stuck = motions(look).filter(isStuck);
		if (stuck.length === 0) return [];
		const sets = frameSteps(look.own.program).filter((s) => s.node === "set");
		const fromItself = (s: (typeof sets)[number]) =>
			s.node === "set" && [...everyValue(s.value)].some((v) => v.node === "name" && v.name === s.name);
		const same = sets.filter((s) => s.node === "set" && s.value.node === "binary" && !fromItself(s));
		const growing = sets.some((s) => s.node === "set" && s.value.node === "binary" && fromItself(s));
		const [one] = same.length > 0 ? same : sets;
		const lines = one ? [one.place.line] : (stuck[0] as (typeof stuck)[number]).own.lines;
		return growing && same.length === 0
			? []
			: [
					{
						lines,
						figures: [],
						claims: ["stuck"],
						evidence: [number("moved", 0, (stuck[0] as (typeof stuck)[number]).own.farthest())],
						data: {},
					},
				];
	},
};

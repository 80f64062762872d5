import { type Slip, word } from "./slip.ts";

/** A routine was written and never called. */
export const neverCalled: Slip = {
	id: "never-called",
	about: ["number", "source", "shape", "place"],
	tries: (look) =>
		look.own.program.remarks
			.filter((r) => r.code === "routine-unused")
			.slice(0, 3)
			.map((r) => ({
				lines: [r.place.line],
				figures: [],
				claims: [`routine ${r.place.line}`],
				evidence: [word("called", "never", "never")],
				data: { name: String(r.data.name ?? "") },
			})),
};

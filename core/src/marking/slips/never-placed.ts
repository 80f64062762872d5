import { type Slip, word } from "./slip.ts";

/** A picture was made and never laid on the sheet. */
export const neverPlaced: Slip = {
	id: "never-placed",
	about: ["number", "source", "shape", "place"],
	tries: (look) =>
		[...look.own.program.remarks, ...(look.own.run?.remarks ?? [])]
			.filter((r) => r.code === "picture-unlaid")
			.slice(0, 3)
			.map((r) => ({
				lines: [r.place.line],
				figures: [],
				claims: [`picture ${r.place.line}`],
				evidence: [word("laid", "never", "never")],
				data: { name: String(r.data.name ?? "") },
			})),
};

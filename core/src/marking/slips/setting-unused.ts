import { type Slip, word } from "./slip.ts";

/** A colour, fill or width was set, and nothing was drawn with it. */
export const settingUnused: Slip = {
	id: "setting-unused",
	about: ["paint"],
	tries: (look) =>
		(look.own.run?.remarks ?? [])
			.filter((r) => r.code === "setting-unused")
			.slice(0, 3)
			.map((r) => ({
				lines: [r.place.line],
				figures: [],
				claims: [`setting ${r.place.line}`],
				evidence: [word("used", "never", "never")],
				data: { what: String(r.data.what ?? ""), line: r.place.line },
			})),
};

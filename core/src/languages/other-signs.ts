import type { OperatorSite } from "./sites.ts";

/** For each sign that languages share, its sort and the signs that may have been meant instead, the likeliest first. */
export const OTHER_SIGNS: Readonly<Record<string, readonly [OperatorSite["sort"], ...string[]]>> = {
	"+": ["arithmetic", "-", "*"],
	"-": ["arithmetic", "+"],
	"*": ["arithmetic", "/", "+"],
	"/": ["arithmetic", "*"],
	"<": ["comparison", ">", "<="],
	">": ["comparison", "<", ">="],
	"<=": ["comparison", "<", ">="],
	">=": ["comparison", ">", "<="],
	"==": ["comparison", "!="],
	"!=": ["comparison", "=="],
};

/** Those of languages that write them as words. */
export const OTHER_LOGIC: typeof OTHER_SIGNS = { and: ["logic", "or"], or: ["logic", "and"] };

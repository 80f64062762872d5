import type { Sign } from "./outline.ts";

/** Signs that most languages write alike, in the words of all languages. */
export const COMMON_SIGNS: Readonly<Record<string, Sign>> = {
	"==": "==",
	"!=": "!=",
	"<": "<",
	"<=": "<=",
	">": ">",
	">=": ">=",
	"+": "+",
	"-": "-",
	"*": "*",
	"/": "/",
	"%": "mod",
	"**": "^",
};

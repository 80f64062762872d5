import { LanguageClass } from "./language-class.ts";
import { DEMO_STUDENTS } from "./people.ts";

/** 8 Gannet's second half of the term, in Python. */
export const GANNET = new LanguageClass({
	folder: "gannet",
	key: "g",
	seed: 8_300,
	students: DEMO_STUDENTS.gannet,
	restsEach: 4,
	exercises: [
		{ id: "anchor-light", set: 30, language: "python" },
		{ id: "walked-crate", set: 25, language: "python" },
		{ id: "quay-lamps", set: 21, language: "python" },
		{ id: "tide-bars", set: 16, language: "python" },
		{ id: "chequered-flag", set: 11, language: "python" },
		{ id: "rowing-boat", set: 5, language: "python" },
	],
});

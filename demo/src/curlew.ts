import { LanguageClass } from "./language-class.ts";
import { DEMO_STUDENTS } from "./people.ts";

/** 8 Curlew's term in JavaScript and SVG. */
export const CURLEW = new LanguageClass({
	folder: "curlew",
	key: "c",
	seed: 8_200,
	students: DEMO_STUDENTS.curlew,
	exercises: [
		{ id: "signal-lamp", set: 34, language: "javascript" },
		{ id: "harbour-steps", set: 30, language: "javascript" },
		{ id: "pennant-line", set: 26, language: "javascript" },
		{ id: "radar-rings", set: 22, language: "javascript" },
		{ id: "shop-sign", set: 18, language: "svg" },
		{ id: "life-ring", set: 14, language: "svg" },
		{ id: "three-dinghies", set: 10, language: "svg" },
		{ id: "evening-sea", set: 5, language: "svg" },
	],
});

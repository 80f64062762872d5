import type { Problem, Sentences } from "../problem.ts";
import { VECTOR_SENTENCES } from "../vector/vector-sentences.ts";

type Data = Problem["data"];
/** Characters of a word that are shown. */
const LONGEST = 60;

/** A word of the student's or of the language, set apart; a long one's beginning. */
function q(v: string | number | undefined): string {
	const text = String(v ?? "");
	return `“${text.length > LONGEST ? `${text.slice(0, LONGEST)}…` : text}”`;
}
const near = (d: Data) => (d.near ? ` Did you mean ${q(d.near)}?` : "");

/** What isn't recorded of SVG, and what to do instead. */
const INSTEAD: Readonly<Record<string, string>> = {
	script: "Programs inside a drawing aren't run.",
	image: "Pictures from other files aren't fetched.",
	text: "Letters don't cut anything off here: use shapes.",
};

/** A sentence or two for each problem of SVG documents: what is wrong, and what to do. */
export const SVG_SENTENCES: Sentences = {
	// Reading
	"svg-empty": () => "There is no drawing here yet. It begins with <svg> and ends with </svg>.",
	"svg-root": (d) => `A drawing begins with “svg”, and this one begins with ${q(d.name)}.`,
	"svg-tag-open": (d) =>
		d.inside === "no"
			? `${q(d.name)} is never closed. Nothing comes inside it, so write “/>” at its end.`
			: `${q(d.name)} is never closed. Write ${q(`</${d.name}>`)} where it should end.`,
	"svg-tag-extra": (d) => `This closes ${q(d.name)}, which isn't open. Leave it out, or open one before.`,
	"svg-close-name": (d) => `This closes ${q(d.name)}, but ${q(d.open)} is what is open.`,
	"svg-tag-cut": (d) => `The tag ${q(d.name)} has no end. Write ${q(d.sign)} after it.`,
	"svg-value-missing": (d) => `${q(d.name)} has no value. Write “=” and a value in quote marks after it.`,
	"svg-quotes-missing": (d) => `The value of ${q(d.name)} needs quote marks before and after it.`,
	"svg-attribute-twice": (d) => `${q(d.name)} is written twice in this tag. Leave one out.`,
	"svg-space": () => "A space is missing here, between two attributes.",
	"svg-quote-open": () => "This value has no closing quote mark.",
	"svg-text-outside": () => "Nothing may be written before <svg> or after </svg>.",
	"svg-two-roots": () => "A file has one drawing. Put everything inside one <svg>.",
	"svg-ampersand": () => "Write “&amp;” for the sign “&”.",
	"svg-entity": (d) => `${q(`&${d.name};`)} isn't known here. Write the sign itself.`,
	"svg-less-than": () => "Write “&lt;” for the sign “<”.",
	"svg-comment-open": () => "This comment begins with “<!--” and never ends. Close it with “-->”.",
	"svg-comment-hyphens": () => "Two hyphens can't be inside a comment.",
	"svg-declaration": () => "“<?xml …?>” can only be the very first thing in the file.",
	"svg-slash": () => "“/” ends a tag only together with “>”: write “/>”.",
	"svg-unexpected": (d) => `${q(d.word)} doesn't fit here. Look just before it: is a quote mark or “>” missing?`,
	"svg-nesting": (d) => `Elements are inside one another more than ${d.most} deep.`,
	// Drawing
	"svg-use-deep": (d) => `Since line ${d.first}, “use” elements draw one another more than ${d.most} deep.`,
	"svg-size": (d) => `A drawing can be 1 by 1 to ${d.most} by ${d.most}, not ${d.width} by ${d.height}.`,
	// Remarks
	"svg-namespace": () =>
		'A browser shows a file only with xmlns="http://www.w3.org/2000/svg" in its first tag. Here it is drawn without it too.',
	"svg-element-unknown": (d) => `There is no element ${q(d.name)}, so nothing of it is drawn.${near(d)}`,
	"svg-element-not-taken": (d) =>
		INSTEAD[String(d.name)] ?? `${q(d.name)} isn't recorded here, so it isn't shown or marked.`,
	"svg-attribute-unknown": (d) => `${q(d.name)} means nothing in ${q(d.element)}.${near(d)}`,
	"svg-attribute-case": (d) => `Capital and small letters count: ${q(d.name)} should be ${q(d.near)}.`,
	"svg-color": () => "“color” doesn't paint a shape. Use “fill” for the inside and “stroke” for the line.",
	"svg-attribute-not-taken": (d) => `${q(d.name)} isn't recorded here, so it changes nothing.`,
	"svg-property-unknown": (d) => `There is no property ${q(d.name)}.${near(d)}`,
	"svg-property-not-taken": (d) => `${q(d.name)} isn't recorded here, so it changes nothing.`,
	"svg-colour-unknown": (d) => `${q(d.value)} isn't a colour, so it changes nothing.${near(d)}`,
	"svg-value-wrong": (d) => `${q(d.name)} can't be ${q(d.value)}, so it changes nothing.`,
	"svg-value-cut": (d) => `${q(d.name)} can't be read to its end. What comes before is drawn.`,
	"svg-css-wrong": (d) => `This part of the style can't be read: ${q(d.word)}.`,
	"svg-css-not-taken": (d) =>
		d.word === "selector"
			? "This selector isn't known here, so its rule changes nothing."
			: `${q(d.word)} isn't known here, so it changes nothing.`,
	"svg-use-where": (d) => `“use” needs the id of something in this drawing, as in href="#boat", and not ${q(d.value)}.`,
	"svg-use-itself": (d) => `${q(d.id)} would be drawn inside itself, so it is left out here.`,
	"svg-id-unknown": (d) => `Nothing here has the id ${q(d.id)}.${near(d)}`,
	...VECTOR_SENTENCES,
	"svg-line-unseen": () => "A line has no inside. Give it a stroke to be seen.",
	"svg-opacity-group": () => "Each shape of this group is made transparent by itself, so where two overlap, both show.",
};

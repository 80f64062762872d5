import type { Help } from "../help.ts";
import { ELEMENTS } from "./svg-elements.ts";

const wrapped = (inside: string) =>
	`<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300">\n${inside.replace(/^/gm, "  ")}\n</svg>\n`;

/** Attributes with help of their own. */
const ATTRIBUTES: readonly Help[] = [
	{
		word: "fill",
		forms: ['fill="COLOUR"', 'fill="none"', 'fill="url(#ID)"'],
		help: "The colour of the inside; black by default.",
		example: '<circle cx="120" cy="90" r="50" fill="gold"/>',
	},
	{
		word: "stroke",
		forms: ['stroke="COLOUR"'],
		help: "The colour of the line; none by default.",
		example: '<circle cx="120" cy="90" r="50" fill="none" stroke="navy"/>',
	},
	{
		word: "stroke-width",
		forms: ['stroke-width="W"'],
		help: "How wide the line is: half of it lies inside the shape's edge, half outside.",
		example: '<rect x="40" y="40" width="120" height="80" fill="none" stroke="teal" stroke-width="10"/>',
	},
	{
		word: "stroke-dasharray",
		forms: ['stroke-dasharray="DRAWN LEFT-OUT"'],
		help: "A dashed line: the length of a dash and of a gap, repeated.",
		example: '<line x1="20" y1="60" x2="220" y2="60" stroke="black" stroke-width="4" stroke-dasharray="20 10"/>',
	},
	{
		word: "stroke-linecap",
		forms: ['stroke-linecap="butt"', 'stroke-linecap="round"', 'stroke-linecap="square"'],
		help: "How a line ends.",
		example: '<line x1="40" y1="60" x2="200" y2="60" stroke="navy" stroke-width="20" stroke-linecap="round"/>',
	},
	{
		word: "stroke-linejoin",
		forms: ['stroke-linejoin="miter"', 'stroke-linejoin="round"', 'stroke-linejoin="bevel"'],
		help: "How a line turns a corner.",
		example:
			'<polyline points="40,120 100,40 160,120" fill="none" stroke="navy" stroke-width="20" stroke-linejoin="round"/>',
	},
	{
		word: "opacity",
		forms: ['opacity="SHARE"'],
		help: "How opaque a shape is, from 0 to 1.",
		example: '<circle cx="90" cy="90" r="50" fill="red"/>\n<circle cx="150" cy="90" r="50" fill="blue" opacity="0.5"/>',
	},
	{
		word: "fill-rule",
		forms: ['fill-rule="nonzero"', 'fill-rule="evenodd"'],
		help: "What counts as inside where a line crosses itself.",
		example: '<polygon points="100,20 160,180 20,80 180,80 40,180" fill="crimson" fill-rule="evenodd"/>',
	},
	{
		word: "transform",
		forms: ['transform="translate(X Y)"', 'transform="rotate(DEGREES X Y)"', 'transform="scale(TIMES)"'],
		help: "Moves, turns or enlarges a shape or a group. A turn is clockwise, about x, y where they are given.",
		example: '<rect x="60" y="60" width="100" height="60" fill="teal" transform="rotate(30 110 90)"/>',
	},
	{
		word: "points",
		forms: ['points="X,Y X,Y X,Y"'],
		help: "The corners of a polygon, or the points of a polyline, in their order.",
		example: '<polygon points="60,140 130,40 200,140" fill="seagreen"/>',
	},
	{
		word: "id",
		forms: ['id="NAME"'],
		help: "The element's name for use, fills and rules. Each name may occur once.",
		example: '<rect id="box" x="20" y="20" width="40" height="30"/>\n<use href="#box" x="80"/>',
	},
	{
		word: "class",
		forms: ['class="NAME"'],
		help: "A name that elements share, for a rule in style.",
		example:
			'<style>.sail { fill: ivory; stroke: gray; }</style>\n<polygon class="sail" points="60,20 60,140 140,140"/>',
	},
	{
		word: "text-anchor",
		forms: ['text-anchor="start"', 'text-anchor="middle"', 'text-anchor="end"'],
		help: "Which part of a text is at its x.",
		example: '<text x="200" y="80" font-size="30" text-anchor="middle">Harbour</text>',
	},
	{
		word: "font-size",
		forms: ['font-size="S"'],
		help: "How large the letters of a text are.",
		example: '<text x="40" y="90" font-size="48">Quay</text>',
	},
	{
		word: "viewBox",
		forms: ['viewBox="X Y WIDTH HEIGHT"'],
		help: "The part of the plane that is shown: its upper left corner and its size.",
		example: '<svg width="200" height="150" viewBox="0 0 4 3">\n  <circle cx="2" cy="1.5" r="1" fill="navy"/>\n</svg>',
	},
];

/** Every word of SVG documents that has help, with a whole document as its example. */
export const SVG_HELP: ReadonlyMap<string, Help> = new Map(
	[...ELEMENTS.map(({ name, forms, help, example }) => ({ word: name, forms, help, example })), ...ATTRIBUTES].map(
		(help) => [help.word, { ...help, example: wrapped(help.example) }],
	),
);

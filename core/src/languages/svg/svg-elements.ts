import type { Role } from "../sites.ts";

/** An attribute that belongs to an element. */
export interface AttributeSpec {
	readonly role: Role;
	/** What its lengths in per cent are shares of. */
	readonly along?: "x" | "y" | "both";
}

/** An element that a drawing is made of. */
export interface ElementSpec {
	readonly name: string;
	/** Whether it leaves a mark of its own. */
	readonly draws?: true;
	/** Whether text may be inside it. */
	readonly words?: true;
	readonly attributes: Readonly<Record<string, AttributeSpec>>;
	/** How it is written, in one line a form. */
	readonly forms: readonly string[];
	readonly help: string;
	/** What is inside `<svg>` in a document that shows it. */
	readonly example: string;
}

const x: AttributeSpec = { role: "x", along: "x" };
const y: AttributeSpec = { role: "y", along: "y" };
const width: AttributeSpec = { role: "width", along: "x" };
const height: AttributeSpec = { role: "height", along: "y" };
const other: AttributeSpec = { role: "other" };
const box = { x, y, width, height };

/** Everything that is recorded of SVG, with help: elements in the order of the docs. */
export const ELEMENTS: readonly ElementSpec[] = [
	{
		name: "svg",
		attributes: { ...box, viewBox: other, preserveAspectRatio: other, xmlns: other, version: other },
		forms: ['<svg xmlns="http://www.w3.org/2000/svg" width="W" height="H">…</svg>', 'viewBox="X Y W H"'],
		help: "The drawing itself: everything else is inside it. With viewBox, places inside have their own units.",
		example:
			'<svg x="40" y="40" width="160" height="120" viewBox="0 0 4 3">\n  <rect width="2" height="3" fill="teal"/>\n</svg>',
	},
	{
		name: "rect",
		draws: true,
		attributes: {
			...box,
			rx: { role: "rounding", along: "x" },
			ry: { role: "rounding", along: "y" },
			pathLength: other,
		},
		forms: ['<rect x="X" y="Y" width="W" height="H"/>', 'rx="R"'],
		help: "A rectangle with its upper left corner at x, y; rx rounds its corners.",
		example: '<rect x="60" y="40" width="120" height="80" rx="10" fill="gold"/>',
	},
	{
		name: "circle",
		draws: true,
		attributes: { cx: x, cy: y, r: { role: "radius", along: "both" }, pathLength: other },
		forms: ['<circle cx="X" cy="Y" r="R"/>'],
		help: "A circle: its middle and its radius.",
		example: '<circle cx="120" cy="90" r="40" fill="tomato"/>',
	},
	{
		name: "ellipse",
		draws: true,
		attributes: {
			cx: x,
			cy: y,
			rx: { role: "radius", along: "x" },
			ry: { role: "radius", along: "y" },
			pathLength: other,
		},
		forms: ['<ellipse cx="X" cy="Y" rx="A" ry="B"/>'],
		help: "An ellipse: its middle, and half its width and height.",
		example: '<ellipse cx="140" cy="90" rx="80" ry="40" fill="plum"/>',
	},
	{
		name: "line",
		draws: true,
		attributes: { x1: x, y1: y, x2: x, y2: y, pathLength: other },
		forms: ['<line x1="X" y1="Y" x2="X" y2="Y" stroke="COLOUR"/>'],
		help: "A straight line from one point to another. It has no inside, so it needs a stroke to be seen.",
		example: '<line x1="40" y1="40" x2="220" y2="120" stroke="navy" stroke-width="6"/>',
	},
	{
		name: "polyline",
		draws: true,
		attributes: { points: other, pathLength: other },
		forms: ['<polyline points="X,Y X,Y X,Y" fill="none" stroke="COLOUR"/>'],
		help: "A line through points. Its inside is filled too, unless the fill is none.",
		example: '<polyline points="40,120 90,40 140,120 190,40" fill="none" stroke="navy" stroke-width="5"/>',
	},
	{
		name: "polygon",
		draws: true,
		attributes: { points: other, pathLength: other },
		forms: ['<polygon points="X,Y X,Y X,Y"/>'],
		help: "A shape with these corners; the last is joined to the first.",
		example: '<polygon points="60,140 130,40 200,140" fill="seagreen"/>',
	},
	{
		name: "path",
		draws: true,
		attributes: { d: other, pathLength: other },
		forms: ['<path d="M X Y L X Y C X Y X Y X Y A RX RY 0 0 1 X Y Z"/>'],
		help: "Lines and curves: M moves, L draws a line, H and V horizontal and vertical ones, C and Q curves, A part of an ellipse, Z closes. Small letters are relative to the current point.",
		example: '<path d="M 40 120 C 80 20 160 20 200 120 Z" fill="steelblue"/>',
	},
	{
		name: "text",
		draws: true,
		words: true,
		attributes: { x, y, dx: other, dy: other, rotate: other, textLength: other, lengthAdjust: other },
		forms: ['<text x="X" y="Y" font-size="S">WORDS</text>', 'text-anchor="middle"'],
		help: "Words: x, y is where their baseline begins, or its middle with text-anchor middle.",
		example: '<text x="120" y="80" font-size="32" text-anchor="middle">Harbour</text>',
	},
	{
		name: "tspan",
		draws: true,
		words: true,
		attributes: { x, y, dx: other, dy: other, rotate: other, textLength: other, lengthAdjust: other },
		forms: ["<tspan>WORDS</tspan>"],
		help: "Part of a text with a style or a place of its own.",
		example: '<text x="40" y="80" font-size="28">red <tspan fill="crimson">buoy</tspan></text>',
	},
	{
		name: "g",
		attributes: {},
		forms: ["<g>…</g>"],
		help: "A group: its colours, lines and transforms apply to everything in it.",
		example:
			'<g fill="orange" stroke="black">\n  <circle cx="80" cy="80" r="30"/>\n  <circle cx="160" cy="80" r="30"/>\n</g>',
	},
	{
		name: "use",
		attributes: { ...box, href: other, "xlink:href": other },
		forms: ['<use href="#ID" x="X" y="Y"/>'],
		help: "Draws the element with this id again, moved by x, y.",
		example:
			'<defs>\n  <rect id="box" width="40" height="30" fill="brown"/>\n</defs>\n<use href="#box" x="30" y="40"/>\n<use href="#box" x="110" y="40"/>',
	},
	{
		name: "defs",
		attributes: {},
		forms: ["<defs>…</defs>"],
		help: "Its contents are drawn only when something uses them.",
		example: '<defs>\n  <circle id="float" r="20" fill="red"/>\n</defs>\n<use href="#float" x="60" y="60"/>',
	},
	{
		name: "symbol",
		attributes: { ...box, viewBox: other, preserveAspectRatio: other, refX: other, refY: other },
		forms: ['<symbol id="ID" viewBox="X Y W H">…</symbol>'],
		help: "A picture for use, with its own size; use can scale it.",
		example:
			'<symbol id="sail" viewBox="0 0 10 10">\n  <polygon points="0,10 5,0 10,10" fill="teal"/>\n</symbol>\n<use href="#sail" x="40" y="30" width="80" height="80"/>',
	},
	{
		name: "linearGradient",
		attributes: {
			x1: other,
			y1: other,
			x2: other,
			y2: other,
			gradientUnits: other,
			gradientTransform: other,
			spreadMethod: other,
			href: other,
			"xlink:href": other,
		},
		forms: ['<linearGradient id="ID" x1="0" y1="0" x2="0" y2="1">…</linearGradient>'],
		help: "Colours that change along a line, from stop to stop; used as fill or stroke by its id.",
		example:
			'<linearGradient id="sky" x1="0" y1="0" x2="0" y2="1">\n  <stop offset="0" stop-color="navy"/>\n  <stop offset="1" stop-color="gold"/>\n</linearGradient>\n<rect width="200" height="120" fill="url(#sky)"/>',
	},
	{
		name: "radialGradient",
		attributes: {
			cx: other,
			cy: other,
			r: other,
			fx: other,
			fy: other,
			fr: other,
			gradientUnits: other,
			gradientTransform: other,
			spreadMethod: other,
			href: other,
			"xlink:href": other,
		},
		forms: ['<radialGradient id="ID">…</radialGradient>'],
		help: "Colours that change from the centre outwards; used as fill or stroke by its id.",
		example:
			'<radialGradient id="glow">\n  <stop offset="0" stop-color="white"/>\n  <stop offset="1" stop-color="orange"/>\n</radialGradient>\n<circle cx="120" cy="90" r="60" fill="url(#glow)"/>',
	},
	{
		name: "stop",
		attributes: { offset: other },
		forms: ['<stop offset="SHARE" stop-color="COLOUR"/>'],
		help: "A colour of a gradient, at a share of its way from 0 to 1.",
		example:
			'<linearGradient id="flag">\n  <stop offset="0.5" stop-color="red"/>\n  <stop offset="0.5" stop-color="white"/>\n</linearGradient>\n<rect x="40" y="40" width="120" height="80" fill="url(#flag)"/>',
	},
	{
		name: "clipPath",
		attributes: { clipPathUnits: other },
		forms: ['<clipPath id="ID">…</clipPath>'],
		help: "Shapes that cut an element off: only what is inside them is drawn.",
		example:
			'<clipPath id="round">\n  <circle cx="100" cy="80" r="50"/>\n</clipPath>\n<rect width="200" height="80" fill="navy" clip-path="url(#round)"/>',
	},
	{
		name: "style",
		words: true,
		attributes: { type: other, media: other },
		forms: ["<style>SELECTOR { PROPERTY: VALUE; }</style>"],
		help: "Rules for the look of elements: by element, by .class, by #id, or by what they are inside.",
		example:
			'<style>\n  circle { fill: gold; }\n  .far { opacity: 0.4; }\n</style>\n<circle cx="70" cy="80" r="40"/>\n<circle class="far" cx="150" cy="80" r="30"/>',
	},
	{
		name: "a",
		attributes: { href: other, "xlink:href": other, target: other },
		forms: ['<a href="…">…</a>'],
		help: "A link; its contents are drawn like a group.",
		example: '<a href="#">\n  <rect x="40" y="40" width="80" height="50" fill="slateblue"/>\n</a>',
	},
	{
		name: "title",
		words: true,
		attributes: {},
		forms: ["<title>WORDS</title>"],
		help: "The title of the drawing or of a part. It isn't drawn.",
		example: '<title>Red buoy</title>\n<circle cx="80" cy="80" r="30" fill="red"/>',
	},
	{
		name: "desc",
		words: true,
		attributes: {},
		forms: ["<desc>WORDS</desc>"],
		help: "A description. It isn't drawn.",
		example: '<desc>A red buoy</desc>\n<circle cx="80" cy="80" r="30" fill="red"/>',
	},
];

export const ELEMENT_OF: ReadonlyMap<string, ElementSpec> = new Map(ELEMENTS.map((spec) => [spec.name, spec]));

/** Elements of SVG that aren't recorded: each gets a remark. */
export const NOT_TAKEN: ReadonlySet<string> = new Set(
	"script foreignObject filter image mask pattern marker textPath animate animateMotion animateTransform set mpath switch view video audio iframe canvas".split(
		" ",
	),
);

/** Elements that hold data for programs and nothing to be seen. */
export const SILENT: ReadonlySet<string> = new Set(["metadata"]);

/** Attributes that any element may have, beside the properties of its look. */
export const ANYWHERE: ReadonlySet<string> = new Set(
	"id class style lang tabindex role transform requiredFeatures requiredExtensions systemLanguage xml:space xml:lang".split(
		" ",
	),
);

import type { Role } from "../sites.ts";

/** A property of an element's look, as an attribute, in `style` or in a rule. */
export interface PropertySpec {
	/** Whether what is inside an element has it too. */
	readonly inherited: boolean;
	readonly role: Role;
}

const inherited = (role: Role = "other"): PropertySpec => ({ inherited: true, role });
const own = (role: Role = "other"): PropertySpec => ({ inherited: false, role });

/** The properties that are recorded (SVG 2, "Styling", and "Painting"). */
export const PROPERTIES: Readonly<Record<string, PropertySpec>> = Object.freeze({
	color: inherited(),
	fill: inherited("fill colour"),
	"fill-opacity": inherited(),
	"fill-rule": inherited(),
	stroke: inherited("pen colour"),
	"stroke-width": inherited("line width"),
	"stroke-opacity": inherited(),
	"stroke-linecap": inherited(),
	"stroke-linejoin": inherited(),
	"stroke-miterlimit": inherited(),
	"stroke-dasharray": inherited(),
	"stroke-dashoffset": inherited(),
	"paint-order": inherited(),
	"clip-rule": inherited(),
	visibility: inherited(),
	font: inherited(),
	"font-size": inherited(),
	"text-anchor": inherited(),
	"dominant-baseline": inherited(),
	opacity: own(),
	display: own(),
	"clip-path": own(),
	transform: own(),
	"transform-origin": own(),
	"transform-box": own(),
	overflow: own(),
	"vector-effect": own(),
	"stop-color": own(),
	"stop-opacity": own(),
	background: own("paper colour"),
	"background-color": own("paper colour"),
	x: own("x"),
	y: own("y"),
	width: own("width"),
	height: own("height"),
	cx: own("x"),
	cy: own("y"),
	r: own("radius"),
	rx: own("radius"),
	ry: own("radius"),
});

/** Properties that may be an attribute of any element, beside those of its place and size. */
export const LOOKS: ReadonlySet<string> = new Set(
	Object.keys(PROPERTIES).filter(
		(name) =>
			!["x", "y", "width", "height", "cx", "cy", "r", "rx", "ry", "background", "background-color", "font"].includes(
				name,
			),
	),
);

/** Properties without effect on the recording: there is one font and no pointer. */
export const WITHOUT_EFFECT: ReadonlySet<string> = new Set(
	"font-family font-weight font-style font-variant font-stretch text-decoration line-height cursor pointer-events shape-rendering text-rendering image-rendering color-interpolation color-rendering isolation will-change user-select white-space margin padding border outline box-sizing max-width max-height min-width".split(
		" ",
	),
);

/** Properties that would change what is seen and aren't recorded: each gets a remark. */
export const PROPERTIES_NOT_TAKEN: ReadonlySet<string> = new Set(
	"filter mask mix-blend-mode marker marker-start marker-mid marker-end letter-spacing word-spacing writing-mode animation transition baseline-shift alignment-baseline clip offset-path rotate scale translate d".split(
		" ",
	),
);

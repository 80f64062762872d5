import type { Role } from "../sites.ts";

/** One value that a method of the canvas takes. */
export interface MethodValue {
	readonly name: string;
	readonly role: Role;
	/** What of the drawing it says, where it says a place or a size. */
	readonly use?: "place" | "size";
	/** Degrees would be wrong here: it is an angle in radians. */
	readonly angle?: true;
}

/** A method of the canvas's drawing context that takes numbers, as the HTML Standard has it. */
export interface CanvasMethod {
	readonly name: string;
	/** The number under which a call is recorded; never reused for another. */
	readonly op: number;
	readonly values: readonly MethodValue[];
	/** How many of the values must be given. */
	readonly least: number;
	/** What it does to the drawing: adds to the path, marks the sheet, or changes where things go. */
	readonly does: "path" | "mark" | "transform" | "state";
	/** Whether Path2D has it too. */
	readonly ofPath?: true;
	/** What it does, in one sentence. */
	readonly help: string;
	/** Lines that show it, with a context `ctx` there. */
	readonly example: string;
}

const x = (name = "x"): MethodValue => ({ name, role: "x", use: "place" });
const y = (name = "y"): MethodValue => ({ name, role: "y", use: "place" });
const place = [x(), y()] as const;
const size: readonly MethodValue[] = [
	{ name: "width", role: "width", use: "size" },
	{ name: "height", role: "height", use: "size" },
];
const radius = (name = "radius"): MethodValue => ({ name, role: "radius", use: "size" });
const angle = (name: string, role: Role = "direction"): MethodValue => ({ name, role, angle: true });
const plain = (name: string, role: Role = "other"): MethodValue => ({ name, role });

/** The methods whose values are numbers, in the order in which the standard has them. */
export const METHODS: readonly CanvasMethod[] = Object.freeze([
	{
		name: "save",
		op: 1,
		values: [],
		least: 0,
		does: "state",
		help: "Saves the current colours, line width and transforms; restore brings them back.",
		example: 'ctx.save();\nctx.fillStyle = "red";\nctx.restore();\nctx.fillRect(20, 20, 60, 40);',
	},
	{
		name: "restore",
		op: 2,
		values: [],
		least: 0,
		does: "state",
		help: "Brings back what the last save remembered.",
		example: "ctx.save();\nctx.translate(80, 0);\nctx.restore();\nctx.fillRect(20, 20, 60, 40);",
	},
	{
		name: "reset",
		op: 3,
		values: [],
		least: 0,
		does: "state",
		help: "Empties the canvas and puts everything back as it was at the start.",
		example: "ctx.fillRect(0, 0, 50, 50);\nctx.reset();\nctx.strokeRect(20, 20, 60, 40);",
	},
	{
		name: "translate",
		op: 4,
		values: place,
		least: 2,
		does: "transform",
		help: "Moves the origin by x and y, on top of earlier moves.",
		example: "ctx.translate(100, 50);\nctx.fillRect(0, 0, 60, 40);",
	},
	{
		name: "rotate",
		op: 5,
		values: [angle("angle", "rotation")],
		least: 1,
		does: "transform",
		help: "Turns what is drawn next about the origin, clockwise, by an angle in radians.",
		example: "ctx.translate(100, 80);\nctx.rotate(Math.PI / 4);\nctx.fillRect(-30, -20, 60, 40);",
	},
	{
		name: "scale",
		op: 6,
		values: [plain("x", "factor"), plain("y", "factor")],
		least: 2,
		does: "transform",
		help: "Enlarges what is drawn next, away from the origin.",
		example: "ctx.scale(2, 2);\nctx.fillRect(20, 20, 30, 20);",
	},
	{
		name: "transform",
		op: 7,
		values: ["a", "b", "c", "d", "e", "f"].map((n) => plain(n)),
		least: 6,
		does: "transform",
		help: "Adds a transform of six numbers to the current one.",
		example: "ctx.transform(1, 0, 0.5, 1, 20, 20);\nctx.fillRect(0, 0, 60, 40);",
	},
	{
		name: "resetTransform",
		op: 9,
		values: [],
		least: 0,
		does: "transform",
		help: "Removes all transforms.",
		example: "ctx.translate(500, 500);\nctx.resetTransform();\nctx.fillRect(20, 20, 60, 40);",
	},
	{
		name: "clearRect",
		op: 10,
		values: [...place, ...size],
		least: 4,
		does: "mark",
		help: "Empties a rectangle of the canvas.",
		example: "ctx.fillRect(0, 0, 200, 100);\nctx.clearRect(40, 20, 60, 40);",
	},
	{
		name: "fillRect",
		op: 11,
		values: [...place, ...size],
		least: 4,
		does: "mark",
		help: "Draws a filled rectangle: its top left corner, width and height.",
		example: 'ctx.fillStyle = "gold";\nctx.fillRect(40, 30, 120, 60);',
	},
	{
		name: "strokeRect",
		op: 12,
		values: [...place, ...size],
		least: 4,
		does: "mark",
		help: "Draws the outline of a rectangle.",
		example: "ctx.lineWidth = 4;\nctx.strokeRect(40, 30, 120, 60);",
	},
	{
		name: "beginPath",
		op: 13,
		values: [],
		least: 0,
		does: "path",
		help: "Begins a new, empty path.",
		example: "ctx.beginPath();\nctx.arc(80, 80, 40, 0, 2 * Math.PI);\nctx.fill();",
	},
	{
		name: "closePath",
		op: 14,
		values: [],
		least: 0,
		does: "path",
		ofPath: true,
		help: "Draws a straight line back to where this part of the path began.",
		example:
			"ctx.beginPath();\nctx.moveTo(40, 100);\nctx.lineTo(160, 100);\nctx.lineTo(100, 30);\nctx.closePath();\nctx.stroke();",
	},
	{
		name: "moveTo",
		op: 15,
		values: place,
		least: 2,
		does: "path",
		ofPath: true,
		help: "Continues the path from another point, without a line.",
		example: "ctx.beginPath();\nctx.moveTo(40, 40);\nctx.lineTo(160, 90);\nctx.stroke();",
	},
	{
		name: "lineTo",
		op: 16,
		values: place,
		least: 2,
		does: "path",
		ofPath: true,
		help: "Adds a straight line to a point.",
		example: "ctx.beginPath();\nctx.moveTo(40, 40);\nctx.lineTo(160, 90);\nctx.lineTo(40, 90);\nctx.stroke();",
	},
	{
		name: "quadraticCurveTo",
		op: 17,
		values: [x("cpx"), y("cpy"), ...place],
		least: 4,
		does: "path",
		ofPath: true,
		help: "Adds a curve to a point that bends towards one control point.",
		example: "ctx.beginPath();\nctx.moveTo(40, 100);\nctx.quadraticCurveTo(100, 0, 160, 100);\nctx.stroke();",
	},
	{
		name: "bezierCurveTo",
		op: 18,
		values: [x("cp1x"), y("cp1y"), x("cp2x"), y("cp2y"), ...place],
		least: 6,
		does: "path",
		ofPath: true,
		help: "Adds a curve to a point that bends towards two control points.",
		example: "ctx.beginPath();\nctx.moveTo(40, 80);\nctx.bezierCurveTo(80, 0, 120, 160, 160, 80);\nctx.stroke();",
	},
	{
		name: "arcTo",
		op: 19,
		values: [x("x1"), y("y1"), x("x2"), y("y2"), radius()],
		least: 5,
		does: "path",
		ofPath: true,
		help: "Adds a rounded corner at a point, on the way to another.",
		example:
			"ctx.beginPath();\nctx.moveTo(40, 40);\nctx.arcTo(160, 40, 160, 120, 30);\nctx.lineTo(160, 120);\nctx.stroke();",
	},
	{
		name: "rect",
		op: 20,
		values: [...place, ...size],
		least: 4,
		does: "path",
		ofPath: true,
		help: "Adds a rectangle to the path.",
		example: "ctx.beginPath();\nctx.rect(40, 30, 120, 60);\nctx.stroke();",
	},
	{
		name: "arc",
		op: 22,
		values: [...place, radius(), angle("startAngle"), angle("endAngle", "sweep"), plain("anticlockwise")],
		least: 5,
		does: "path",
		ofPath: true,
		help: "Adds part of a circle: its middle, radius, and the angles in radians at which it begins and ends.",
		example: 'ctx.beginPath();\nctx.arc(100, 80, 40, 0, 2 * Math.PI);\nctx.fillStyle = "tomato";\nctx.fill();',
	},
	{
		name: "ellipse",
		op: 23,
		values: [
			...place,
			radius("radiusX"),
			radius("radiusY"),
			angle("rotation", "rotation"),
			angle("startAngle"),
			angle("endAngle", "sweep"),
			plain("anticlockwise"),
		],
		least: 7,
		does: "path",
		ofPath: true,
		help: "Adds part of an ellipse: its middle, two radii, how far it is turned, and where it begins and ends.",
		example: "ctx.beginPath();\nctx.ellipse(100, 80, 60, 30, 0, 0, 2 * Math.PI);\nctx.stroke();",
	},
] as const satisfies readonly CanvasMethod[]);

/** Numbers of the other things that are recorded; never reused. */
export const OP = Object.freeze({
	setTransform: 8,
	roundRect: 21,
	fill: 30,
	stroke: 31,
	clip: 32,
	fillText: 33,
	strokeText: 34,
	addPath: 35,
	newPath: 36,
	fillStyle: 40,
	strokeStyle: 41,
	lineWidth: 42,
	lineCap: 43,
	lineJoin: 44,
	miterLimit: 45,
	lineDashOffset: 46,
	setLineDash: 47,
	globalAlpha: 48,
	font: 49,
	textAlign: 50,
	textBaseline: 51,
	linearGradient: 60,
	radialGradient: 61,
	conicGradient: 62,
	colorStop: 63,
	size: 70,
	message: 71,
	/** Something that leaves no record: the number of its name among {@link UNRECORDED}. */
	unrecorded: 72,
	/** A call that the canvas ignores, since a value isn't a number: the method's name as text. */
	ignored: 73,
	call: 74,
	callEnd: 75,
	/** A watched name got a value: the number of the name, and the value as text. */
	watch: 76,
});

/** What isn't recorded, by the names that programs use. */
export const UNRECORDED = [
	"drawImage",
	"putImageData",
	"getImageData",
	"createImageData",
	"createPattern",
	"filter",
	"shadowBlur",
	"shadowColor",
	"shadowOffsetX",
	"shadowOffsetY",
	"globalCompositeOperation",
	"event",
] as const;

export const LINE_CAPS = ["butt", "round", "square"] as const;
export const LINE_JOINS = ["miter", "round", "bevel"] as const;
export const TEXT_ALIGNS = ["start", "end", "left", "right", "center"] as const;
export const TEXT_BASELINES = ["alphabetic", "top", "hanging", "middle", "ideographic", "bottom"] as const;

/** Settings of the context, each with what a value of it is for. */
export const SETTINGS: Readonly<
	Record<string, { readonly role: Role; readonly help: string; readonly example: string }>
> = Object.freeze({
	fillStyle: {
		role: "fill colour",
		help: "The colour, or gradient, that shapes are filled with.",
		example: 'ctx.fillStyle = "steelblue";\nctx.fillRect(40, 30, 120, 60);',
	},
	strokeStyle: {
		role: "pen colour",
		help: "The colour, or gradient, of lines and outlines.",
		example: 'ctx.strokeStyle = "crimson";\nctx.strokeRect(40, 30, 120, 60);',
	},
	lineWidth: {
		role: "line width",
		help: "How wide lines and outlines are.",
		example: "ctx.lineWidth = 8;\nctx.strokeRect(40, 30, 120, 60);",
	},
	lineCap: {
		role: "other",
		help: 'How lines end: "butt", "round" or "square".',
		example:
			'ctx.lineWidth = 12;\nctx.lineCap = "round";\nctx.beginPath();\nctx.moveTo(40, 60);\nctx.lineTo(160, 60);\nctx.stroke();',
	},
	lineJoin: {
		role: "other",
		help: 'How lines meet at corners: "miter", "round" or "bevel".',
		example: 'ctx.lineWidth = 12;\nctx.lineJoin = "round";\nctx.strokeRect(40, 30, 120, 60);',
	},
	miterLimit: {
		role: "other",
		help: "How far a sharp corner may reach, in line widths.",
		example: "ctx.miterLimit = 2;\nctx.strokeRect(40, 30, 120, 60);",
	},
	lineDashOffset: {
		role: "other",
		help: "Where in its pattern a dashed line begins.",
		example: "ctx.setLineDash([12, 6]);\nctx.lineDashOffset = 6;\nctx.strokeRect(40, 30, 120, 60);",
	},
	globalAlpha: {
		role: "other",
		help: "How opaque everything drawn next is, from 0 to 1.",
		example: "ctx.globalAlpha = 0.5;\nctx.fillRect(40, 30, 120, 60);",
	},
	font: {
		role: "other",
		help: 'The size and font of texts, as in "20px sans-serif".',
		example: 'ctx.font = "24px sans-serif";\nctx.fillText("Harbour", 40, 60);',
	},
	textAlign: {
		role: "other",
		help: 'Which part of a text lies at its x: "left", "center" or "right".',
		example: 'ctx.textAlign = "center";\nctx.fillText("Harbour", 100, 60);',
	},
	textBaseline: {
		role: "other",
		help: 'Which part of a text lies at its y: "alphabetic", "top", "middle" or "bottom".',
		example: 'ctx.textBaseline = "middle";\nctx.fillText("Harbour", 40, 60);',
	},
});

/** Everything that a context has, by its names. */
export const CONTEXT_NAMES: readonly string[] = [
	...METHODS.map((m) => m.name),
	...Object.keys(SETTINGS),
	"fill",
	"stroke",
	"clip",
	"fillText",
	"strokeText",
	"measureText",
	"roundRect",
	"setTransform",
	"getTransform",
	"setLineDash",
	"getLineDash",
	"createLinearGradient",
	"createRadialGradient",
	"createConicGradient",
	"addColorStop",
	"isPointInPath",
	"isPointInStroke",
];

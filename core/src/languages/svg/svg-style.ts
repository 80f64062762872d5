import type { Rgba } from "../../colour/colour.ts";
import { cssColour } from "../../colour/css-colour.ts";
import { type LineStyle, PLAIN_LINE } from "../../tape/layout.ts";
import { FONT_SIZES, fontSize } from "../vector/font.ts";
import { lengthOf, type Measures, numbersOf, shareOf, transformOf } from "./units.ts";

/** What something is painted with, before ids are looked up. */
export type SvgPaint =
	| { readonly kind: "colour"; readonly colour: Rgba }
	| { readonly kind: "none" }
	/** The element's own `color`. */
	| { readonly kind: "current" }
	| { readonly kind: "gradient"; readonly id: string; readonly otherwise: SvgPaint };

/** The look of an element, with what it has from those around it. */
export interface SvgStyle {
	readonly color: Rgba;
	readonly fill: SvgPaint;
	readonly fillOpacity: number;
	readonly evenOdd: boolean;
	readonly stroke: SvgPaint;
	readonly strokeOpacity: number;
	readonly width: number;
	readonly line: LineStyle;
	/** Whether the line is drawn before the inside. */
	readonly lineFirst: boolean;
	readonly clipEvenOdd: boolean;
	readonly isVisible: boolean;
	readonly font: number;
	readonly anchor: "start" | "middle" | "end";
	/** How far the baseline lies below the text's y, as a share of its size. */
	readonly baseline: number;
}

/** Initial property values. A corner is sharp up to a miter limit of 4 in SVG. */
export const USUAL_STYLE: SvgStyle = Object.freeze<SvgStyle>({
	color: 0x000000ff,
	fill: { kind: "colour", colour: 0x000000ff },
	fillOpacity: 1,
	evenOdd: false,
	stroke: { kind: "none" },
	strokeOpacity: 1,
	width: 1,
	line: { ...PLAIN_LINE, miter: 4 },
	lineFirst: false,
	clipEvenOdd: false,
	isVisible: true,
	font: 16,
	anchor: "start",
	baseline: 0,
});

/** How far baselines lie below a text's y, as shares of its size. */
const BASELINES: Readonly<Record<string, number>> = {
	auto: 0,
	alphabetic: 0,
	baseline: 0,
	middle: 0.25,
	central: 0.3,
	hanging: 0.76,
	"text-before-edge": 0.8,
	"text-top": 0.8,
	"text-after-edge": -0.2,
	"text-bottom": -0.2,
	ideographic: -0.17,
	mathematical: 0.5,
};

/** A paint as it is written; undefined if it isn't one. */
export function paintOf(text: string): SvgPaint | undefined {
	const plain = text.trim();
	const lower = plain.toLowerCase();
	if (lower === "none") return { kind: "none" };
	if (lower === "currentcolor") return { kind: "current" };
	const [, id, rest] = /^url\(\s*["']?#([^"')]*)["']?\s*\)\s*(.*)$/s.exec(plain) ?? [];
	if (id !== undefined) return { kind: "gradient", id, otherwise: paintOf(rest ?? "") ?? { kind: "none" } };
	const colour = cssColour(plain);
	return colour === undefined ? undefined : { kind: "colour", colour };
}

/** The id that `url(#…)` names. */
export function urlId(text: string): string | undefined {
	return /^url\(\s*["']?#([^"')]*)["']?\s*\)$/.exec(text.trim())?.[1];
}

/** Words that stand for another element's value, or the first one, whatever the property. */
const EVERYWHERE: ReadonlySet<string> = new Set(["inherit", "unset", "revert", "initial"]);

/** How the text of each property is read; undefined for a text that it can't have. */
const READ: Readonly<Record<string, (text: string, measures: Measures) => unknown>> = {
	color: (t) => (t.toLowerCase() === "currentcolor" ? t : cssColour(t)),
	fill: paintOf,
	stroke: paintOf,
	"stop-color": (t) => (t.toLowerCase() === "currentcolor" ? t : cssColour(t)),
	"fill-opacity": opacity,
	"stroke-opacity": opacity,
	"stop-opacity": opacity,
	opacity,
	"fill-rule": (t) => word(RULES, t),
	"clip-rule": (t) => word(RULES, t),
	"stroke-width": positive,
	"stroke-linecap": (t) => word(CAPS, t),
	"stroke-linejoin": (t) => word(JOINS, t),
	"stroke-miterlimit": (t) => {
		const limit = shareOf(t);
		return limit === undefined || limit < 1 ? undefined : limit;
	},
	"stroke-dasharray": dashesOf,
	"stroke-dashoffset": (t, measures) => lengthOf(t, measures),
	visibility: (t) => word(VISIBILITIES, t),
	"font-size": (t, measures) => sizeOf(t, measures.font, measures),
	"text-anchor": (t) => word(ANCHORS, t),
	"dominant-baseline": (t) => word(BASELINES, t),
	transform: transformOf,
	"clip-path": (t) => (t.toLowerCase() === "none" ? t : urlId(t)),
	width: positiveOrAuto,
	height: positiveOrAuto,
	rx: positiveOrAuto,
	ry: positiveOrAuto,
	r: positive,
	x: (t, measures) => lengthOf(t, measures),
	y: (t, measures) => lengthOf(t, measures),
	cx: (t, measures) => lengthOf(t, measures),
	cy: (t, measures) => lengthOf(t, measures),
};

const ANY_MEASURES: Measures = { width: 100, height: 100, font: 16 };

/** Whether a property can have a text as its value: another is as if it weren't there. */
export function isValueOf(property: string, text: string): boolean {
	const read = Object.hasOwn(READ, property) ? READ[property] : undefined;
	return !read || EVERYWHERE.has(text.toLowerCase()) || read(text, ANY_MEASURES) !== undefined;
}

/**
 * The style of an element from that of the one around it and what is declared for it.
 *
 * @param get the value that is declared for a property
 */
export function styleFrom(
	outer: SvgStyle,
	get: (property: string) => string | undefined,
	measures: Measures,
): SvgStyle {
	/** The value of a property, where it says one. */
	const take = <T>(property: string, usual: T, before: T, read: (text: string) => T | undefined): T => {
		const text = get(property);
		if (text === undefined) return before;
		const lower = text.toLowerCase();
		if (EVERYWHERE.has(lower)) return lower === "initial" ? usual : before;
		return read(text) ?? before;
	};
	const short = get("font");
	const outerFont = short === undefined ? outer.font : (fontSize(short) ?? outer.font);
	const font = take("font-size", 16, outerFont, (t) => sizeOf(t, outer.font, measures));
	const own = { ...measures, font };
	const { line } = outer;
	return {
		color: take("color", USUAL_STYLE.color, outer.color, cssColour),
		fill: take("fill", USUAL_STYLE.fill, outer.fill, paintOf),
		fillOpacity: take("fill-opacity", 1, outer.fillOpacity, opacity),
		evenOdd: take("fill-rule", false, outer.evenOdd, (t) => word(RULES, t)),
		stroke: take("stroke", USUAL_STYLE.stroke, outer.stroke, paintOf),
		strokeOpacity: take("stroke-opacity", 1, outer.strokeOpacity, opacity),
		width: take("stroke-width", 1, outer.width, (t) => positive(t, own)),
		line: {
			cap: take("stroke-linecap", "butt", line.cap, (t) => word(CAPS, t)),
			join: take("stroke-linejoin", "miter", line.join, (t) => word(JOINS, t)),
			miter: take("stroke-miterlimit", 4, line.miter, shareOf),
			dash: take<readonly number[]>("stroke-dasharray", [], line.dash, (t) => dashesOf(t, own)),
			dashOffset: take("stroke-dashoffset", 0, line.dashOffset, (t) => lengthOf(t, own)),
		},
		lineFirst: take("paint-order", false, outer.lineFirst, (t) => {
			const words = t.toLowerCase().split(" ");
			const [stroke, fill] = [words.indexOf("stroke"), words.indexOf("fill")];
			return stroke >= 0 && (fill < 0 || stroke < fill);
		}),
		clipEvenOdd: take("clip-rule", false, outer.clipEvenOdd, (t) => word(RULES, t)),
		isVisible: take("visibility", true, outer.isVisible, (t) => word(VISIBILITIES, t)),
		font,
		anchor: take("text-anchor", "start", outer.anchor, (t) => word(ANCHORS, t)),
		baseline: take("dominant-baseline", 0, outer.baseline, (t) => word(BASELINES, t)),
	};
}

function word<T>(words: Readonly<Record<string, T>>, text: string): T | undefined {
	const lower = text.toLowerCase();
	return Object.hasOwn(words, lower) ? words[lower] : undefined;
}

function opacity(text: string): number | undefined {
	const share = shareOf(text);
	return share === undefined ? undefined : Math.max(0, Math.min(1, share));
}

function positive(text: string, measures: Measures): number | undefined {
	const value = lengthOf(text, measures);
	return value === undefined || value < 0 ? undefined : value;
}

function positiveOrAuto(text: string, measures: Measures): unknown {
	return text.toLowerCase() === "auto" ? text : positive(text, measures);
}

const RULES = { nonzero: false, evenodd: true };
const CAPS = { butt: "butt", round: "round", square: "square" } as const;
const JOINS = { miter: "miter", round: "round", bevel: "bevel", "miter-clip": "miter", arcs: "miter" } as const;
const VISIBILITIES = { visible: true, hidden: false, collapse: false };
const ANCHORS = { start: "start", middle: "middle", end: "end" } as const;

/** A size of type: a percentage is a share of the one around it. */
function sizeOf(text: string, outer: number, measures: Measures): number | undefined {
	const lower = text.toLowerCase();
	if (Object.hasOwn(FONT_SIZES, lower)) return FONT_SIZES[lower];
	if (lower === "smaller") return outer / 1.2;
	if (lower === "larger") return outer * 1.2;
	const value = lower.endsWith("%")
		? (shareOf(lower) ?? Number.NaN) * outer
		: lengthOf(lower, { ...measures, font: outer });
	return value === undefined || !(value >= 0) ? undefined : value;
}

/** Dashes with commas or spaces between; an odd number of them is said twice (SVG 2, 13.5.6). */
function dashesOf(text: string, measures: Measures): readonly number[] | undefined {
	if (text.toLowerCase() === "none") return [];
	if (text.length > 2_000) return undefined;
	const plain = numbersOf(text);
	const values = plain.whole
		? plain.numbers
		: text
				.trim()
				.split(/[\s,]+/)
				.map((part) => lengthOf(part, measures) ?? Number.NaN);
	if (values.some((v) => !(v >= 0))) return undefined;
	if (values.every((v) => v === 0)) return [];
	return values.length % 2 === 0 ? values : [...values, ...values];
}

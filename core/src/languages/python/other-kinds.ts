import type { DrawingCall } from "./drawing-call.ts";
import type { Expression } from "./syntax.ts";

/** Calls that draw something of another kind in the place and size of a shape, as they are written. */
export function otherKinds({ f, phrases }: DrawingCall, textOf: (of: Expression) => string): string[] {
	const { name } = f;
	const written = (word: string) => {
		const whole = phrases.find((p) => p.word === word)?.whole;
		return whole && textOf(whole);
	};
	const [centre, corner, size, radius, diameter] = ["centre", "corner", "size", "radius", "diameter"].map(written);
	const middle = centre ?? written("at");
	const across = diameter ?? (radius === undefined ? undefined : twice(radius)) ?? (name === "dot" ? size : undefined);
	if ((name === "circle" || name === "dot") && across !== undefined && middle !== undefined)
		return [`rect(centre=${middle}, size=(${across}, ${across}))`];
	if ((name === "polygon" || name === "star") && centre !== undefined && radius !== undefined)
		return [`circle(centre=${centre}, radius=${radius})`];
	if ((name !== "rect" && name !== "ellipse") || size === undefined) return [];
	const place = centre === undefined ? corner && `corner=${corner}` : `centre=${centre}`;
	if (place === undefined) return [];
	const other = `${name === "rect" ? "ellipse" : "rect"}(${place}, size=${size})`;
	const [, width, height] = /^\(\s*([\d.]+)\s*,\s*([\d.]+)\s*\)$/.exec(size) ?? [];
	return width !== undefined && width === height && centre !== undefined
		? [`circle(centre=${centre}, diameter=${width})`, `dot(at=${centre}, size=${width})`, other]
		: [other];
}

const twice = (text: string) => (/^[\d.]+$/.test(text) ? String(2 * Number(text)) : `2 * (${text})`);

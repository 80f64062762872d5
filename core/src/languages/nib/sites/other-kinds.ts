import { drawText } from "../source-of.ts";
import { STATEMENTS } from "../statements/index.ts";
import type { DrawNode, Value } from "../tree.ts";

type Phrases = readonly (readonly [word: string, ...values: Value[]])[];

const half = (value: Value): Value =>
	value.node === "number"
		? { ...value, value: value.value / 2 }
		: {
				node: "binary",
				sign: "/",
				left: value,
				right: { node: "number", value: 2, place: value.place },
				place: value.place,
			};
const twice = (value: Value): Value =>
	value.node === "number"
		? { ...value, value: value.value * 2 }
		: {
				node: "binary",
				sign: "*",
				left: { node: "number", value: 2, place: value.place },
				right: value,
				place: value.place,
			};

/** Statements that draw something of another kind in the place and size of a shape, as they are written. */
export function otherKinds(step: DrawNode): string[] {
	const { head } = step.statement;
	const valuesOf = (word: string) => step.phrases.find((p) => p.word === word)?.values as Value[] | undefined;
	const [centre, corner, size, radius, diameter] = ["centre", "corner", "size", "radius", "diameter"].map(valuesOf);
	const made = (other: string, phrases: Phrases): string => {
		const statement = STATEMENTS.get(other) as DrawNode["statement"];
		const { place } = step;
		const written = phrases.map(([word, ...values]) => ({ word, values, place }));
		return drawText({ node: "draw", statement, values: [], phrases: written, place });
	};
	const middle: Phrases[number] = ["centre", ...(centre ?? valuesOf("at") ?? [])];
	const across = diameter?.[0] ?? (radius?.[0] && twice(radius[0])) ?? (head === "dot" ? size?.[0] : undefined);
	if (head === "circle" && across) return [made("rect", [middle, ["size", across, across]])];
	if (head === "dot" && across) return [made("rect", [middle, ["size", across, across]])];
	if ((head === "polygon" || head === "star") && centre && radius)
		return [made("circle", [middle, ["radius", radius[0] as Value]])];
	if ((head !== "rect" && head !== "ellipse") || size?.length !== 2 || !(centre ?? corner)) return [];
	const place: Phrases[number] = centre ? middle : ["corner", ...(corner as Value[])];
	const [width, height] = size as [Value, Value];
	const other = made(head === "rect" ? "ellipse" : "rect", [place, ["size", width, height]]);
	const square = width.node === "number" && height.node === "number" && width.value === height.value;
	return square && centre
		? [
				made("circle", [middle, ["diameter", width]]),
				made("dot", [
					["at", ...centre],
					["size", width],
				]),
				other,
				made("polygon", [["sides", { ...width, value: 6 }], middle, ["radius", half(width)]]),
			]
		: [other];
}

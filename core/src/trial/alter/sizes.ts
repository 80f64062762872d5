import type { DrawNode, Step, Value } from "../../nib/tree.ts";
import { binary, draw, number, phraseOf, times, withPhrase } from "../edit.ts";
import { type Alteration, onDraw } from "./alteration.ts";
import { placesIn } from "./places.ts";

const SIZE_WORDS = ["size", "radius", "diameter"] as const;

/** The phrase that gives a statement's size. */
function sizeIn(step: DrawNode): string | undefined {
	return SIZE_WORDS.find((word) => (phraseOf(step, word)?.values.length ?? 0) > 0);
}

function resized(step: DrawNode, factor: number): DrawNode | undefined {
	const word = sizeIn(step);
	return word === undefined
		? undefined
		: withPhrase(step, word, (p) => ({ ...p, values: p.values.map((v) => times(v, factor)) }));
}

const reworded = (from: string, to: string) =>
	onDraw((step) =>
		phraseOf(step, from) && step.statement.phrases.some((p) => p.word === to)
			? withPhrase(step, from, (p) => ({ ...p, word: to }))
			: undefined,
	);

const sum = (a: Value, b: Value): Value =>
	a.node === "number" && b.node === "number" ? number(a.value + b.value) : binary(a, "+", b);

/** The same thing of another kind, in the same place and size. */
function otherKind(step: DrawNode): Step | undefined {
	const { head } = step.statement;
	const [centre, corner, size, radius, diameter] = ["centre", "corner", "size", "radius", "diameter"].map(
		(w) => phraseOf(step, w)?.values as Value[] | undefined,
	);
	if (head === "circle" && centre && (radius ?? diameter)) {
		const across = diameter ? (diameter[0] as Value) : times((radius as Value[])[0] as Value, 2);
		return draw("rect", {
			phrases: [
				["centre", ...centre],
				["size", across, across],
			],
		});
	}
	if (
		(head === "polygon" || head === "star") &&
		phraseOf(step, head === "star" ? "points" : "sides") &&
		centre &&
		radius
	)
		return draw("circle", {
			phrases: [
				["centre", ...centre],
				["radius", ...radius],
			],
		});
	if (head === "dot") {
		const [at, across] = [phraseOf(step, "at")?.values, phraseOf(step, "size")?.values[0]];
		return at && across
			? draw("rect", {
					phrases: [
						["centre", ...at],
						["size", across, across],
					],
				})
			: undefined;
	}
	if (head === "rect" && size && (centre ?? corner))
		return draw("ellipse", {
			phrases: [centre ? ["centre", ...centre] : ["corner", ...(corner as Value[])], ["size", ...size]],
		});
	if (head === "ellipse" && size && (centre ?? corner))
		return draw("rect", {
			phrases: [centre ? ["centre", ...centre] : ["corner", ...(corner as Value[])], ["size", ...size]],
		});
	return undefined;
}

const counted = (word: string, by: number) =>
	onDraw((step) => {
		const value = phraseOf(step, word)?.values[0];
		return value?.node === "number" && value.value + by >= 3
			? withPhrase(step, word, (p) => ({ ...p, values: [number(value.value + by)] }))
			: undefined;
	});

/** Mistakes with sizes and kinds. */
export const SIZES: readonly Alteration[] = [
	{ id: "larger", changes: ["size"], step: onDraw((step) => resized(step, 1.6)) },
	{ id: "smaller", changes: ["size"], step: onDraw((step) => resized(step, 0.5)) },
	{ id: "radius-for-diameter", changes: ["size"], step: reworded("diameter", "radius") },
	{ id: "diameter-for-radius", changes: ["size"], step: reworded("radius", "diameter") },
	{
		id: "width-height-exchanged",
		changes: ["size"],
		step: onDraw((step) =>
			phraseOf(step, "size")?.values.length === 2
				? withPhrase(step, "size", (p) => ({ ...p, values: [...p.values].reverse() }))
				: undefined,
		),
	},
	{
		id: "place-size-exchanged",
		changes: ["place", "size"],
		step: onDraw((step) => {
			const [word] = placesIn(step);
			const size = phraseOf(step, "size")?.values;
			const place = word === undefined ? undefined : phraseOf(step, word)?.values;
			if (!word || !place || size?.length !== 2) return undefined;
			return withPhrase(
				withPhrase(step, word, (p) => ({ ...p, values: size })),
				"size",
				(p) => ({ ...p, values: place }),
			);
		}),
	},
	{
		id: "far-corner-as-size",
		changes: ["size", "place"],
		step: onDraw((step) => {
			const [corner, size] = [phraseOf(step, "corner")?.values, phraseOf(step, "size")?.values];
			if (!corner || size?.length !== 2) return undefined;
			return withPhrase(step, "size", (p) => ({
				...p,
				values: [sum(corner[0] as Value, size[0] as Value), sum(corner[1] as Value, size[1] as Value)],
			}));
		}),
	},
	{ id: "other-kind", changes: ["kind"], step: onDraw(otherKind) },
	{ id: "corner-more", changes: ["kind", "number"], step: counted("sides", 1) },
	{ id: "corner-less", changes: ["kind", "number"], step: counted("sides", -1) },
	{ id: "point-more", changes: ["kind", "number"], step: counted("points", 1) },
	{
		id: "words-misspelt",
		changes: [],
		step: onDraw((step) => {
			const [value] = step.values;
			if (step.statement.head !== "text" || value?.node !== "text" || value.value.length < 2) return undefined;
			return { ...step, values: [{ ...value, value: value.value.slice(0, -1) }] };
		}),
	},
];

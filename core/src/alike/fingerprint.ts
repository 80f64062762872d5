import { formatColour } from "../colour/colour.ts";
import type { Drawing } from "../figures/figure.ts";
import {
	type DrawStep,
	everyStep,
	type Outline,
	type Step,
	type UsedValue,
	type Value,
	valuesOf,
} from "../languages/outline.ts";

/**
 * What of a hand-in can be the same in another: features of its source and of its drawing, with how often each is
 * there.
 */
export interface Fingerprint {
	/** Statements by their words and colours, without names, numbers and layout; each with its neighbours too. */
	readonly source: ReadonlySet<string>;
	/** Figures by kind, size and paint, and by how they lie to the first. */
	readonly drawing: ReadonlySet<string>;
	/** How the program goes about it: the blocks, routines and sums it is made of. */
	readonly manner: ReadonlySet<string>;
}

/** A value by what it is made of: numbers and names are alike, colours are kept. */
function shapeOf(value: Value): string {
	switch (value.node) {
		case "text":
			return "text";
		case "list":
			return `[${value.items.map(shapeOf).join()}]`;
		case "colour":
		case "other":
		case "binary":
		case "unary":
		case "number":
		case "name":
		case "property":
		case "call":
		case "index":
		case "member":
		case "boolean":
			return "v";
	}
}

function drawShape(step: DrawStep, { colourOf }: Outline): string {
	const value = ({ value: v }: UsedValue) => {
		const colour = colourOf(v);
		return colour === undefined ? shapeOf(v) : colour === -1 ? "none" : formatColour(colour);
	};
	const own = step.values.map(value).join();
	const phrases = step.phrases.map((p) => `${p.word} ${p.choice ?? ""}${p.values.map(value).join()}`).sort();
	return `${step.head} ${step.direction ?? ""} ${own} ${phrases.join(" ")}`;
}

/** Statements with content; blocks count for the style. */
function statements(outline: Outline): string[] {
	return [...everyStep(outline.steps)].flatMap((step) => (step.node === "draw" ? [drawShape(step, outline)] : []));
}

/** A value's signs in order, and how deep it goes. */
function sumOf(value: Value): string {
	if (value.node === "binary") return `(${sumOf(value.left)}${value.sign}${sumOf(value.right)})`;
	if (value.node === "call") return `${value.name.length > 12 ? "f" : "c"}(${value.values.map(sumOf).join()})`;
	if (value.node === "unary") return `-${sumOf(value.value)}`;
	return value.node === "number" ? "0" : "n";
}

function mannerOf(steps: readonly Step[]): string[] {
	return [...everyStep(steps)].flatMap((step) => {
		const sums = valuesOf(step)
			.map(sumOf)
			.filter((s) => s.length > 3)
			.map((s) => `sum ${s}`);
		if (step.node === "draw") return sums;
		const body = "body" in step ? step.body.map((s) => (s.node === "draw" ? s.head : s.node)).join(" ") : "";
		return [`${step.node} ${body}`, ...sums];
	});
}

const round = (v: number) => Math.round(v) + 0;

function figuresOf({ figures, paper }: Drawing): string[] {
	const [first] = figures;
	if (!first) return [];
	const features = figures.slice(0, 400).flatMap((f) => {
		const paint = `${f.fill === -1 ? "" : formatColour(f.fill)} ${f.outline === -1 ? "" : `${formatColour(f.outline)} ${f.outlineWidth}`}`;
		const at = `${round(f.centre[0] - first.centre[0])},${round(f.centre[1] - first.centre[1])}`;
		return [`${f.kinds[0]} ${round(f.width)}x${round(f.height)} ${paint}`, `${f.kinds[0]} at ${at} ${paint}`];
	});
	return [...features, `paper ${formatColour(paper)}`];
}

/** The features of a hand-in. */
export function fingerprint(outline: Outline, drawing: Drawing): Fingerprint {
	const own = statements(outline);
	const inOrder = own.slice(1).map((s, i) => `${own[i]} > ${s}`);
	return {
		source: new Set([...own, ...inOrder]),
		drawing: new Set(figuresOf(drawing)),
		manner: new Set(mannerOf(outline.steps)),
	};
}

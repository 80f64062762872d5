import { NO_COLOUR } from "../../colour/colour.ts";
import { cssColour } from "../../colour/css-colour.ts";
import { IDENTITY, type Matrix, times } from "../../geometry/matrix.ts";
import type { PathBounds } from "../vector/path-bounds.ts";
import { faded, type VectorGradient } from "../vector/vector-paint.ts";
import type { Cascade } from "./cascade.ts";
import { elementsIn, referenceOf, type SvgDocument, type SvgElement } from "./document.ts";
import type { SvgStyle } from "./svg-style.ts";
import { lengthOf, type Measures, shareOf, transformOf } from "./units.ts";

/** A gradient, and the map from its own coordinates to those of what it paints; a single colour where it is one. */
export type FoundGradient =
	| { readonly gradient: VectorGradient; readonly map: Matrix }
	| { readonly colour: number }
	/** There is none, or nothing that it could be laid on. */
	| undefined;

/** What a gradient is looked up with. */
export interface GradientNeeds {
	readonly document: SvgDocument;
	readonly cascade: Cascade;
	readonly measures: Measures;
	/** The box of what is painted, in its own coordinates. */
	readonly bounds: () => PathBounds | undefined;
	/** Called for what isn't taken of it. */
	readonly note: (element: SvgElement, name: string) => void;
}

/** Gradients that name one another. */
const LONGEST_CHAIN = 16;

/** The gradient with an id, with what it has from those that it names (SVG 2, 14.2). */
export function gradientOf(id: string, needs: GradientNeeds, style: SvgStyle): FoundGradient {
	const { document, measures } = needs;
	const element = document.ids.get(id);
	if (element?.name !== "linearGradient" && element?.name !== "radialGradient") return undefined;
	const chain: SvgElement[] = [];
	for (let at: SvgElement | undefined = element; at && !chain.includes(at) && chain.length < LONGEST_CHAIN; ) {
		chain.push(at);
		const next: string | undefined = referenceOf(at)?.value.trim().replace(/^#/, "");
		const found: SvgElement | undefined = next ? document.ids.get(next) : undefined;
		at = found?.name.endsWith("Gradient") ? found : undefined;
	}
	const isLinear = element.name === "linearGradient";
	const get = (name: string) => chain.find((e) => e.attributes.has(name))?.attributes.get(name)?.value;
	const stops = stopsOf(chain, needs, style);
	const [first] = stops;
	if (!first) return { colour: NO_COLOUR };
	if (stops.length === 1) return { colour: first[1] };
	if ((get("spreadMethod") ?? "pad") !== "pad") needs.note(element, "spreadMethod");
	const inBox = get("gradientUnits") !== "userSpaceOnUse";
	const bounds = inBox ? needs.bounds() : undefined;
	if (inBox && !(bounds && bounds.width > 0 && bounds.height > 0)) return undefined;
	const own = inBox ? { width: 1, height: 1, font: measures.font } : measures;
	const value = (name: string, along: "x" | "y" | "both", usual: string): number =>
		lengthOf(get(name) ?? usual, own, along) ?? (lengthOf(usual, own, along) as number);
	const transform = transformOf(get("gradientTransform") ?? "", measures) ?? IDENTITY;
	const map = bounds
		? times({ a: bounds.width, b: 0, c: 0, d: bounds.height, e: bounds.x, f: bounds.y }, transform)
		: transform;
	if (isLinear) {
		const at = [value("x1", "x", "0%"), value("y1", "y", "0%"), value("x2", "x", "100%"), value("y2", "y", "0%")];
		const isPoint = at[0] === at[2] && at[1] === at[3];
		return isPoint
			? { colour: (stops.at(-1) as readonly [number, number])[1] }
			: { gradient: { kind: "linear", at, stops }, map };
	}
	const [cx, cy, r] = [value("cx", "x", "50%"), value("cy", "y", "50%"), value("r", "both", "50%")];
	const [fx, fy] = [
		get("fx") === undefined ? cx : value("fx", "x", "50%"),
		get("fy") === undefined ? cy : value("fy", "y", "50%"),
	];
	if (r <= 0) return { colour: (stops.at(-1) as readonly [number, number])[1] };
	return {
		gradient: { kind: "radial", at: [...within([fx, fy], [cx, cy, r]), value("fr", "both", "0%"), cx, cy, r], stops },
		map,
	};
}

/** A focus, brought into its circle where it lies outside (SVG 1.1, 13.2.3). */
function within([fx, fy]: [number, number], [cx, cy, r]: [number, number, number]): [number, number] {
	const [dx, dy] = [fx - cx, fy - cy];
	const far = Math.sqrt(dx * dx + dy * dy);
	const most = r * 0.999;
	return far <= most ? [fx, fy] : [cx + (dx / far) * most, cy + (dy / far) * most];
}

/** The stops of the first gradient of a chain that has any, their places never falling. */
function stopsOf(chain: readonly SvgElement[], { cascade }: GradientNeeds, style: SvgStyle): [number, number][] {
	const owner = chain.find((e) => [...elementsIn(e)].some((child) => child.name === "stop"));
	if (!owner) return [];
	let last = 0;
	const stops: [number, number][] = [];
	for (const stop of elementsIn(owner)) {
		if (stop.name !== "stop" || stops.length >= 100) continue;
		const declared = cascade.of(stop);
		const offset = Math.max(last, Math.min(1, Math.max(0, shareOf(stop.attributes.get("offset")?.value ?? "0") ?? 0)));
		const written = declared.get("stop-color")?.value ?? "black";
		const colour =
			written.toLowerCase() === "currentcolor"
				? (cssColour(declared.get("color")?.value ?? "") ?? style.color)
				: (cssColour(written) ?? 0x000000ff);
		const opacity = shareOf(declared.get("stop-opacity")?.value ?? "1") ?? 1;
		stops.push([offset, faded(colour, Math.max(0, Math.min(1, opacity)))]);
		last = offset;
	}
	return stops;
}

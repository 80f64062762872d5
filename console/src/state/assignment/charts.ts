import * as Plot from "@observablehq/plot";
import { pointBins } from "./point-bins.ts";

/** A bar with its name. */
export interface Bar {
	readonly name: string;
	readonly value: number;
	/** Parts of the bar that stand for different things, by their order. */
	readonly part?: string;
}

const COLOURS: Readonly<Record<string, string>> = {
	met: "var(--c-met)",
	partly: "var(--c-partly)",
	missed: "var(--c-missed)",
};
const short = (text: string) => (text.length > 44 ? `${text.slice(0, 43)}…` : text);
const LOOK = {
	background: "transparent",
	color: "var(--c-ink)",
	fontFamily: "var(--font-sans)",
	fontSize: "12px",
	overflow: "visible",
};

/** Bars lying one above the other, longest names cut. */
export function bars(of: readonly Bar[], width: number, label: string): SVGSVGElement | HTMLElement {
	const names = [...new Set(of.map((b) => b.name))];
	return Plot.plot({
		width,
		height: 34 + names.length * 24,
		marginLeft: Math.min(270, width * 0.45),
		marginRight: 36,
		style: LOOK,
		x: { label, grid: true, nice: true, tickFormat: (d: number) => (Number.isInteger(d) ? String(d) : "") },
		y: { label: null, domain: names, tickFormat: short, tickSize: 0 },
		marks: [
			Plot.barX(of, {
				x: "value",
				y: "name",
				fill: (b: Bar) => COLOURS[b.part ?? ""] ?? "var(--c-ink-soft)",
				insetTop: 2,
				insetBottom: 2,
			}),
			...(of.some((b) => b.part)
				? []
				: [Plot.text(of, { x: "value", y: "name", text: (b: Bar) => String(b.value), textAnchor: "start", dx: 4 })]),
			Plot.ruleX([0]),
		],
	});
}

/** How many have how many points. */
export function spread(points: readonly number[], possible: number, width: number): SVGSVGElement | HTMLElement {
	const bins = pointBins(points, possible);
	const edges = [0, ...bins.map((bin) => bin.to)];
	return Plot.plot({
		width,
		height: 190,
		style: LOOK,
		x: { label: `Points of ${possible}`, domain: [0, edges.at(-1) as number], ticks: edges },
		y: { label: "Students", grid: true, tickFormat: "d" },
		marks: [
			Plot.rectY(bins, { x1: "from", x2: "to", y: "count", fill: "var(--c-ink-soft)", inset: 1 }),
			Plot.ruleY([0]),
		],
	});
}

export interface YearPoint {
	readonly share: number;
	readonly title: string;
}

/** Shares of points over the year. */
export function year(of: readonly YearPoint[], width: number): SVGSVGElement | HTMLElement {
	return Plot.plot({
		width,
		height: 250,
		marginTop: 32,
		marginBottom: 70,
		marginLeft: 52,
		style: LOOK,
		x: { label: null, type: "point", domain: of.map((d) => d.title), tickRotate: -30, tickSize: 3 },
		y: {
			label: "Share of the points",
			domain: [0, 1],
			percent: false,
			grid: true,
			tickFormat: (d: number) => `${Math.round(100 * d)} %`,
		},
		marks: [
			Plot.lineY(of, { x: "title", y: "share", stroke: "var(--c-ink-soft)" }),
			Plot.dot(of, {
				x: "title",
				y: "share",
				fill: "var(--c-ink)",
				r: 4,
				title: (d: YearPoint) => `${d.title}: ${Math.round(100 * d.share)} %`,
			}),
			Plot.text(of, { x: "title", y: "share", text: (d: YearPoint) => `${Math.round(100 * d.share)}`, dy: -12 }),
		],
	});
}

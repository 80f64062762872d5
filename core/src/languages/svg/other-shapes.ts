import type { SvgElement } from "./document.ts";

/** Attributes that say where a shape is and how large. */
const PLACES: ReadonlySet<string> = new Set(["x", "y", "width", "height", "cx", "cy", "r", "rx", "ry"]);

/** Elements that draw something of another kind in the place and size of a shape. */
export function otherShapes(element: SvgElement): string[] {
	const number = (name: string) => {
		const written = element.attributes.get(name)?.value.trim();
		const value = written === undefined ? 0 : Number(written);
		return written === "" || !Number.isFinite(value) ? undefined : value;
	};
	const rest = [...element.attributes.values()]
		.filter(({ name }) => !PLACES.has(name))
		.map(
			({ name, value }) => ` ${name}="${value.replace(/&/g, "&amp;").replace(/</g, "&lt;").replace(/"/g, "&quot;")}"`,
		)
		.join("");
	const made = (name: string, values: Readonly<Record<string, number>>) =>
		`<${name}${Object.entries(values)
			.map(([key, value]) => ` ${key}="${Math.round(value * 1e4) / 1e4}"`)
			.join("")}${rest}/>`;
	const isRect = element.name === "rect";
	const [x, y, w, h] = ["x", "y", "width", "height"].map(number) as number[];
	const [cx, cy, r] = ["cx", "cy", "r"].map(number) as number[];
	const [rx, ry] = ["rx", "ry"].map(number) as number[];
	if (isRect && [x, y, w, h].every((v) => v !== undefined)) {
		const [left, top, width, height] = [x, y, w, h] as [number, number, number, number];
		const middle = { cx: left + width / 2, cy: top + height / 2 };
		return width === height
			? [made("circle", { ...middle, r: width / 2 })]
			: [made("ellipse", { ...middle, rx: width / 2, ry: height / 2 })];
	}
	const [a, b] = element.name === "circle" ? [r, r] : element.name === "ellipse" ? [rx, ry] : [];
	if (cx === undefined || cy === undefined || !a || !b) return [];
	return [made("rect", { x: cx - a, y: cy - b, width: 2 * a, height: 2 * b })];
}

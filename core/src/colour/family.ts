import { directionDeg } from "../geometry/trig.ts";
import { parts, type Rgba } from "./colour.ts";
import { labOf } from "./lab.ts";

/** The plain families that people sort colours into. */
export const FAMILIES = ["red", "orange", "yellow", "green", "turquoise", "blue", "purple", "pink", "brown", "black", "grey", "white"] as const;
export type Family = (typeof FAMILIES)[number];

/** Upper ends of the hue families in CIE L*a*b* hue degrees, going round; red goes on past 360. */
const HUES: readonly (readonly [end: number, family: Family])[] = [
	[46, "red"],
	[76, "orange"],
	[107, "yellow"],
	[172, "green"],
	[225, "turquoise"],
	[303, "blue"],
	[342, "purple"],
	[361, "pink"],
];

/** How near a border, in degrees of hue, a colour answers to both families. */
const HUE_BORDER = 7;

function hueFamilies(hue: number, lightness: number, chroma: number): Family[] {
	const found: Family[] = [];
	for (const at of [hue, hue - HUE_BORDER, hue + HUE_BORDER]) {
		const h = (at + 360) % 360;
		let family = HUES.find(([end]) => h < end)?.[1] ?? "red";
		if (family === "pink" && lightness < 45 && chroma > 40) family = "purple";
		if (family === "red" && lightness > 62) family = "pink";
		if ((family === "orange" || family === "red") && lightness < 55 && chroma < 62 && h > 20) family = lightness < 40 && h < 34 ? family : "brown";
		if (family === "orange" && lightness < 62 && chroma < 55) family = "brown";
		if (!found.includes(family)) found.push(family);
	}
	return found;
}

/**
 * The families a colour belongs to, the best first: one, or two or more near a border. Nearly transparent paint
 * belongs to none. The borders were set by eye over every CSS name (see docs/colours.md).
 */
export function familiesOf(colour: Rgba): Family[] {
	if (parts(colour)[3] < 8) return [];
	const [l, a, b] = labOf(colour);
	const chroma = Math.sqrt(a * a + b * b);
	const hue = directionDeg(a, b);
	const found: Family[] = [];
	const add = (family: Family) => {
		if (!found.includes(family)) found.push(family);
	};
	const neutral: Family = l < 14 ? "black" : l > 93 ? "white" : "grey";
	const faint = chroma < 6 || (l > 93 && chroma < 9) || (l < 8 && chroma < 14);
	if (faint) add(neutral);
	if (chroma > 3.5 && !(l < 6)) for (const family of hueFamilies(hue, l, chroma)) add(family);
	if (!faint && (chroma < 12 || (l > 92 && chroma < 14) || (l < 14 && chroma < 24))) add(neutral);
	if (faint) {
		if (l > 88 && l <= 93) add("white");
		if (l > 93 && l < 96) add("grey");
		if (l >= 14 && l < 22) add("black");
		if (l >= 9 && l < 14) add("grey");
	}
	return found;
}

/** A colour in words: its best family with "light", "dark" or "vivid" where they fit. */
export function nameOf(colour: Rgba): string {
	const family = familiesOf(colour)[0];
	if (!family) return "see-through";
	if (family === "black" || family === "white") return family;
	const [l, a, b] = labOf(colour);
	const chroma = Math.sqrt(a * a + b * b);
	if (family === "grey") return l > 75 ? "light grey" : l < 40 ? "dark grey" : "grey";
	const middle = family === "yellow" ? 85 : family === "pink" ? 72 : family === "blue" || family === "brown" || family === "purple" ? 45 : 57;
	if (l > middle + 17) return `light ${family}`;
	if (l < middle - 17) return `dark ${family}`;
	return chroma > 85 ? `vivid ${family}` : family;
}

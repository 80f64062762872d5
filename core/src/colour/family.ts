import { codedColour, parts, type Rgba } from "./colour.ts";
import { okLch } from "./lab.ts";

/** The plain families that people sort colours into. */
export const FAMILIES = [
	"red",
	"orange",
	"yellow",
	"green",
	"turquoise",
	"blue",
	"purple",
	"pink",
	"brown",
	"black",
	"grey",
	"white",
] as const;
export type Family = (typeof FAMILIES)[number];

/** Upper ends of the hue families, in degrees of OKLab hue, going round from pink to pink. */
const HUES: readonly (readonly [end: number, family: Family])[] = [
	[10, "pink"],
	[41, "red"],
	[78, "orange"],
	[113, "yellow"],
	[163, "green"],
	[212, "turquoise"],
	[290, "blue"],
	[336, "purple"],
	[360, "pink"],
];

/** How near a border, in degrees of hue, a colour answers to both families. */
const HUE_BORDER = 6;

/** The family of a hue, with what darkness and paleness make of it: dark orange is brown, light red is pink. */
function hueFamily(hue: number, lightness: number, chroma: number): Family {
	const family = HUES.find(([end]) => hue < end)?.[1] ?? "pink";
	if (family === "pink" && lightness < 0.52 && chroma < 0.2) return hue < 180 ? "red" : "purple";
	if (family === "red" && ((lightness > 0.74 && chroma < 0.16) || (lightness > 0.6 && chroma < 0.09))) return "pink";
	if (family === "red" && hue > 26 && lightness < 0.46 && chroma < 0.12) return "brown";
	if (family === "orange" && lightness < 0.67 && !(lightness > 0.6 && chroma > 0.17)) return "brown";
	if (family === "orange" && chroma < 0.085 && lightness < 0.83) return "brown";
	if (family === "yellow" && lightness < 0.6) return hue < 100 ? "brown" : "green";
	return family;
}

/**
 * The families a colour belongs to, the best first: one, or more near a border. Nearly transparent paint belongs to
 * none. The borders were set by eye over every CSS name.
 */
export function familiesOf(colour: Rgba): Family[] {
	if (parts(colour)[3] < 8) return [];
	const { lightness, chroma, hue } = okLch(colour);
	const found: Family[] = [];
	const add = (family: Family) => {
		if (!found.includes(family)) found.push(family);
	};
	const neutral: Family = lightness < 0.2 ? "black" : lightness > 0.955 ? "white" : "grey";
	const faint = chroma < 0.022 || (lightness > 0.965 && chroma < 0.028);
	if (faint) add(neutral);
	if (chroma > 0.012 && lightness > 0.1)
		for (const h of [hue, hue - HUE_BORDER, hue + HUE_BORDER]) add(hueFamily((h + 360) % 360, lightness, chroma));
	// Magenta is called pink as often as purple, and never other than pink.
	if (found[0] === "purple" && hue > 322 && lightness > 0.65 && chroma > 0.25) found.unshift("pink");
	if (found[0] === "red" && lightness < 0.515 && chroma < 0.2 && hue > 20) add("brown");
	if (!faint && (chroma < 0.045 || (lightness > 0.95 && chroma < 0.05))) add(neutral);
	if (faint && lightness > 0.9 && lightness <= 0.955) add("white");
	if (faint && lightness > 0.955 && lightness < 0.97) add("grey");
	if (faint && lightness >= 0.2 && lightness < 0.27) add("black");
	return found;
}

/** Lightness that is neither light nor dark for a family. */
const MIDDLE: Readonly<Partial<Record<Family, number>>> = {
	yellow: 0.9,
	orange: 0.74,
	pink: 0.75,
	green: 0.62,
	turquoise: 0.7,
	brown: 0.52,
	purple: 0.5,
	blue: 0.55,
	red: 0.58,
};

/** A colour in words: its best family with "light", "dark" or "vivid" where they fit. */
export function nameOf(colour: Rgba): string {
	const family = familiesOf(colour)[0];
	if (!family) return "see-through";
	if (family === "black" || family === "white") return family;
	const { lightness, chroma } = okLch(colour);
	if (family === "grey") return lightness > 0.8 ? "light grey" : lightness < 0.5 ? "dark grey" : "grey";
	const middle = MIDDLE[family] ?? 0.6;
	if (lightness > middle + 0.14) return `light ${family}`;
	if (lightness < middle - 0.14) return `dark ${family}`;
	return chroma > 0.23 ? `vivid ${family}` : family;
}

/** A colour code in words too: "light red #e66a6a"; as it is where it isn't a colour. */
export function colourWords(code: string): string {
	const colour = codedColour(code);
	return colour === undefined ? code : `${nameOf(colour)} ${code}`;
}

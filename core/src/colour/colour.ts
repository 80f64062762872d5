import names from "color-name";

/** A colour as one number: red, green, blue and opacity, a byte each, from the highest byte down. */
export type Rgba = number;

/** "No paint" instead of an {@link Rgba}. */
export const NO_COLOUR = -1;

export const WHITE: Rgba = 0xffffffff;

/** Packs four parts; red, green and blue 0 to 255, opacity 0 to 1. Parts are rounded and kept in range. */
export function rgba(red: number, green: number, blue: number, opacity = 1): Rgba {
	const byte = (v: number) => Math.max(0, Math.min(255, Math.floor(v + 0.5)));
	return ((byte(red) << 24) | (byte(green) << 16) | (byte(blue) << 8) | byte(opacity * 255)) >>> 0;
}

/** The four parts of a colour as bytes. */
export function parts(colour: Rgba): [red: number, green: number, blue: number, opacity: number] {
	return [colour >>> 24, (colour >>> 16) & 255, (colour >>> 8) & 255, colour & 255];
}

/** From hue in degrees (wrapped), saturation and lightness 0 to 100 (CSS Color 4, section 7.1). */
export function hsl(hue: number, saturation: number, lightness: number, opacity = 1): Rgba {
	const h = ((hue % 360) + 360) % 360;
	const s = saturation / 100;
	const l = lightness / 100;
	const a = s * Math.min(l, 1 - l);
	const f = (n: number) => {
		const k = (n + h / 30) % 12;
		return 255 * (l - a * Math.max(-1, Math.min(k - 3, 9 - k, 1)));
	};
	return rgba(f(0), f(8), f(4), opacity);
}

const NAMED: ReadonlyMap<string, Rgba> = new Map<string, Rgba>([
	...Object.entries(names).map(([name, [r, g, b]]) => [name, rgba(r, g, b)] as const),
	["transparent", 0],
]);

/** Every colour name, British and American grey both, in the order of the alphabet. */
export const COLOUR_NAMES: readonly string[] = [...NAMED.keys()].sort();

/** A colour by its CSS Color 4 name, in any case; undefined if there is none. */
export function namedColour(name: string): Rgba | undefined {
	return NAMED.get(name.toLowerCase());
}

const NAME_OF: ReadonlyMap<Rgba, string> = new Map(
	[...COLOUR_NAMES].reverse().map((name) => [NAMED.get(name) as Rgba, name]),
);

/** The CSS Color 4 name of a colour, the first in the alphabet where it has several; undefined if it has none. */
export function nameOfColour(colour: Rgba): string | undefined {
	return NAME_OF.get(colour);
}

/** A colour from `#rgb`, `#rrggbb` or `#rrggbbaa`; undefined if the text isn't one of these. */
export function codedColour(code: string): Rgba | undefined {
	if (!/^#(?:[0-9a-f]{3}|[0-9a-f]{6}|[0-9a-f]{8})$/i.test(code)) return undefined;
	const digits = code.length === 4 ? [...code.slice(1)].map((d) => d + d).join("") : code.slice(1);
	return Number.parseInt(digits.padEnd(8, "f"), 16);
}

/** A colour from a name or a code. */
export function parseColour(text: string): Rgba | undefined {
	return text.startsWith("#") ? codedColour(text) : namedColour(text);
}

/** `#rrggbb`, or `#rrggbbaa` where the colour isn't opaque; "none" for no paint. */
export function formatColour(colour: Rgba): string {
	if (colour === NO_COLOUR) return "none";
	const hex = (colour >>> 0).toString(16).padStart(8, "0");
	return `#${hex.endsWith("ff") ? hex.slice(0, 6) : hex}`;
}

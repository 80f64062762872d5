import { codedColour, hsl, namedColour, type Rgba, rgba } from "./colour.ts";

/** A number with its unit where CSS writes one: "50%", "0.5turn", "none" counts as 0. */
interface Part {
	readonly value: number;
	readonly unit: string;
}

function partOf(text: string): Part | undefined {
	if (text === "none") return { value: 0, unit: "" };
	const [, number, unit] = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)(%|deg|grad|rad|turn)?$/.exec(text) ?? [];
	return number === undefined ? undefined : { value: Number(number), unit: unit ?? "" };
}

/** A part as a share of a whole where it is a percentage, else as the number that it is. */
const share = ({ value, unit }: Part, whole: number) => (unit === "%" ? (value / 100) * whole : value);

const TURNS: Readonly<Record<string, number>> = { deg: 1, grad: 0.9, rad: 180 / Math.PI, turn: 360, "": 1 };

/** Characters of one colour as it is written. */
const LONGEST = 400;

/**
 * A colour as CSS Color 4 writes it: names, `#rgb`, `#rgba`, `#rrggbb`, `#rrggbbaa`, `rgb()`, `hsl()` and `hwb()` with
 * commas or spaces. Undefined for other texts; colour spaces beyond sRGB aren't known.
 */
export function cssColour(text: string): Rgba | undefined {
	if (text.length > LONGEST) return undefined;
	const plain = text.trim().toLowerCase();
	if (plain.startsWith("#")) {
		const short = /^#[0-9a-f]{4}$/.test(plain) ? `#${[...plain.slice(1)].map((d) => d + d).join("")}` : plain;
		return codedColour(short);
	}
	const [, name, inside] = /^([a-z]+)\(([^()]*)\)$/.exec(plain) ?? [];
	if (name === undefined || inside === undefined) return namedColour(plain);
	const words = inside
		.replace("/", " / ")
		.split(/[\s,]+/)
		.filter((word) => word !== "" && word !== "/");
	const parts = words.map(partOf);
	if (parts.length < 3 || parts.length > 4 || parts.some((p) => p === undefined)) return undefined;
	const [a, b, c, d] = parts as [Part, Part, Part, Part?];
	const opacity = d ? Math.max(0, Math.min(1, share(d, 1))) : 1;
	const turn = a.value * (TURNS[a.unit] ?? 1);
	const percent = (part: Part) => Math.max(0, Math.min(100, part.value));
	switch (name) {
		case "rgb":
		case "rgba":
			return rgba(share(a, 255), share(b, 255), share(c, 255), opacity);
		case "hsl":
		case "hsla":
			return hsl(turn, percent(b), percent(c), opacity);
		case "hwb": {
			const [white, black] = [percent(b) / 100, percent(c) / 100];
			const most = white + black >= 1 ? 0 : 1 - white - black;
			const least = white + black >= 1 ? white / (white + black) : white;
			const pure = hsl(turn, 100, 50);
			const byte = (shift: number) => (((pure >>> shift) & 255) / 255) * most + least;
			return rgba(byte(24) * 255, byte(16) * 255, byte(8) * 255, opacity);
		}
		default:
			return undefined;
	}
}

/** A colour as a canvas gives it back: `#rrggbb`, or `rgba(r, g, b, a)` where it isn't opaque (HTML Standard). */
export function canvasColour(colour: Rgba): string {
	const [r, g, b, opacity] = [colour >>> 24, (colour >>> 16) & 255, (colour >>> 8) & 255, colour & 255];
	if (opacity === 255) return `#${(colour >>> 8).toString(16).padStart(6, "0")}`;
	return `rgba(${r}, ${g}, ${b}, ${Math.round((opacity / 255) * 1000) / 1000})`;
}

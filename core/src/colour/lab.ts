import { cubeRoot, power } from "../geometry/power.ts";
import { directionDeg } from "../geometry/trig.ts";
import { parts, type Rgba } from "./colour.ts";

/** CIE L*a*b* under D65. */
export type Lab = readonly [l: number, a: number, b: number];

/** Linear light of each sRGB byte (IEC 61966-2-1). */
const LINEAR: Float64Array = Float64Array.from({ length: 256 }, (_, i) => {
	const v = i / 255;
	return v <= 0.04045 ? v / 12.92 : power((v + 0.055) / 1.055, 2.4);
});

/** sRGB to L*a*b* (CIE 15:2004, D65 white). Opacity is left out. */
export function labOf(colour: Rgba): Lab {
	const [red, green, blue] = parts(colour);
	const r = LINEAR[red] as number;
	const g = LINEAR[green] as number;
	const b = LINEAR[blue] as number;
	const f = (t: number) => (t > 216 / 24389 ? cubeRoot(t) : (t * (24389 / 27) + 16) / 116);
	const x = f((0.4124564 * r + 0.3575761 * g + 0.1804375 * b) / 0.95047);
	const y = f(0.2126729 * r + 0.7151522 * g + 0.072175 * b);
	const z = f((0.0193339 * r + 0.119192 * g + 0.9503041 * b) / 1.08883);
	return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

/** Lightness 0 to 1, chroma and hue in degrees of OKLab (Ottosson 2020), whose hues follow how people name colours. */
export function okLch(colour: Rgba): { lightness: number; chroma: number; hue: number } {
	const [red, green, blue] = parts(colour);
	const r = LINEAR[red] as number;
	const g = LINEAR[green] as number;
	const b = LINEAR[blue] as number;
	const l = cubeRoot(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
	const m = cubeRoot(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
	const s = cubeRoot(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
	const x = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s;
	const y = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s;
	return {
		lightness: 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
		chroma: Math.sqrt(x * x + y * y),
		hue: directionDeg(x, y),
	};
}

/** WCAG 2 contrast ratio of two colours, 1 to 21. Opacity is left out. */
export function contrast(one: Rgba, other: Rgba): number {
	const [a, b] = [luminance(one), luminance(other)];
	return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
}

/** WCAG 2 relative luminance, 0 to 1. */
function luminance(colour: Rgba): number {
	const [red, green, blue] = parts(colour);
	return 0.2126 * (LINEAR[red] as number) + 0.7152 * (LINEAR[green] as number) + 0.0722 * (LINEAR[blue] as number);
}

import { exp, power } from "../geometry/power.ts";
import { cosDeg, directionDeg, sinDeg } from "../geometry/trig.ts";
import type { Rgba } from "./colour.ts";
import { labOf } from "./lab.ts";

/**
 * CIEDE2000 colour difference (Sharma, Wu and Dalal 2005). 1 is just noticeable side by side; 100 is black to white.
 */
export function difference(one: Rgba, other: Rgba): number {
	const [l1, a1, b1] = labOf(one);
	const [l2, a2, b2] = labOf(other);
	const c = (Math.sqrt(a1 * a1 + b1 * b1) + Math.sqrt(a2 * a2 + b2 * b2)) / 2;
	const c7 = power(c, 7);
	const g = 0.5 * (1 - Math.sqrt(c7 / (c7 + 6103515625)));
	const p1 = a1 * (1 + g);
	const p2 = a2 * (1 + g);
	const k1 = Math.sqrt(p1 * p1 + b1 * b1);
	const k2 = Math.sqrt(p2 * p2 + b2 * b2);
	const h1 = directionDeg(p1, b1);
	const h2 = directionDeg(p2, b2);
	const grey = k1 * k2 === 0;
	let dh = grey ? 0 : h2 - h1;
	if (dh > 180) dh -= 360;
	else if (dh < -180) dh += 360;
	const dL = l2 - l1;
	const dC = k2 - k1;
	const dH = 2 * Math.sqrt(k1 * k2) * sinDeg(dh / 2);
	const lm = (l1 + l2) / 2;
	const cm = (k1 + k2) / 2;
	let hm = h1 + h2;
	if (!grey) {
		if (Math.abs(h1 - h2) > 180) hm += hm < 360 ? 360 : -360;
		hm /= 2;
	}
	const t = 1 - 0.17 * cosDeg(hm - 30) + 0.24 * cosDeg(2 * hm) + 0.32 * cosDeg(3 * hm + 6) - 0.2 * cosDeg(4 * hm - 63);
	const l50 = (lm - 50) * (lm - 50);
	const sl = 1 + (0.015 * l50) / Math.sqrt(20 + l50);
	const sc = 1 + 0.045 * cm;
	const sh = 1 + 0.015 * cm * t;
	const cm7 = power(cm, 7);
	const turn = ((hm - 275) / 25) * ((hm - 275) / 25);
	const rt = -sinDeg(60 * exp(-turn)) * 2 * Math.sqrt(cm7 / (cm7 + 6103515625));
	const [x, y, z] = [dL / sl, dC / sc, dH / sh];
	return Math.sqrt(x * x + y * y + z * z + rt * y * z);
}

/** Whether two paints look the same, none (-1) among them: a difference below 2. */
export function looksSame(a: Rgba, b: Rgba): boolean {
	return a === b || (a !== -1 && b !== -1 && difference(a, b) < 2);
}

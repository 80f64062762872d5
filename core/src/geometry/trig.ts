/**
 * Sine, cosine and their kin from `+ - * / sqrt floor` alone, since engines differ in the last bits of their own.
 * The kernels are those of FreeBSD's msun (Sun Microsystems 1993, "fdlibm"): minimax polynomials on |x| <= pi/4.
 * Angles are in degrees and are reduced in degrees, which is exact.
 */

const RADIANS = 0.017453292519943295;
const DEGREES = 57.29577951308232;

/** An angle of degrees in radians. */
export function radians(degrees: number): number {
	return degrees * RADIANS;
}

/** sin x for |x| <= pi/4 (fdlibm k_sin.c). */
function sinKernel(x: number): number {
	const z = x * x;
	const r =
		8.33333333332248946124e-3 +
		z *
			(-1.98412698298579493134e-4 +
				z * (2.75573137070700676789e-6 + z * (-2.50507602534068634195e-8 + z * 1.58969099521155010221e-10)));
	return x + z * x * (-1.66666666666666324348e-1 + z * r);
}

/** cos x for |x| <= pi/4 (fdlibm k_cos.c). */
function cosKernel(x: number): number {
	const z = x * x;
	const r =
		z *
		(4.16666666666666019037e-2 +
			z *
				(-1.38888888888741095749e-3 +
					z *
						(2.48015872894767294178e-5 +
							z * (-2.75573143513906633035e-7 + z * (2.0875723212981748279e-9 + z * -1.13596475577881948265e-11)))));
	return 1 - (0.5 * z - z * r);
}

/** Sine of each whole degree from 0 to 90, with the exact values at 0, 30 and 90. */
const WHOLE: Float64Array = (() => {
	const table = new Float64Array(91);
	for (let d = 0; d <= 90; d++) table[d] = d <= 45 ? sinKernel(d * RADIANS) : cosKernel((90 - d) * RADIANS);
	table[30] = 0.5;
	table[60] = Math.sqrt(3) / 2;
	table[45] = Math.sqrt(0.5);
	return table;
})();

/** Sine of an angle in degrees; exact at multiples of 30 and 45. */
export function sinDeg(degrees: number): number {
	let a = degrees % 360;
	if (a < 0) a += 360;
	let sign = 1;
	if (a >= 180) {
		a -= 180;
		sign = -1;
	}
	if (a > 90) a = 180 - a;
	const whole = a | 0;
	if (whole === a) return sign * (WHOLE[whole] as number) + 0;
	return sign * (a <= 45 ? sinKernel(a * RADIANS) : cosKernel((90 - a) * RADIANS));
}

/** Cosine of an angle in degrees; exact at multiples of 30 and 45. */
export function cosDeg(degrees: number): number {
	let a = degrees % 360;
	if (a < 0) a += 360;
	if (a > 180) a = 360 - a;
	return sinDeg(90 - a);
}

/** Tangent of an angle in degrees; infinite at 90 and 270. */
export function tanDeg(degrees: number): number {
	const c = cosDeg(degrees);
	return c === 0 ? Number.POSITIVE_INFINITY : sinDeg(degrees) / c;
}

const ATAN_HI = [4.63647609000806093515e-1, 7.85398163397448278999e-1, 9.82793723247329054082e-1, 1.570796326794896558];
const ATAN_LO = [
	2.26987774529616870924e-17, 3.06161699786838301793e-17, 1.39033110312309984516e-17, 6.12323399573676603587e-17,
];
const AT = [
	3.33333333333329318027e-1, -1.99999999998764832476e-1, 1.42857142725034663711e-1, -1.1111110405462355788e-1,
	9.09088713343650656196e-2, -7.69187620504482999495e-2, 6.66107313738753120669e-2, -5.83357013379057348645e-2,
	4.97687799461593236017e-2, -3.6531572744216915527e-2, 1.62858201153657823623e-2,
] as const;

/** Arctangent in radians (fdlibm s_atan.c). */
function atan(value: number): number {
	let x = value < 0 ? -value : value;
	if (x >= 1e18) return value < 0 ? -(ATAN_HI[3] as number) : (ATAN_HI[3] as number);
	let id = -1;
	if (x >= 0.4375) {
		if (x < 0.6875) [id, x] = [0, (2 * x - 1) / (2 + x)];
		else if (x < 1.1875) [id, x] = [1, (x - 1) / (x + 1)];
		else if (x < 2.4375) [id, x] = [2, (x - 1.5) / (1 + 1.5 * x)];
		else [id, x] = [3, -1 / x];
	}
	const z = x * x;
	const w = z * z;
	const s1 = z * (AT[0] + w * (AT[2] + w * (AT[4] + w * (AT[6] + w * (AT[8] + w * AT[10])))));
	const s2 = w * (AT[1] + w * (AT[3] + w * (AT[5] + w * (AT[7] + w * AT[9]))));
	const result = id < 0 ? x - x * (s1 + s2) : (ATAN_HI[id] as number) - (x * (s1 + s2) - (ATAN_LO[id] as number) - x);
	return value < 0 ? -result : result;
}

/** The direction of (x, y) in degrees, from 0 up to but not including 360; 0 for (0, 0). */
export function directionDeg(x: number, y: number): number {
	if (y === 0) return x < 0 ? 180 : 0;
	if (x === 0) return y > 0 ? 90 : 270;
	const a = atan(Math.abs(y / x)) * DEGREES;
	const whole = Math.round(a);
	const first = Math.abs(a - whole) < 1e-13 * 45 ? whole : a;
	const full = x > 0 ? (y > 0 ? first : 360 - first) : y > 0 ? 180 - first : 180 + first;
	return full >= 360 ? 0 : full;
}

/** Arctangent in degrees, -90 to 90. */
export function atanDeg(value: number): number {
	const a = directionDeg(1, value);
	return a > 180 ? a - 360 : a;
}

/** Arcsine in degrees, -90 to 90; not a number outside -1 to 1. */
export function asinDeg(value: number): number {
	if (!(value >= -1 && value <= 1)) return Number.NaN;
	const a = directionDeg(Math.sqrt(1 - value * value), value);
	return a > 180 ? a - 360 : a;
}

/** Arccosine in degrees, 0 to 180; not a number outside -1 to 1. */
export function acosDeg(value: number): number {
	return 90 - asinDeg(value);
}

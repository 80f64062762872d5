/**
 * Powers, roots and logarithms from `+ - * / sqrt floor` alone; the reductions and series are those of fdlibm e_exp.c
 * and e_log.c.
 */

const LN2_HI = 6.9314718036912381649e-1;
const LN2_LO = 1.90821492927058770002e-10;
const INV_LN2 = 1.442695040888963387;

const TWO_32 = 4294967296;

/** A value times 2 to a whole power, exact within the range of a double. */
function scale(value: number, power: number): number {
	let v = value;
	for (let n = Math.abs(power); n > 0; n -= 32) {
		const factor = n >= 32 ? TWO_32 : (1 << (n - 1)) * 2;
		v = power < 0 ? v / Math.abs(factor) : v * Math.abs(factor);
	}
	return v;
}

/** e to the x (fdlibm e_exp.c). */
export function exp(x: number): number {
	if (x > 709.782712893384) return Number.POSITIVE_INFINITY;
	if (x < -745.1332191019411) return 0;
	const k = Math.floor(x * INV_LN2 + 0.5);
	const hi = x - k * LN2_HI;
	const lo = k * LN2_LO;
	const r = hi - lo;
	const t = r * r;
	const c =
		r -
		t *
			(1.66666666666666019037e-1 +
				t *
					(-2.77777777770155933842e-3 +
						t * (6.61375632143793436117e-5 + t * (-1.6533902205465251539e-6 + t * 4.13813679705723846039e-8))));
	return scale(1 - (lo - (r * c) / (2 - c) - hi), k);
}

/** Natural logarithm of a positive number (fdlibm e_log.c). */
export function log(value: number): number {
	if (!(value > 0)) return value === 0 ? Number.NEGATIVE_INFINITY : Number.NaN;
	if (value === Number.POSITIVE_INFINITY) return value;
	let m = value;
	let k = 0;
	while (m >= TWO_32) {
		m /= TWO_32;
		k += 32;
	}
	while (m < 1 / TWO_32) {
		m *= TWO_32;
		k -= 32;
	}
	while (m >= Math.SQRT2) {
		m /= 2;
		k++;
	}
	while (m < Math.SQRT1_2) {
		m *= 2;
		k--;
	}
	const f = m - 1;
	const s = f / (2 + f);
	const z = s * s;
	const w = z * z;
	const t1 = w * (3.999999999940941908e-1 + w * (2.222219843214978396e-1 + w * 1.531383769920937332e-1));
	const t2 =
		z *
		(6.66666666666673513e-1 +
			w * (2.857142874366239149e-1 + w * (1.818357216161805012e-1 + w * 1.479819860511658591e-1)));
	const half = 0.5 * f * f;
	return k * LN2_HI - (half - (s * (half + t1 + t2) + k * LN2_LO) - f);
}

/**
 * `base` to the power `exponent`: by repeated squaring for whole exponents up to 1024, by roots for halves, else by
 * logarithms (relative error under 1e-13). Not a number where no real answer exists.
 */
export function power(base: number, exponent: number): number {
	if (exponent === 0 || base === 1) return 1;
	if (Number.isInteger(exponent) && Math.abs(exponent) <= 1024) {
		let result = 1;
		let square = base;
		for (let n = Math.abs(exponent); n > 0; n = Math.floor(n / 2)) {
			if (n % 2 === 1) result *= square;
			square *= square;
		}
		return exponent < 0 ? 1 / result : result;
	}
	if (exponent === 0.5) return base < 0 ? Number.NaN : Math.sqrt(base);
	if (base === 0) return exponent > 0 ? 0 : Number.POSITIVE_INFINITY;
	if (base < 0) {
		if (!Number.isInteger(exponent)) return Number.NaN;
		const size = exp(exponent * log(-base));
		return exponent % 2 === 0 ? size : -size;
	}
	return exp(exponent * log(base));
}

/** Cube root, by Newton's method from a power. */
export function cubeRoot(value: number): number {
	if (value === 0) return 0;
	const size = Math.abs(value);
	let r = exp(log(size) / 3);
	r -= (r - size / (r * r)) / 3;
	return value < 0 ? -r : r;
}

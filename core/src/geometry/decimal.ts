/** Whole numbers up to this one have few enough digits to be written as they are. */
const EXACT = 1e9;

/**
 * A number as people read it: 10 significant digits, no zeros at the end, and no exponent from 0.000001 to 1e15.
 * −0 is 0.
 */
export function decimal(value: number, digits = 10): string {
	if (value === 0) return "0";
	const size = Math.abs(value);
	if (size < EXACT && Number.isInteger(value)) return String(value);
	const rounded = Number(value.toPrecision(digits));
	if (size < 1e-6 || size > 1e15) return rounded.toExponential().replace("e+", "e");
	let text = String(rounded);
	if (text.includes("e")) text = rounded.toFixed(20).replace(/0+$/, "");
	return text.replace(/\.$/, "");
}

/** A number to a given number of decimals, zeros at the end left out. */
export function rounded(value: number, decimals: number): string {
	let factor = 1;
	for (let i = 0; i < decimals; i++) factor *= 10;
	const units = Math.round(value * factor);
	// The double nearest to so few digits is written with just those (ECMA-262, Number::toString).
	if (Math.abs(units) < EXACT && decimals <= 6) return units === 0 ? "0" : String(units / factor);
	return decimal(units / factor);
}

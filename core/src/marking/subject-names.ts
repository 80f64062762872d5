import type { Common, FigureRef } from "./criterion.ts";
import type { Selector, Sized } from "./selector.ts";

const sized = (size: Sized) => (typeof size === "number" ? String(size) : `${size.between[0]} to ${size.between[1]}`);

/** The size that a selector states, each as words that follow the noun: none if it states none. */
function sizesOf({ width, height, diameter, radius, side }: Selector): string[] {
	const sizes: string[] = [];
	if (width !== undefined && height !== undefined) sizes.push(`${sized(width)} by ${sized(height)}`);
	else if (width !== undefined) sizes.push(`${sized(width)} wide`);
	else if (height !== undefined) sizes.push(`${sized(height)} high`);
	if (diameter !== undefined) sizes.push(`${sized(diameter)} across`);
	if (radius !== undefined) sizes.push(`of radius ${sized(radius)}`);
	if (side !== undefined) sizes.push(`with sides of ${sized(side)}`);
	return sizes;
}

/** What a selector states of where a figure is, what drew it and what it isn't. */
function furtherOf(of: Selector): string[] {
	const further = sizesOf(of);
	if (of["wider than high"]) further.push("wider than high");
	if (of["higher than wide"]) further.push("higher than wide");
	if (of.zone !== undefined) {
		const zone = typeof of.zone === "string" ? `the ${of.zone}` : `the rectangle at ${of.zone.slice(0, 2).join(", ")}`;
		further.push(`in ${zone}${of.of === undefined ? "" : ` of the ${plain(of.of)}`}`);
	}
	if (of.inside !== undefined) further.push(`inside the ${plain(of.inside)}`);
	if (of.on !== undefined) further.push(`on the ${plain(of.on)}`);
	const routine = of["by routine"];
	if (routine !== undefined) further.push(`drawn by ${routine === "any" ? "a routine" : routine}`);
	const variable = of["by variable"];
	if (variable !== undefined) further.push(variable === "random" ? "drawn by chance" : `that follows ${variable}`);
	if (of.not !== undefined)
		further.push(`other than ${typeof of.not === "string" ? `the ${plain(of.not)}` : `a ${selected(of.not)}`}`);
	return further;
}

const plain = (name: string) => name.replaceAll("-", " ");

/** What a selector means, as a noun without its article: "hollow red circle 80 across in the upper half". */
function selected(of: Selector): string {
	if (of["group of"] !== undefined) return `${of["group of"]} group`;
	const kind = of.kind === undefined ? (of.text ? "text" : "figure") : [of.kind].flat().join(" or ");
	const drawn =
		of.drawn === undefined ? undefined : typeof of.drawn === "number" ? `${of.drawn}. drawn` : `${of.drawn} drawn`;
	const paint = of.fill === "none" ? "unfilled" : of.fill;
	return [
		of.pick ?? drawn,
		of.filled === undefined ? undefined : of.filled ? "filled" : "hollow",
		paint,
		of.outline === undefined ? undefined : `${of.outline === "none" ? "un" : `${of.outline}\u2011`}outlined`,
		of.sides === undefined ? undefined : `${of.sides}\u2011sided`,
		kind.replaceAll("-", " "),
		of.text && `“${of.text.is}”`,
		...furtherOf(of),
	]
		.filter(Boolean)
		.join(" ");
}

/** The name of a criterion's subject for sentences. */
export function nameOf(of: Common["of"] | readonly FigureRef[]): string {
	if (of === undefined || of === "everything" || of === "run") return "everything";
	if (typeof of === "string") return of;
	if (Array.isArray(of)) return of.map((one) => nameOf(one)).join(" and ");
	return selected(of as Exclude<FigureRef, string>);
}

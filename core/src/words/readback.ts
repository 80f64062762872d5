import { formatColour } from "../colour/colour.ts";
import { nameOf } from "../colour/family.ts";
import type { Figure } from "../figures/figure.ts";
import { listed, num } from "./lists.ts";

/** A paint in words, with its code: "light red #e66a6a". */
function paint(colour: number): string {
	return `${nameOf(colour)} ${formatColour(colour)}`;
}

/** What a figure is called: its most particular kind in words. */
export function kindWord(figure: Figure): string {
	const [kind] = figure.kinds;
	if (kind === "star") return `star of ${figure.star?.points ?? 0} points`;
	if (kind === "arc" && figure.bend && figure.bend.ends !== "open")
		return figure.bend.ends === "sector" ? "sector" : "segment of a circle";
	if (kind === "regular-polygon") return `regular ${figure.sides.length}-sided polygon`;
	if (kind === "polygon" || kind === "polyline") return `${kind} of ${figure.sides.length} sides`;
	if (kind === "right-triangle" && figure.kinds.includes("isosceles-triangle")) return "right isosceles triangle";
	return (kind ?? "figure").replaceAll("-", " ");
}

function sizeWords(figure: Figure): string {
	const [kind] = figure.kinds;
	if (kind === "circle" || kind === "dot") return `${num((figure.width + figure.height) / 2)} across`;
	if (kind === "text") return `“${figure.lettering?.text ?? ""}”, ${num(figure.lettering?.size ?? 0)} high`;
	if (kind === "arc" && figure.bend) return bendWords(figure.bend);
	if (kind === "line") return `${num(figure.sides[0] ?? 0)} long`;
	if (kind === "square") return `side ${num(figure.width)}`;
	if (figure.kinds.includes("triangle")) return `sides ${listed(figure.sides.map(num))}`;
	if (kind === "regular-polygon") return `side ${num(figure.sides[0] ?? 0)}`;
	return `${num(figure.width)} by ${num(figure.height)}`;
}

function bendWords({ rx, ry, start, sweep }: NonNullable<Figure["bend"]>): string {
	const across = Math.abs(rx - ry) < 0.05 ? `radius ${num(rx)}` : `of an ellipse ${num(2 * rx)} by ${num(2 * ry)}`;
	return `${across}, ${num(Math.abs(sweep))}° ${sweep < 0 ? "to the right" : "to the left"} from ${num(start)}°`;
}

function placeWords(figure: Figure): string {
	if (figure.kinds[0] === "line") {
		const [a, b] = figure.points as [readonly [number, number], readonly [number, number]];
		return `from ${num(a[0])}, ${num(a[1])} to ${num(b[0])}, ${num(b[1])}`;
	}
	return `centre ${num(figure.centre[0])}, ${num(figure.centre[1])}`;
}

/** "lines 3 to 6", "line 7", "lines 2, 5 and 9". */
export function lineWords(lines: readonly number[]): string {
	if (lines.length === 1) return `line ${lines[0]}`;
	const [first, last] = [lines[0] as number, lines.at(-1) as number];
	if (lines.length > 2 && last - first === lines.length - 1 && lines.every((line, i) => line === first + i))
		return `lines ${first} to ${last}`;
	return `lines ${listed(lines.slice(0, 6).map(String))}${lines.length > 6 ? " …" : ""}`;
}

/** Kinds whose rotation is described by their start and end. */
const NOT_TURNED: ReadonlySet<string> = new Set(["line", "polyline", "arc", "spiral", "dot"]);

/** A figure read back in one sentence, without its number: "circle, 80 across, light red, …, line 7". */
export function figureSentence(figure: Figure): string {
	const parts = [kindWord(figure), sizeWords(figure)];
	if (figure.fill !== -1) parts.push(paint(figure.fill));
	if (figure.outline !== -1)
		parts.push(
			`${figure.kinds[0] === "line" || figure.kinds[0] === "polyline" ? "" : "outline "}${paint(figure.outline)}, ${num(figure.outlineWidth)} wide`,
		);
	parts.push(placeWords(figure));
	if (figure.rotation > 0.05 && figure.rotation < 359.95 && !NOT_TURNED.has(figure.kinds[0] as string))
		parts.push(`turned ${num(figure.rotation)}°`);
	if (figure.gap > 0.05) parts.push(`open by ${num(figure.gap)}`);
	if (figure.overdrawn > 0.05)
		parts.push(`drawn over ${num(figure.overdrawn) === "1" ? "once" : `${num(figure.overdrawn)} times`} more`);
	if (figure.twin !== null) parts.push(`exactly on figure ${figure.twin + 1}`);
	if (figure.onSheet < 0.999)
		parts.push(figure.onSheet < 0.001 ? "off the sheet" : `${num(figure.onSheet * 100)} % on the sheet`);
	if (figure.onSheet >= 0.001 && figure.visible < 0.995)
		parts.push(figure.visible < 0.005 ? "hidden" : `${num(figure.visible * 100)} % visible`);
	if (figure.onSheet >= 0.001 && figure.visible >= 0.005 && figure.contrast < 1.25)
		parts.push(`hard to see against its background (contrast ${num(figure.contrast)})`);
	parts.push(lineWords(figure.lines));
	return parts.join(", ");
}

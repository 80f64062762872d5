import { type LineStyle, PLAIN_LINE } from "../tape/layout.ts";
import { FONT_FAMILY } from "../tape/lettering.ts";
import type { Picture, PictureGradient, PictureShape } from "./picture.ts";

/** A figure that can be pointed at: its outline as a path, and message. */
export interface PointedFigure {
	readonly index: number;
	readonly outline: string;
	readonly sentence: string;
}

const ESCAPES: Readonly<Record<string, string>> = { "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;" };

/** Whether XML has a character: no control characters but tab and line ends, no half of a pair, no non-characters. */
function inXml(code: number): boolean {
	if (code < 0x20) return code === 0x09 || code === 0x0a || code === 0x0d;
	return !(code >= 0xd800 && code <= 0xdfff) && code !== 0xfffe && code !== 0xffff;
}

/** Text escaped for XML; characters that XML forbids become spaces. */
function escape(text: string): string {
	let safe = "";
	for (const letter of text) safe += inXml(letter.codePointAt(0) as number) ? (ESCAPES[letter] ?? letter) : " ";
	return safe;
}

function shape(of: PictureShape): string {
	const { text } = of;
	const fill = of.fillGradient === undefined ? of.fill : `url(#paint-${of.fillGradient})`;
	if (text) {
		const about = `${text.x} ${text.y}`;
		const turn = text.mirrored
			? ` transform="translate(${about}) rotate(${-text.turned}) scale(-1 1) translate(${-text.x} ${-text.y})"`
			: text.turned === 0
				? ""
				: ` transform="rotate(${-text.turned} ${about})"`;
		return `<text x="${text.x}" y="${text.y}" font-size="${text.size}" font-family="${FONT_FAMILY}" text-anchor="${text.anchor}" fill="${fill}"${turn}${clipped(of.clip)} xml:space="preserve">${escape(text.words)}</text>`;
	}
	const stroke =
		of.ink === "none"
			? ""
			: ` stroke="${of.inkGradient === undefined ? of.ink : `url(#paint-${of.inkGradient})`}" stroke-width="${of.width}"${lineStyle(of.line ?? PLAIN_LINE)}`;
	const order = of.inkUnder ? ' paint-order="stroke"' : "";
	return `<path d="${of.d}" fill="${fill}"${order}${of.evenOdd ? ' fill-rule="evenodd"' : ""}${stroke}${clipped(of.clip)}/>`;
}

function lineStyle({ cap, join, miter, dash, dashOffset }: LineStyle): string {
	const caps = cap === "butt" ? "" : ` stroke-linecap="${cap}"`;
	const dashes = dash.length === 0 ? "" : ` stroke-dasharray="${dash.join(" ")}" stroke-dashoffset="${dashOffset}"`;
	return ` stroke-linejoin="${join}" stroke-miterlimit="${miter}"${caps}${dashes}`;
}

function gradient({ kind, at, stops, stretch }: PictureGradient, i: number): string {
	const [a, b, c, d, e, f] = at;
	const place =
		kind === "linear"
			? `x1="${a}" y1="${b}" x2="${c}" y2="${d}"`
			: `fx="${a}" fy="${b}" fr="${c}" cx="${d}" cy="${e}" r="${f}"`;
	const inside = stops.map(([offset, colour]) => `<stop offset="${offset}" stop-color="${colour}"/>`).join("");
	const stretched = stretch
		? ` gradientTransform="translate(${d} ${e}) matrix(${stretch.join(" ")} 0 0) translate(${-(d as number)} ${-(e as number)})"`
		: "";
	return `<${kind}Gradient id="paint-${i}" gradientUnits="userSpaceOnUse" ${place}${stretched}>${inside}</${kind}Gradient>`;
}

const clipped = (clip: number | undefined) => (clip === undefined ? "" : ` clip-path="url(#clip-${clip})"`);

/**
 * A picture as a whole SVG document. Figures, where given, lie over it as outlines that can't be seen until they are
 * pointed at, each with its sentence as title.
 */
export function svgOf(picture: Picture, figures: readonly PointedFigure[] = []): string {
	const { width, height } = picture;
	const over = figures.map(
		(f) =>
			`<path class="figure" data-figure="${f.index}" d="${f.outline}" fill="none" stroke="none" pointer-events="all"><title>${escape(f.sentence)}</title></path>`,
	);
	return [
		`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}">`,
		`<rect width="${width}" height="${height}" fill="${picture.paper}"/>`,
		...picture.clips.map(
			(c, i) =>
				`<clipPath id="clip-${i}"${clipped(c.clip)}><path d="${c.d}"${c.evenOdd ? ' clip-rule="evenodd"' : ""}/></clipPath>`,
		),
		...(picture.gradients ?? []).map(gradient),
		...picture.shapes.map(shape),
		...over,
		"</svg>\n",
	].join("\n");
}

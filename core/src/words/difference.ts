import { formatColour } from "../colour/colour.ts";
import { looksSame } from "../colour/difference.ts";
import { nameOf } from "../colour/family.ts";
import type { Drawing, Figure } from "../figures/figure.ts";
import { listed, num, withArticle } from "./lists.ts";
import { kindWord, lineWords } from "./readback.ts";

const colourWord = (colour: number) => (colour === -1 ? "none" : nameOf(colour));

/** "green instead of red"; with their codes where two have one name. */
function instead(found: number, wanted: number): string {
	const [a, b] = [colourWord(found), colourWord(wanted)];
	return a === b ? `${a} ${formatColour(found)} instead of ${b} ${formatColour(wanted)}` : `${a} instead of ${b}`;
}

/** Differences smaller than this, in sheet units and degrees, aren't reported. */
const SMALL = 0.5;

/**
 * What differs in a drawing from another one that was wanted, a sentence a figure, in the units of the sheet: "The
 * rect is 12 too low." Empty where nothing does.
 *
 * @param partners for each wanted figure its like among those found
 * @param up 1 where y grows upwards on the sheet, else -1
 */
export function differencesOf(
	wanted: Drawing,
	found: Drawing,
	partners: readonly (Figure | undefined)[],
	up: 1 | -1,
): string[] {
	const [ours, theirs] = [wanted.figures, found.figures];
	const taken = new Set<Figure>();
	const sentences: string[] = [];
	if (!looksSame(wanted.paper, found.paper)) sentences.push(`The paper is ${instead(found.paper, wanted.paper)}.`);
	ours.forEach((figure, i) => {
		const partner = partners[i];
		const name = nameIn(figure, ours);
		if (!partner) {
			sentences.push(`${name} is missing.`);
			return;
		}
		taken.add(partner);
		const parts = partsOf(figure, partner, up);
		if (parts.length > 0) sentences.push(`${name} is ${listed(parts)} (${lineWords(partner.lines)}).`);
	});
	for (const figure of theirs)
		if (!taken.has(figure))
			sentences.push(`There is ${withArticle(kindWord(figure))} too many (${lineWords(figure.lines)}).`);
	return sentences;
}

const ORDER = ["first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth", "ninth", "tenth"];

/** "The circle", or "The second circle" where there are several. */
function nameIn(figure: Figure, all: readonly Figure[]): string {
	const word = kindWord(figure);
	const alike = all.filter((f) => kindWord(f) === word);
	if (alike.length === 1) return `The ${word}`;
	const at = alike.indexOf(figure);
	return `The ${ORDER[at] ?? `${at + 1}th`} ${word}`;
}

/** An amount one way or the other: "12 too low", "3 too high". */
function off(amount: number, more: string, less: string): string[] {
	return Math.abs(amount) < SMALL ? [] : [`${num(Math.abs(amount))} ${amount > 0 ? more : less}`];
}

function partsOf(wanted: Figure, found: Figure, up: number): string[] {
	const parts: string[] = [];
	if (wanted.kinds[0] !== found.kinds[0] && !found.kinds.includes(wanted.kinds[0] as never))
		parts.push(withArticle(kindWord(found)));
	parts.push(...off(found.centre[0] - wanted.centre[0], "too far right", "too far left"));
	parts.push(...off(up * (found.centre[1] - wanted.centre[1]), "too high", "too low"));
	const round = wanted.kinds[0] === "circle" || wanted.kinds[0] === "dot";
	if (round) parts.push(...off(found.width - wanted.width, "too large", "too small"));
	else if (wanted.kinds[0] === "line")
		parts.push(...off((found.sides[0] ?? 0) - (wanted.sides[0] ?? 0), "too long", "too short"));
	else {
		parts.push(...off(found.width - wanted.width, "too wide", "too narrow"));
		parts.push(...off(found.height - wanted.height, "too tall", "too short"));
	}
	if (wanted.kinds[0] === found.kinds[0]) parts.push(...turnedOff(wanted, found));
	if (!looksSame(wanted.fill, found.fill)) parts.push(`filled ${instead(found.fill, wanted.fill)}`);
	if (!looksSame(wanted.outline, found.outline)) parts.push(`outlined ${instead(found.outline, wanted.outline)}`);
	else if (wanted.outline !== -1)
		parts.push(...off(found.outlineWidth - wanted.outlineWidth, "too thick in its outline", "too thin in its outline"));
	if (wanted.lettering && found.lettering && wanted.lettering.text !== found.lettering.text)
		parts.push(`“${found.lettering.text}” instead of “${wanted.lettering.text}”`);
	return parts;
}

/** Degrees after which a turned figure looks the same. */
function symmetryOf({ kinds: [kind], star, sides }: Figure): number {
	if (kind === "square") return 90;
	if (star) return 360 / star.points;
	if (kind === "regular-polygon") return 360 / sides.length;
	return kind === "line" || kind === "rect" || kind === "ellipse" ? 180 : 360;
}

/** How much further a figure is turned, the shorter way round its own symmetry. */
function turnedOff(wanted: Figure, found: Figure): string[] {
	const whole = symmetryOf(wanted);
	const turn = ((((found.rotation - wanted.rotation + whole / 2) % whole) + whole) % whole) - whole / 2;
	return Math.abs(turn) < SMALL ? [] : [`turned ${num(Math.abs(turn))}° too far to the ${turn > 0 ? "left" : "right"}`];
}

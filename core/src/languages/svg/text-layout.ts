import { textWidth } from "../../tape/lettering.ts";
import { isElement, type SvgElement } from "./document.ts";
import type { SvgStyle } from "./svg-style.ts";

/** Words of one style in one place. */
export interface LaidPiece {
	readonly words: string;
	readonly x: number;
	readonly y: number;
	readonly element: SvgElement;
	readonly style: SvgStyle;
	/** What an ancestor's opacity leaves of it. */
	readonly opacity: number;
}

/** What an element of a text says of its letters. */
export interface TextPlaces {
	readonly style: SvgStyle;
	readonly opacity: number;
	/** Places and shifts for its letters one by one, from its first; the last x and y hold for what follows it. */
	readonly x: readonly number[];
	readonly y: readonly number[];
	readonly dx: readonly number[];
	readonly dy: readonly number[];
}

interface Piece {
	words: string;
	x: number;
	y: number;
	width: number;
	readonly element: SvgElement;
	readonly style: SvgStyle;
	readonly opacity: number;
	/** Whether a new line of letters begins here, which is aligned by itself. */
	readonly begins: boolean;
}

/**
 * Lays out a text: white space is made single, letters follow one another by our table of widths, and each stretch from
 * one given place to the next is aligned as a whole (SVG 2, 11.5).
 *
 * @param places what an element says of its letters; undefined for one that isn't seen
 */
export function laidText(text: SvgElement, places: (element: SvgElement) => TextPlaces | undefined): LaidPiece[] {
	const pieces: Piece[] = [];
	let [x, y] = [0, 0];
	/** Whether the letter before was a space, or there is none yet. */
	let spaced = true;
	const walk = (element: SvgElement) => {
		const own = places(element);
		if (!own) return;
		let count = 0;
		const most = Math.max(own.x.length, own.y.length, own.dx.length, own.dy.length);
		const add = (words: string) => {
			const [px, py] = [own.x[count], own.y[count]];
			const begins = pieces.length === 0 || px !== undefined || py !== undefined;
			x = (px ?? x) + (own.dx[count] ?? 0);
			y = (py ?? y) + (own.dy[count] ?? 0);
			const width = textWidth(words, own.style.font);
			const last = pieces.at(-1);
			const goesOn = last && !begins && last.element === element && !own.dx[count] && !own.dy[count];
			if (goesOn) {
				last.words += words;
				last.width += width;
			} else pieces.push({ words, x, y, width, element, style: own.style, opacity: own.opacity, begins });
			x += width;
			count += [...words].length;
		};
		for (const child of element.children) {
			if (isElement(child)) {
				if (child.name === "tspan" || child.name === "a") walk(child);
				continue;
			}
			let words = child.text.replace(/[ \t\r\n]+/g, " ");
			if (spaced && words.startsWith(" ")) words = words.slice(1);
			if (words === "") continue;
			spaced = words.endsWith(" ");
			const letters = count < most ? [...words] : [];
			const apart = Math.max(0, Math.min(letters.length, most - count));
			for (const letter of letters.slice(0, apart - (apart < letters.length ? 1 : 0))) add(letter);
			const rest = apart === 0 ? words : letters.slice(Math.max(0, apart - (apart < letters.length ? 1 : 0))).join("");
			if (rest !== "") add(rest);
		}
	};
	walk(text);
	return aligned(pieces);
}

/** Each stretch moved by what its anchor says; a space at its end counts for nothing. */
function aligned(pieces: readonly Piece[]): LaidPiece[] {
	const laid: LaidPiece[] = [];
	for (let i = 0; i < pieces.length; ) {
		let end = i + 1;
		while (end < pieces.length && !(pieces[end] as Piece).begins) end++;
		const [first, last] = [pieces[i] as Piece, pieces[end - 1] as Piece];
		const tail = last.words.endsWith(" ") ? textWidth(" ", last.style.font) : 0;
		const width = last.x + last.width - tail - first.x;
		const share = first.style.anchor === "middle" ? 0.5 : first.style.anchor === "end" ? 1 : 0;
		for (const piece of pieces.slice(i, end)) {
			const { x, y, element, style, opacity } = piece;
			const words = piece === last ? piece.words.trimEnd() : piece.words;
			if (words.trim() !== "") laid.push({ words, x: x - width * share, y, element, style, opacity });
		}
		i = end;
	}
	return laid;
}

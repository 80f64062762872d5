/**
 * Advance widths of the font that ships with the product (Atkinson Hyperlegible Next Regular), in thousandths of the
 * size.
 */

const LATIN =
	"280 286 301 651 592 919 731 160 299 299 485 606 210 362 210 387 648 407 548 576 614 588 598 510 615 595 210 210 553 628 553 480 778 626 613 645 669 569 552 694 694 392 512 631 541 824 693 714 592 724 614 592 558 690 593 856 623 575 607 317 387 344 552 372 243 525 566 485 564 538 314 558 550 252 245 492 262 845 550 548 566 574 349 471 326 540 461 684 481 449 460 344 237 344 555";
const LATIN_1 =
	"280 286 485 610 580 575 237 528 368 798 371 562 602 0 798 356 352 579 382 383 243 0 509 240 265 256 380 562 816 820 867 450 626 626 626 626 626 626 891 645 569 569 569 569 392 392 392 392 689 693 714 714 714 714 714 532 714 690 690 690 690 575 592 582 525 525 525 525 525 525 866 485 538 538 538 538 252 252 252 266 565 550 548 548 548 548 548 606 548 540 540 540 540 449 566 449";
/** Code point in hexadecimal and width, by turns. */
const MORE =
	"102 626 131 252 152 1006 153 924 2013 504 2014 824 2018 236 2019 236 201c 399 201d 399 2022 438 2026 670 20ac 664 2212 606";

/** For letters that the font lacks. */
const OTHER = 560;

const WIDTHS: ReadonlyMap<number, number> = (() => {
	const widths = new Map<number, number>();
	const add = (first: number, row: string) =>
		row.split(" ").forEach((w, i) => Number(w) > 0 && widths.set(first + i, Number(w)));
	add(32, LATIN);
	add(160, LATIN_1);
	const more = MORE.split(" ");
	for (let i = 0; i + 1 < more.length; i += 2) widths.set(Number.parseInt(more[i] as string, 16), Number(more[i + 1]));
	return widths;
})();

/** The family name under which the font is asked for in pictures. */
export const FONT_FAMILY = "Atkinson Hyperlegible Next";

/** How far a text reaches above and below its baseline, as shares of its size. */
export const ASCENT = 0.8;
export const DESCENT = 0.2;

/** Texts longer than this are measured once while they are used. */
const LONG = 64;
const MAX_MEASURED = 200;
const MEASURED = new Map<string, number>();

/** The sum of a text's advance widths, in thousandths of its size. */
function advance(text: string): number {
	let sum = 0;
	for (const letter of text) sum += WIDTHS.get(letter.codePointAt(0) as number) ?? OTHER;
	return sum;
}

/** The same of a long text, which is measured once. */
function longAdvance(text: string): number {
	let sum = MEASURED.get(text);
	if (sum === undefined) {
		sum = advance(text);
		if (MEASURED.size >= MAX_MEASURED) MEASURED.clear();
		MEASURED.set(text, sum);
	}
	return sum;
}

/** Width of a text on the sheet, in sheet units. */
export function textWidth(text: string, size: number): number {
	return ((text.length > LONG ? longAdvance(text) : advance(text)) * size) / 1000;
}

/** Pixels of the units in which CSS gives sizes of type; what depends on the page counts from 16 pixels. */
const UNITS: Readonly<Record<string, number>> = {
	px: 1,
	pt: 4 / 3,
	pc: 16,
	em: 16,
	rem: 16,
	"%": 0.16,
	in: 96,
	cm: 96 / 2.54,
	mm: 9.6 / 2.54,
	q: 2.4 / 2.54,
	ex: 8,
	ch: 8,
};

/** Pixels of the words for sizes of type (CSS Fonts 4, 2.5). */
export const FONT_SIZES: Readonly<Record<string, number>> = {
	"xx-small": 9,
	"x-small": 10,
	small: 13,
	medium: 16,
	large: 18,
	"x-large": 24,
	"xx-large": 32,
};

/** Characters of one font as it is written. */
const LONGEST = 400;

/**
 * The size in pixels of a font as CSS writes it in one line, like `italic bold 20px/1.2 Georgia`; undefined if it isn't
 * valid: a size and a family are required.
 */
export function fontSize(text: string): number | undefined {
	if (text.length > LONGEST) return undefined;
	const plain = text.trim().toLowerCase();
	const [, number, unit] =
		/(?:^|\s)(\d+\.?\d*|\.\d+)(px|pt|pc|em|rem|%|in|cm|mm|q|ex|ch)(?:\/\S+)?\s+\S/.exec(plain) ?? [];
	if (number !== undefined) return Number(number) * (UNITS[unit as string] as number);
	const word = plain.split(/\s+/).find((w) => Object.hasOwn(FONT_SIZES, w));
	return word !== undefined && /\s\S/.test(plain.slice(plain.indexOf(word))) ? FONT_SIZES[word] : undefined;
}

/** Words of drawing that a beginner may not know, with what they mean. */
const TERMS: Readonly<Record<string, string>> = {
	facing:
		"The direction in which the pen would walk, in degrees: 0 is to the right, 90 is up, and turning left makes it larger.",
	corner: "Where two sides meet. A rect's corner is its upper left one, as seen.",
	centre:
		"The middle of a figure: as far from its left rim as from its right one, and from its top as from its bottom.",
	middle: "As far from the left rim as from the right one, and from the top as from the bottom.",
	baseline: "The line that letters stand on. Parts of letters like p and g hang below it.",
	radius: "From the middle of a circle to its rim: half of the diameter.",
	diameter: "Right across a circle, through its middle: twice the radius.",
	across: "From one rim to the other, through the middle.",
	outline: "The line round a figure, which the pen draws.",
	fill: "The colour inside a figure, up to its outline.",
	ray: "A straight line that leads away from a point.",
	origin: "Where 0, 0 is on the sheet.",
	"right angle": "A quarter turn: 90 degrees, as in the corner of a square.",
	angle: "How far two directions are apart, in degrees. All the way round is 360.",
	degrees: "Parts of a turn: 360 of them are once round, 90 a quarter turn.",
	loop: "Statements that are done again and again, so that they are written once.",
	routine: "Statements with a name, which can be called wherever they are needed.",
	frame: "One picture of many that follow one another, as in a film.",
	gap: "The space between two figures, from the rim of one to the rim of the next.",
	"half circle": "Half of a circle's rim: a turn of 180 degrees.",
	polygon: "A closed figure with straight sides.",
};

/** Longer terms first, so that a right angle isn't read as an angle. */
const NAMES = Object.keys(TERMS).sort((a, b) => b.length - a.length);
const PATTERN = new RegExp(`(?<![\\p{L}-])(${NAMES.join("|")})(e?s)?(?![\\p{L}-])`, "giu");

export function meaningOf(term: string): string | undefined {
	return TERMS[term.toLowerCase()];
}

/** A text in pieces: plain ones and the first mention of each term. */
export function withTerms(
	text: string,
	known: Set<string> = new Set(),
): { readonly text: string; readonly term: string | null }[] {
	const pieces: { text: string; term: string | null }[] = [];
	let end = 0;
	for (const found of text.matchAll(PATTERN)) {
		const term = (found[1] as string).toLowerCase();
		if (known.has(term)) continue;
		known.add(term);
		if (found.index > end) pieces.push({ text: text.slice(end, found.index), term: null });
		pieces.push({ text: found[0], term });
		end = found.index + found[0].length;
	}
	if (end < text.length) pieces.push({ text: text.slice(end), term: null });
	return pieces;
}

/** The terms that texts mention. */
export function termsIn(...texts: readonly string[]): Set<string> {
	const known = new Set<string>();
	for (const text of texts) withTerms(text, known);
	return known;
}

/** HTML of our own making in which the first mention of each term can be clicked; tags and code stay as they are. */
export function termsInHtml(html: string): string {
	const known = new Set<string>();
	let code = 0;
	return html
		.split(/(<[^>]*>)/)
		.map((part) => {
			if (/^<\/?(code|pre|a)\b/.test(part)) code += part.startsWith("</") ? -1 : 1;
			if (part.startsWith("<") || code > 0) return part;
			return withTerms(part, known)
				.map((p) =>
					p.term === null ? p.text : `<button type="button" class="term" data-term="${p.term}">${p.text}</button>`,
				)
				.join("");
		})
		.join("");
}

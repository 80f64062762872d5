/** Words of drawing that a beginner may not know, with what they mean. */
const TERMS: Readonly<Record<string, string>> = {
	facing: "The pen's direction in degrees: 0 is right, 90 is up. Turning left makes it larger.",
	corner: "The point where two sides meet. A rect's corner is the one at the upper left.",
	centre: "The middle of a figure, halfway between left and right and between top and bottom.",
	middle: "Halfway between left and right, and halfway between top and bottom.",
	baseline: "The line under the letters. Parts of letters like p and g hang below it.",
	radius: "The distance from a circle's centre to its edge: half the diameter.",
	diameter: "The distance across a circle through its centre: twice the radius.",
	across: "The distance from edge to edge through the centre.",
	outline: "The line around a figure, drawn by the pen.",
	fill: "The colour inside a figure, up to its outline.",
	ray: "A straight line that leads away from a point.",
	origin: "The point 0, 0 on the sheet.",
	"right angle": "A quarter turn: 90 degrees, as in the corner of a square.",
	angle: "The turn between two directions, in degrees. A full turn is 360.",
	degrees: "The unit for angles: a full turn has 360 degrees, a quarter turn 90.",
	loop: "Statements that run several times but are written once.",
	routine: "Statements with a name. The program can call them from several places.",
	frame: "One of the pictures that follow one another in an animation.",
	gap: "The distance from the edge of one figure to the edge of the next.",
	"half circle": "Half of a circle: a turn of 180 degrees.",
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

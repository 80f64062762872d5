/** A figure's name with its article, unless it means all figures. */
export function theFigure(name: string): string {
	if (name === "everything" || name === "") return "everything";
	if (name === "paper") return "the paper";
	const plain = name.replaceAll("-", " ");
	return plain
		.split(" and ")
		.map((one) => `the ${one}`)
		.join(" and ");
}

/** Where what follows a noun begins: "circle | in the upper half", "text | “Open”". */
const FURTHER =
	/ (?:“|in |inside |on |of |with |drawn |that |other |wider |higher |(?:\d[\d. to]* )(?:across|wide|high|by ))/;

/** A noun and what follows it. */
function parted(phrase: string): readonly [noun: string, further: string] {
	const at = phrase.search(FURTHER);
	return at < 0 ? [phrase, ""] : [phrase.slice(0, at), phrase.slice(at)];
}

/** Nouns that end in s and mean one. */
const SINGULAR = /(?:ss|us|is|\blens|\bgas|\bcanvas|\batlas|\bseries)$/;

/** Whether a figure's name means several, as "eyes" does, or "the hull and the mast". */
export function isPlural(name: string): boolean {
	const [noun] = parted(name.replaceAll("-", " "));
	return name.includes(" and ") || (/s$/.test(noun) && !SINGULAR.test(noun));
}

/** One of what a name means: "plank" of "planks". */
export function singular(name: string): string {
	const [noun, further] = parted(name.replaceAll("-", " "));
	if (name.includes(" and ") || !isPlural(name)) return noun + further;
	return (
		noun.replace(/(?:([^aeiou])ies|(x|ch|sh)es|s)$/, (_, y?: string, e?: string) => (y ? `${y}y` : (e ?? ""))) + further
	);
}

/** A word in singular or plural. */
export function plural(word: string, count: number): string {
	const [noun, further] = parted(word);
	if (further !== "") return plural(noun, count) + further;
	if (word.endsWith("radius")) return count === 1 ? word : word.replace(/radius$/, "radii");
	if (count === 1 || (word.endsWith("s") && !SINGULAR.test(word))) return word;
	if (/[^aeiou]y$/.test(word)) return `${word.slice(0, -1)}ies`;
	return /(s|x|ch|sh)$/.test(word) ? `${word}es` : `${word}s`;
}

/** A figure's name in singular or plural. */
export function figuresWord(name: string, count: number): string {
	return plural(name === "everything" || name === "" ? "figure" : name.replaceAll("-", " "), count);
}

/** "the planks": all figures of a name. */
export function theFigures(name: string): string {
	if (name === "everything" || name === "") return "all figures";
	return isPlural(name) ? theFigure(name) : `the ${figuresWord(name, 2)}`;
}

/** A measure as a sentence names it. */
export function measureWord(what: string): string {
	return what === "closing gap" ? "gap where it closes" : what;
}

const MANY: Readonly<Record<string, string>> = {
	is: "are",
	has: "have",
	closes: "close",
	comes: "come",
	covers: "cover",
	faces: "face",
	goes: "go",
	keeps: "keep",
	leaves: "leave",
	lies: "lie",
	meets: "meet",
	moves: "move",
	overlaps: "overlap",
	reaches: "reach",
	stands: "stand",
	stays: "stay",
	touches: "touch",
	ends: "end",
	begins: "begin",
	starts: "start",
	turns: "turn",
};

/** A sentence whose subject is several figures: its verbs in the plural. */
export function agreeing(name: string, sentence: string): string {
	const subject = theFigure(name);
	const several = isPlural(name) && sentence.toLowerCase().startsWith(`${subject.toLowerCase()} `);
	if (!several) return sentence;
	return (
		sentence.slice(0, subject.length) +
		sentence.slice(subject.length).replace(/\b[a-z]+\b/g, (word) => MANY[word] ?? word)
	);
}

/** A place on a figure, to follow "the": "middle", "middle of the top edge", "upper left corner". */
export function anchorWords(anchor: string): string {
	return anchor === "centre" ? "middle" : anchor.replace(/^middle of (?=\w+ edge$)/, "middle of the ");
}

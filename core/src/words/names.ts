/** A figure's name with its article, unless it speaks of all. */
export function theFigure(name: string): string {
	if (name === "everything" || name === "") return "everything";
	if (name === "paper") return "the paper";
	const plain = name.replaceAll("-", " ");
	return plain
		.split(" and ")
		.map((one) => `the ${one}`)
		.join(" and ");
}

/** A word for so many. */
export function plural(word: string, count: number): string {
	if (word.endsWith("radius")) return count === 1 ? word : word.replace(/radius$/, "radii");
	if (count === 1 || word.endsWith("s")) return word;
	if (/[^aeiou]y$/.test(word)) return `${word.slice(0, -1)}ies`;
	return /(x|ch|sh)$/.test(word) ? `${word}es` : `${word}s`;
}

/** A figure's name for so many of it. */
export function figuresWord(name: string, count: number): string {
	return plural(name === "everything" || name === "" ? "figure" : name.replaceAll("-", " "), count);
}

/** "the planks": all figures of a name. */
export function theFigures(name: string): string {
	if (name === "everything" || name === "") return "all figures";
	return name.includes(" and ") ? theFigure(name) : `the ${figuresWord(name, 2)}`;
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
	turns: "turn",
};

/** A sentence whose subject is several figures: its verbs in the plural. */
export function agreeing(name: string, sentence: string): string {
	if (!name.includes(" and ")) return sentence;
	return sentence.replace(/\b[a-z]+\b/g, (word) => MANY[word] ?? word);
}

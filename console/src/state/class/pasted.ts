/** Headings that a list with columns begins with. */
const HEADING = /\b(name|student|pupil|learner|surname|forename)\b/i;
const SEPARATED = /[;\t]/;

const quoted = (text: string) => `"${text.replaceAll('"', '""')}"`;

/**
 * Pasted names as a CSV file: a name on each line, "Last, First" or "First Last"; whatever has a heading or columns of
 * its own stays as it is.
 */
export function csvOf(text: string): string {
	const lines = text
		.split(/\r?\n/)
		.map((line) => line.trim())
		.filter((line) => line !== "");
	const [first = ""] = lines;
	if (HEADING.test(first) || lines.some((line) => SEPARATED.test(line))) return text;
	return ["Name", ...lines.map((line) => quoted(turnedRound(line)))].join("\n");
}

/** "Vale, Idris" as "Idris Vale"; numbers and dashes before a name, as lists have them, are left out. */
function turnedRound(line: string): string {
	const name = line.replace(/^(?:\d+[.)]?|[-•*])\s+/, "");
	const [last, first, ...more] = name.split(",").map((part) => part.trim());
	return first && more.length === 0 ? `${first} ${last}` : name;
}

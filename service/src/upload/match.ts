/** A student as uploads look for them. */
export interface KnownStudent {
	readonly id: string;
	readonly name: string;
	readonly signInName: string;
}

/** The result of matching a name: one certain student, several candidates, or none. */
export interface StudentMatch {
	readonly students: readonly KnownStudent[];
	readonly by: "name" | "sign-in name" | "initials" | "first name" | "nothing";
}

/** The words of a name in lower case without accents, split at all other characters. */
export function wordsOf(text: string): string[] {
	return (
		text
			.normalize("NFD")
			.replace(/[\u0300-\u036f]/g, "")
			.toLowerCase()
			// "NellQuay" is two words.
			.match(/[a-z0-9]+/g) ?? []
	);
}

/** The words of a file or folder name, with joined words split. */
function wordsIn(segment: string): string[] {
	return wordsOf(segment.replace(/(\p{Ll})(\p{Lu})/gu, "$1 $2"));
}

const plain = (text: string) => wordsOf(text).join("");
const holdsAll = (words: readonly string[], of: readonly string[]) => of.every((w) => words.includes(w));

/**
 * The student of a file or folder, by its name. All words of a student's name in any order match first ("Quay, Nell"),
 * then the sign-in name, then two or more initials, then the first name.
 */
export function matchStudent(segment: string, students: readonly KnownStudent[]): StudentMatch {
	const words = wordsIn(segment);
	const byName = students.filter((s) => holdsAll(words, wordsOf(s.name)));
	// "Ana Brook Vale" matches before "Ana Brook".
	const longest = Math.max(0, ...byName.map((s) => wordsOf(s.name).length));
	if (byName.length > 0) return { students: byName.filter((s) => wordsOf(s.name).length === longest), by: "name" };
	const bySignIn = students.filter(
		(s) => words.includes(plain(s.signInName)) || plain(segment) === plain(s.signInName),
	);
	if (bySignIn.length > 0) return { students: bySignIn, by: "sign-in name" };
	const initialsOf = (s: KnownStudent) =>
		wordsOf(s.name)
			.map((w) => w[0])
			.join("");
	const byInitials = students.filter((s) => initialsOf(s).length > 1 && words.includes(initialsOf(s)));
	if (byInitials.length > 0) return { students: byInitials, by: "initials" };
	const byFirst = students.filter((s) => words.includes(wordsOf(s.name)[0] ?? ""));
	return byFirst.length > 0 ? { students: byFirst, by: "first name" } : { students: [], by: "nothing" };
}

/** The student of a path: from its folder or file with the best match. */
export function matchPath(path: string, students: readonly KnownStudent[]): StudentMatch {
	const segments = path.replace(/(?:\.[a-z0-9]{1,5})+$/i, "").split("/");
	const order = ["name", "sign-in name", "initials", "first name", "nothing"] as const;
	const told = segments.map((s) => matchStudent(s, students));
	// The outermost folder first: usually there is a folder per student.
	return told.sort((a, b) => order.indexOf(a.by) - order.indexOf(b.by))[0] ?? { students: [], by: "nothing" };
}

/** The fewest characters that a passphrase has. */
export const LEAST_CHARACTERS = 12;
/** How many different ones there are among them. */
const LEAST_DIFFERENT = 6;

/** Beginnings of passphrases that are tried first by whoever guesses, without signs and spaces. */
const COMMON = `
	password passwort passw0rd passphrase letmein welcome iloveyou admin administrator qwerty qwertz
	azerty abc123 monkey dragon football baseball sunshine princess superman starwars whatever trustno1
	changeme secret default computer school teacher student classroom harbour markpen`
	.trim()
	.split(/\s+/)
	// "administrator" before "admin".
	.sort((a, b) => b.length - a.length);
const ADVICE = "Take three or four words that don't belong together";
/** Rows of keys, along which fingers slide. */
const ROWS = ["01234567890", "abcdefghijklmnopqrstuvwxyz", "qwertyuiopasdfghjklzxcvbnm", "qwertzuiopasdfghjklyxcvbnm"];

/** The text without runs along a row of keys, of four or more, forwards or backwards. */
function withoutRuns(text: string): string {
	let rest = text;
	for (const row of ROWS.flatMap((r) => [r, [...r].reverse().join("")]))
		for (let length = row.length; length >= 4; length--)
			for (let at = 0; at + length <= row.length; at++) rest = rest.replaceAll(row.slice(at, at + length), "");
	return rest;
}

/** Why a passphrase is too easy to guess; undefined if it isn't. */
export function weakness(passphrase: string): string | undefined {
	if (passphrase.length < LEAST_CHARACTERS) return `is too short: ${LEAST_CHARACTERS} characters or more`;
	const plain = passphrase.toLowerCase().replace(/[^\p{L}\p{N}]/gu, "");
	if (new Set(plain).size < LEAST_DIFFERENT) return `is too easy to guess: it has too few different letters. ${ADVICE}`;
	const left = COMMON.reduce((rest, common) => rest.replaceAll(common, ""), withoutRuns(plain));
	if (left.replace(/\d+/g, "").length < 4 && left.length < 6)
		return `is too easy to guess: it is one of the passphrases that people try first. ${ADVICE}`;
	return undefined;
}

import { namedColour } from "../../colour/colour.ts";
import { nearest } from "../nearest.ts";
import type { Cursor } from "./cursor.ts";
import { FUNCTIONS } from "./functions.ts";
import { STATEMENTS } from "./statements/index.ts";
import type { Statement } from "./statements/statement.ts";

/** Words after a number that only say what it counts. */
const UNITS = new Set(["step", "steps", "degree", "degrees", "pixel", "pixels", "px", "times", "units", "seconds"]);

/** Reports something unexpected instead of a phrase, with the most likely intention. */
export function oddPhrase(cursor: Cursor, statement: Statement): never {
	const { front, last: before, place } = cursor;
	const { head } = statement;
	const form = statement.forms[0] as string;
	if (front.type === "sign") return oddSign(cursor, statement);
	if (front.type !== "name") {
		const bare = before.text === head && statement.values.length === 0;
		if (bare) cursor.fail("words-needed", place, { head, form });
		if (before.type === "name" && FUNCTIONS.has(before.text) && before.text !== head && front.type === "number") {
			const whole = { ...before.place, length: place.column + place.length - before.place.column };
			cursor.fail(
				"call-brackets",
				whole,
				{ name: before.text, value: front.text },
				{ place: whole, text: `${before.text}(${front.text})` },
			);
		}
		if (statement.more && before.type !== "sign")
			cursor.fail("comma-missing", place, { before: front.text }, { place: { ...place, length: 0 }, text: ", " });
		return cursor.fail("value-too-many-here", place, { found: front.text, head, form });
	}
	if (UNITS.has(front.text)) cursor.fail("unit-word", place, { word: front.text }, { place, text: "" });
	if (before.type === "name") twoWords(cursor, statement);
	const colours = statement.phrases.find((p) => p.values.length === 1 && p.values[0]?.kind === "colour");
	if (colours && namedColour(front.text) !== undefined)
		cursor.fail(
			"colour-word",
			place,
			{ colour: front.text, phrase: colours.word },
			{ place: { ...place, length: 0 }, text: `${colours.word} ` },
		);
	const chooser = statement.phrases.find((p) => p.choices?.some((choice) => choice.split(" ")[0] === front.text));
	if (chooser)
		cursor.fail(
			"choice-bare",
			place,
			{ choice: front.text, phrase: chooser.word },
			{ place: { ...place, length: 0 }, text: `${chooser.word} ` },
		);
	if (STATEMENTS.has(front.text)) cursor.fail("statement-inside", place, { found: front.text, head });
	const words = statement.phrases.map((p) => p.word);
	const near = nearest(front.text, words);
	return cursor.fail(
		"phrase-unknown",
		place,
		{ found: front.text, head, words: words.join(", "), near: near ?? "" },
		near ? { place, text: near } : undefined,
	);
}

function oddSign(cursor: Cursor, { head, values, forms }: Statement): never {
	const { front, last: before, place } = cursor;
	if (front.text === "=") cursor.fail("equals-lone", place, { owner: before.text }, { place, text: "" });
	if ((front.text === "(" || front.text === "[") && before.text === head && values.length === 0)
		cursor.fail("words-needed", place, { head, form: forms[0] as string });
	return cursor.fail("sign-out-of-place", place, { sign: front.text });
}

/** Two words side by side: a colour in two words, a function without its brackets, or one too many. */
function twoWords(cursor: Cursor, { head, forms, phrases }: Statement): void {
	const { front, last: before, place } = cursor;
	const joined = `${before.text}${front.text}`;
	const whole = { ...before.place, length: place.column + place.length - before.place.column };
	if (namedColour(joined) !== undefined)
		cursor.fail(
			"colour-words",
			whole,
			{ written: `${before.text} ${front.text}`, colour: joined },
			{ place: whole, text: joined },
		);
	if (FUNCTIONS.has(before.text) && before.text !== head)
		cursor.fail(
			"call-brackets",
			whole,
			{ name: before.text, value: front.text },
			{ place: whole, text: `${before.text}(${front.text})` },
		);
	const known =
		phrases.some((p) => p.word === before.text) || namedColour(front.text) !== undefined || STATEMENTS.has(front.text);
	const chosen = phrases.some((p) => p.choices?.some((choice) => choice.split(" ")[0] === front.text));
	if (!known && !chosen && before.text !== head)
		cursor.fail("words-two", place, { first: before.text, second: front.text, head, form: forms[0] as string });
}

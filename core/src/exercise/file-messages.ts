import type { YAMLError } from "yaml";
import type { z } from "zod";
import { nearest } from "../languages/nearest.ts";
import { CHECKS, checkOf } from "../marking/checks/index.ts";
import { common } from "../marking/criterion.ts";
import { listed } from "../words/lists.ts";

/** What is known of the place in a file that an issue is about. */
export interface IssuePlace {
	/** What is there; undefined if nothing is. */
	readonly found: unknown;
	/** The check of the criterion around it, where there is one. */
	readonly check: string | undefined;
	/** Whether it is about the criterion itself and not about something inside it. */
	readonly ofCriterion: boolean;
	/** Every key that some part of the file has. */
	readonly known: () => ReadonlySet<string>;
}

/** What a part of a file is to be, with an example. */
const KINDS: Readonly<Record<string, string>> = {
	number: "a number, as in 40",
	int: "a whole number, as in 3",
	string: "a text, as in buoy",
	boolean: "true or false",
	array: "a list, as in [a, b]",
	tuple: "a pair in brackets, as in [200, 150]",
	object: "options in braces, as in { x: 40 }",
	record: "options in braces, as in { x: 40 }",
};

/** ", as in …": a criterion that shows how a check is written. */
export function exampleOf(check: string | undefined): string {
	const own = CHECKS.find((c) => c.name === (check ?? "position"));
	return own ? `; a criterion reads like ${own.example}` : "";
}

/** What is in a file, in words. */
function foundWords(found: unknown): string {
	if (found === null) return "nothing";
	if (Array.isArray(found)) return "a list";
	if (typeof found === "string") return `the text "${found.length > 40 ? `${found.slice(0, 39)}…` : found}"`;
	return typeof found === "object" ? "options" : String(found);
}

/** The options that a criterion of a check takes. */
function optionsIn(check: string): string[] {
	return [...Object.keys(checkOf(check).options), ...Object.keys(common.shape).filter((key) => key !== "id")];
}

/** A key that isn't known where it is. */
function unknownKey(key: string, { check, ofCriterion, known }: IssuePlace): string {
	const has = check !== undefined && CHECKS.some((c) => c.name === check);
	if (!has || !ofCriterion) {
		const near = nearest(key, known());
		const meant = near && near !== key ? `; did you mean "${near}"?` : "";
		return `"${key}" isn't known here${meant}`;
	}
	const options = optionsIn(check);
	const near = nearest(key, new Set(options));
	if (near && near !== key) return `"${key}" isn't known here; did you mean "${near}"?`;
	const own = listed(Object.keys(checkOf(check).options));
	return `"${key}" isn't an option of ${check}, which takes ${own}, and what every criterion may have${exampleOf(check)}`;
}

/** How much of something there may be. */
function amount(issue: z.core.$ZodIssueTooSmall | z.core.$ZodIssueTooBig): string {
	const [limit, more] =
		issue.code === "too_small" ? [Number(issue.minimum), "at least"] : [Number(issue.maximum), "at most"];
	switch (issue.origin) {
		case "array":
		case "set":
			if (more === "at least" && limit === 1) return "this list is empty: give at least one thing, as in [a]";
			if (limit === 2 && issue.exact !== false) return "give two numbers, as in [200, 150]";
			return `give ${more} ${limit} things in this list`;
		case "string":
			return limit === 1 && more === "at least" ? "this is empty" : `this has ${more} ${limit} characters`;
		default:
			return `this is ${issue.inclusive ? more : more === "at least" ? "more than" : "less than"} ${limit}`;
	}
}

/** The word of some alternative that a wrong one is nearest to. */
function wordMeant(issue: z.core.$ZodIssue, found: unknown): string | undefined {
	if (issue.code !== "invalid_union" || typeof found !== "string") return undefined;
	const words = issue.errors.flatMap((alternative) =>
		alternative.flatMap((one) => (one.code === "invalid_value" && one.path.length === 0 ? one.values.map(String) : [])),
	);
	return words.length > 0 ? nearest(found, words) : undefined;
}

/** One sentence for the alternatives of a union if none nearly matches; undefined otherwise. */
function eitherOf(issue: z.core.$ZodIssue): string | undefined {
	if (issue.code !== "invalid_union" || issue.errors.length === 0) return undefined;
	const kinds = new Set<string>();
	for (const alternative of issue.errors) {
		for (const one of alternative) {
			if (one.path.length > 0) return undefined;
			if (one.code === "invalid_type") kinds.add(KINDS[one.expected] ?? one.expected);
			else if (one.code === "invalid_value") kinds.add(`one of ${one.values.slice(0, 24).map(String).join(", ")}`);
			else return undefined;
		}
	}
	return kinds.size > 1 ? listed([...kinds], "or") : undefined;
}

/** An issue of the schema in plain words: what is wrong, what may be there, and an example. */
export function issueMessage(issue: z.core.$ZodIssue, place: IssuePlace): string {
	const { found } = place;
	if (issue.code === "unrecognized_keys")
		return issue.keys
			.slice(0, 3)
			.map((key) => unknownKey(key, place))
			.join("; ");
	if ("message" in issue && !/^(?:Too (?:big|small)|Invalid)\b/.test(issue.message)) return issue.message;
	const meant = wordMeant(issue, found);
	if (meant !== undefined) return `${JSON.stringify(found)} isn't known here; did you mean "${meant}"?`;
	const either = eitherOf(issue);
	if (found === undefined && (issue.code === "invalid_type" || issue.code === "invalid_value" || either))
		return `this is missing${place.check ? exampleOf(place.check) : ""}`;
	if (either) return `this is to be ${either}, and it is ${foundWords(found)}`;
	if (issue.code === "invalid_type")
		return `this is to be ${KINDS[issue.expected] ?? issue.expected}, and it is ${foundWords(found)}`;
	if (issue.code === "too_small" || issue.code === "too_big") {
		const said = amount(issue);
		return issue.origin === "number" || issue.origin === "int"
			? `${said.replace("this is", "this is to be")}, and it is ${String(found)}`
			: said;
	}
	if (issue.code === "not_multiple_of") return `points go in quarters, as in 0.25 or 1.5, and this is ${String(found)}`;
	const allowed =
		issue.code === "invalid_value"
			? issue.values.map(String)
			: issue.code === "invalid_union" && issue.discriminator
				? CHECKS.map((c) => c.name)
				: undefined;
	if (issue.code === "invalid_key") return issue.issues[0]?.message ?? `"${String(issue.path.at(-1))}" can't be a name`;
	if (!allowed)
		return issue.code === "custom" || issue.code === "invalid_format"
			? issue.message
			: `this can't be read here: it is ${foundWords(found)}${place.check ? exampleOf(place.check) : ""}`;
	const near = nearest(String(found), allowed);
	if (near) return `${JSON.stringify(found)} isn't known here; did you mean "${near}"?`;
	return `${JSON.stringify(found)} isn't known here; there ${allowed.length === 1 ? "is" : "are"} ${listed(allowed)}`;
}

/** Plain words for YAML's error codes. */
const YAML_WORDS: Readonly<Record<string, string>> = {
	BAD_INDENT:
		"this line begins too far left or too far right, or a bracket or brace that was opened before it isn't closed",
	BAD_SCALAR_START: 'a text can\'t begin with this character: put it in quotes, as in "@home"',
	BLOCK_AS_IMPLICIT_KEY:
		"two keys are on one line, or this line and the next begin in different columns: a text with a colon goes in quotes, as in 'Buoy: red'",
	BLOCK_IN_FLOW: "a comma is missing here: inside brackets and braces commas go between things, as in { a: 1, b: 2 }",
	COMMENT_SPACE: "a comment begins with a space and #",
	DUPLICATE_KEY: "this key is here twice: keep one of them",
	IMPOSSIBLE: "this can't be read as YAML",
	KEY_OVER_1024_CHARS: "this key is too long: a colon may be missing before it",
	MISSING_CHAR: "a sign is missing here: a closing bracket, brace or quote, or the colon after a key",
	MULTILINE_IMPLICIT_KEY: "a key and its colon are on one line: a colon may be missing in the line before",
	MULTIPLE_DOCS: "the file goes on after ---: an exercise is one document",
	TAB_AS_INDENT: "a line begins with a tab: use spaces",
	UNEXPECTED_TOKEN: "something here can't be read: a comma, a quote or a bracket may be missing before it",
	BAD_ALIAS: '* and & are signs of YAML: put the text in quotes, as in "*"',
};

/** An error of the YAML reader in plain words. */
export function yamlMessage({ code, message }: Pick<YAMLError, "code" | "message">): string {
	return YAML_WORDS[code] ?? `this can't be read as YAML: ${message}`;
}

import { LineCounter, parseDocument } from "yaml";
import type { z } from "zod";
import { CHECKS } from "../marking/checks/index.ts";
import { nearest } from "../nib/problem.ts";
import { withArticle } from "../words/lists.ts";
import { type ExerciseFile, exerciseFile } from "./schema.ts";

/** What is wrong in an exercise file, and where. */
export interface FileProblem {
	/** Line from 1. */
	readonly line: number;
	readonly column: number;
	/** Keys and numbers that lead to the place, as "criteria[2].at". */
	readonly path: string;
	readonly message: string;
}

export type ExerciseReading = { readonly ok: true; readonly exercise: ExerciseFile } | { readonly ok: false; readonly problems: readonly FileProblem[] };

type Path = readonly PropertyKey[];

function pathText(path: Path): string {
	return path
		.map((key) => (typeof key === "number" ? `[${key}]` : `.${String(key)}`))
		.join("")
		.replace(/^\./, "");
}

/** An issue in words, with the nearest key for one that isn't known. */
function messageOf(issue: z.core.$ZodIssue, known: readonly string[], found: unknown): string {
	if (issue.code === "unrecognized_keys") {
		return issue.keys
			.map((key) => {
				const near = nearest(key, known);
				return `"${key}" isn't known here${near ? `; did you mean "${near}"?` : ""}`;
			})
			.join("; ");
	}
	const allowed = issue.code === "invalid_value" ? issue.values.map(String) : issue.code === "invalid_union" && issue.discriminator ? CHECKS.map((c) => c.name) : undefined;
	if (found === undefined && (issue.code === "invalid_type" || issue.code === "invalid_value")) return "this is missing";
	if (issue.code === "invalid_type")
		return `this must be ${withArticle(issue.expected)}, and it is ${withArticle(found === null ? "empty" : Array.isArray(found) ? "list" : typeof found)}`;
	if (!allowed) return issue.message;
	const near = nearest(String(found), allowed);
	return `${JSON.stringify(found)} isn't known here${near ? `; did you mean "${near}"?` : `; known are ${allowed.join(", ")}`}`;
}

/** The issue that says most: of the alternatives of a union, those of the one that came nearest. */
function flattened(issues: readonly z.core.$ZodIssue[], base: Path = []): { issue: z.core.$ZodIssue; path: Path }[] {
	return issues.flatMap((issue) => {
		const path = [...base, ...issue.path];
		if (issue.code !== "invalid_union" || issue.errors.length === 0) return [{ issue, path }];
		const best = [...issue.errors].sort((a, b) => depth(b) - depth(a) || a.length - b.length)[0];
		return best && best.length > 0 ? flattened(best, path) : [{ issue, path }];
	});
}

function depth(issues: readonly z.core.$ZodIssue[]): number {
	return Math.max(0, ...issues.map((i) => i.path.length + (i.code === "invalid_type" ? 0 : 1)));
}

const KNOWN: readonly string[] = [
	...Object.keys(exerciseFile.shape),
	..."id check points of for within credit bonus needs part says hint show exactly at-least at-most what is between same as anchor at in on from offset not size paper but kind sides number fill outline filled width height diameter radius side text strict position angle colour origin"
		.split(" ")
		.map((w) => w.replace("-", " ")),
];

/**
 * Reads an exercise file. Of the YAML reader's own errors only the first is told; after that every wrong value is,
 * with its path and line.
 */
export function readExercise(text: string): ExerciseReading {
	const counter = new LineCounter();
	const document = parseDocument(text, { lineCounter: counter, uniqueKeys: true, prettyErrors: false });
	const placeAt = (offset: number) => {
		const { line, col } = counter.linePos(offset);
		return { line: Math.max(1, line), column: Math.max(1, col) };
	};
	const [error] = document.errors;
	if (error) return { ok: false, problems: [{ ...placeAt(error.pos[0]), path: "", message: error.message }] };
	let value: unknown;
	try {
		value = document.toJS({ maxAliasCount: 20 });
	} catch (reason) {
		return { ok: false, problems: [{ line: 1, column: 1, path: "", message: reason instanceof Error ? reason.message : String(reason) }] };
	}
	const result = exerciseFile.safeParse(value);
	if (result.success) return { ok: true, exercise: result.data };
	const problems = flattened(result.error.issues).map(({ issue, path }) => {
		const target = issue.code === "unrecognized_keys" ? [...path, issue.keys[0] as string] : path;
		return { ...placeAt(offsetOf(document, target)), path: pathText(target), message: messageOf(issue, KNOWN, document.getIn(path)) };
	});
	return { ok: false, problems };
}

/** Where the deepest part of a path that exists begins. */
function offsetOf(document: ReturnType<typeof parseDocument>, path: Path): number {
	for (let n = path.length; n >= 0; n--) {
		const node = document.getIn(path.slice(0, n), true) as { range?: [number, number, number] } | undefined;
		if (node?.range) return node.range[0];
	}
	return 0;
}

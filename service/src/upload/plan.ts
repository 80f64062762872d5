import type { UploadedFile } from "../database/entities/upload.ts";
import { type KnownStudent, matchPath, wordsOf } from "./match.ts";

const BYTES = 256 * 1024;

/** A file's text, or why it isn't one. */
function textOf(bytes: Uint8Array): { source: string } | { problem: string } {
	if (bytes.length === 0) return { problem: "it is empty" };
	if (bytes.length > BYTES) return { problem: `it has ${bytes.length} bytes; the limit is ${BYTES}` };
	try {
		const source = new TextDecoder("utf-8", { fatal: true }).decode(bytes);
		return source.includes("\u0000") ? { problem: "it isn't text" } : { source };
	} catch {
		return { problem: "it isn't text in UTF-8" };
	}
}

/** The exercise that a path names, or the only one. */
function exerciseIn(
	path: string,
	exercises: readonly { readonly key: string; readonly title: string }[],
): string | undefined {
	const words = wordsOf(path);
	const named = exercises.filter((e) => [e.key, e.title].some((name) => wordsOf(name).every((w) => words.includes(w))));
	if (named.length === 1) return named[0]?.key;
	return exercises.length === 1 ? exercises[0]?.key : undefined;
}

function planFile(
	file: string,
	bytes: Uint8Array,
	students: readonly KnownStudent[],
	exercises: readonly { key: string; title: string }[],
): UploadedFile {
	const none = { file, studentId: null, exercise: null, candidates: [], source: "" };
	const text = textOf(bytes);
	if ("problem" in text) return { ...none, does: "leaves out", says: `Skipped: ${text.problem}.` };
	const { students: told, by } = matchPath(file, students);
	const candidates = told.map(({ id, name }) => ({ id, name }));
	const [one] = told;
	const of = { ...none, source: text.source, candidates };
	if (!one)
		return {
			...of,
			candidates: [],
			does: "leaves out",
			says: "Skipped: no student has this name. Choose the student to hand it in.",
		};
	if (told.length > 1)
		return {
			...of,
			does: "asks",
			says: `It may be ${told.map((s) => s.name).join(" or ")}: the ${by} ${by === "initials" ? "are" : "is"} the same. Say whose it is.`,
		};
	const exercise = exerciseIn(file, exercises);
	if (exercise === undefined)
		return {
			...of,
			studentId: one.id,
			does: "asks",
			says: `It is ${one.name}'s; no exercise has this name. Choose the exercise.`,
		};
	return {
		...of,
		studentId: one.id,
		exercise,
		does: "hands in",
		says: `Handed in for ${one.name}, found by ${by}.`,
	};
}

/**
 * The plan for each file of an upload, without guessing. If a student has several files for one exercise, the teacher
 * decides.
 */
export function planUpload(
	files: ReadonlyMap<string, Uint8Array>,
	students: readonly KnownStudent[],
	exercises: readonly { key: string; title: string }[],
): UploadedFile[] {
	const planned = [...files]
		.sort(([a], [b]) => (a < b ? -1 : 1))
		.map(([file, bytes]) => planFile(file, bytes, students, exercises));
	const same = (a: UploadedFile, b: UploadedFile) =>
		a !== b &&
		a.does === "hands in" &&
		b.does === "hands in" &&
		a.studentId === b.studentId &&
		a.exercise === b.exercise;
	return planned.map((one) => {
		const others = planned.filter((other) => same(one, other));
		if (others.length === 0) return one;
		const title = exercises.find((e) => e.key === one.exercise);
		const isNamed = (p: UploadedFile) =>
			title !== undefined &&
			[title.key, title.title].some((name) => wordsOf(name).every((w) => wordsOf(p.file).includes(w)));
		if (isNamed(one) && !others.some(isNamed)) return one;
		if (!isNamed(one) && others.filter(isNamed).length === 1)
			return {
				...one,
				does: "leaves out",
				says: "Skipped: another file of the same student is named for the exercise.",
			};
		return {
			...one,
			does: "asks",
			says: `${others.length + 1} files are the same student's for one exercise. Say which is handed in.`,
		};
	});
}

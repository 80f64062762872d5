import { describe, expect, test } from "vitest";
import type { UploadedFile } from "../database/entities/upload.ts";
import { decideFiles } from "./decide.ts";

const file = (name: string, more: Partial<UploadedFile> = {}): UploadedFile => ({
	file: name,
	studentId: "zoe",
	exercise: "sail",
	does: "hands in",
	says: "",
	candidates: [],
	source: "walk 5",
	...more,
});
const ONE = { assignmentId: "week-3", exercises: ["sail"] };
const SEVERAL = { assignmentId: "week-3", exercises: ["sail", "pier"] };

describe("what the teacher decided nothing about", () => {
	test("is handed in where its student and exercise were found", () => {
		expect(decideFiles([file("a.nib")], {}, ONE)).toEqual({
			handedIn: [{ file: "a.nib", source: "walk 5", assignmentId: "week-3", studentId: "zoe", exercise: "sail" }],
			leftOut: [],
		});
	});

	test.each([
		["asks", file("a.nib", { does: "asks" })],
		["leaves out", file("a.nib", { does: "leaves out" })],
		["no student", file("a.nib", { studentId: null })],
		["no exercise", file("a.nib", { exercise: null })],
		["no text", file("a.nib", { source: "" })],
	])("is left out in all other cases: %s", (_, planned) => {
		expect(decideFiles([planned], {}, ONE)).toEqual({ handedIn: [], leftOut: ["a.nib"] });
	});
});

describe("what the teacher decided", () => {
	test("goes before what was planned", () => {
		const { handedIn } = decideFiles([file("a.nib")], { "a.nib": { studentId: "kit", exercise: "pier" } }, SEVERAL);
		expect(handedIn).toMatchObject([{ studentId: "kit", exercise: "pier" }]);
	});

	test("keeps the exercise that was found where only the student was named", () => {
		const { handedIn } = decideFiles([file("a.nib")], { "a.nib": { studentId: "kit" } }, SEVERAL);
		expect(handedIn).toMatchObject([{ studentId: "kit", exercise: "sail" }]);
	});

	test("takes the only exercise there is where none was found", () => {
		const asked = file("a.nib", { exercise: null, does: "asks" });
		expect(decideFiles([asked], { "a.nib": { studentId: "kit" } }, ONE).handedIn).toMatchObject([
			{ studentId: "kit", exercise: "sail" },
		]);
		expect(decideFiles([asked], { "a.nib": { studentId: "kit" } }, SEVERAL)).toEqual({
			handedIn: [],
			leftOut: ["a.nib"],
		});
	});

	test("leaves a file out", () => {
		expect(decideFiles([file("a.nib")], { "a.nib": null }, ONE)).toEqual({ handedIn: [], leftOut: ["a.nib"] });
	});

	test("can't hand in a file without text", () => {
		const empty = file("a.nib", { source: "" });
		expect(decideFiles([empty], { "a.nib": { studentId: "kit" } }, ONE).leftOut).toEqual(["a.nib"]);
	});
});

test("every file is handed in or left out, in its order", () => {
	const files = ["a", "b", "c", "d"].map((name) => file(name));
	const decided = { b: null, d: { studentId: "kit" } };
	const { handedIn, leftOut } = decideFiles(files, decided, ONE);
	expect(handedIn.map((f) => `${f.file} ${f.studentId}`)).toEqual(["a zoe", "c zoe", "d kit"]);
	expect(leftOut).toEqual(["b"]);
});

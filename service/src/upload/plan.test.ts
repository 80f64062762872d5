import { describe, expect, test } from "vitest";
import { planUpload } from "./plan.ts";

const student = (name: string, signInName: string) => ({ id: signInName, name, signInName });
const CLASS = [student("Nell Quay", "nell"), student("Bo Reed", "bo"), student("Bo Rand", "bor")];
const SAIL = [{ key: "sail", title: "Sail of a boat" }];
const SET = [...SAIL, { key: "buoy", title: "Buoy" }];

const bytes = (text: string) => new TextEncoder().encode(text);
const plan = (files: Record<string, string | Uint8Array>, exercises = SAIL) =>
	planUpload(
		new Map(Object.entries(files).map(([name, of]) => [name, typeof of === "string" ? bytes(of) : of])),
		CLASS,
		exercises,
	);
const short = (files: Record<string, string | Uint8Array>, exercises = SAIL) =>
	plan(files, exercises).map((f) => [f.file, f.does, f.studentId, f.exercise]);
const saying = (files: Record<string, string | Uint8Array>, exercises = SAIL) => plan(files, exercises)[0]?.says;

describe("a file", () => {
	test("is handed in for the student of its name", () => {
		expect(short({ "Nell Quay.nib": "walk 1" })).toEqual([["Nell Quay.nib", "hands in", "nell", "sail"]]);
		expect(plan({ "Nell Quay.nib": "walk 1" })[0]?.source).toBe("walk 1");
	});

	test("of nobody's name is left out, until somebody says whose it is", () => {
		expect(short({ "boat.nib": "walk 1" })).toEqual([["boat.nib", "leaves out", null, null]]);
		// Its text is kept, so that it can still be handed in.
		expect(plan({ "boat.nib": "walk 1" })[0]?.source).toBe("walk 1");
	});

	test("that may be two students' asks, and names both", () => {
		const [file] = plan({ "bo.r.nib": "walk 1", "BR.nib": "walk 1" });
		expect(file?.does).toBe("asks");
		expect(file?.candidates.map((c) => c.name)).toEqual(["Bo Reed", "Bo Rand"]);
		expect(file?.says).toContain("Bo Reed or Bo Rand");
	});

	test.each([
		["is empty", new Uint8Array(), "it is empty"],
		["is too large", new Uint8Array(256 * 1024 + 1).fill(97), "the limit is 262144"],
		["isn't UTF-8", new Uint8Array([0x77, 0xff, 0xfe]), "isn't text in UTF-8"],
		["holds U+0000", bytes("walk\u0000 1"), "isn't text"],
	])("that %s is left out with the reason", (_, of, reason) => {
		expect(short({ "Nell Quay.nib": of })).toEqual([["Nell Quay.nib", "leaves out", null, null]]);
		expect(saying({ "Nell Quay.nib": of })).toContain(reason);
	});

	test("may be as large as the most", () => {
		expect(short({ "Nell Quay.nib": new Uint8Array(256 * 1024).fill(97) })[0]?.[1]).toBe("hands in");
	});
});

describe("in a set of exercises", () => {
	test("a file is for the one that its path names, by key or title", () => {
		expect(short({ "Nell Quay/buoy.nib": "a", "nell/sail of a boat.nib": "b", "sail/Bo Reed.nib": "c" }, SET)).toEqual([
			["Nell Quay/buoy.nib", "hands in", "nell", "buoy"],
			["nell/sail of a boat.nib", "hands in", "nell", "sail"],
			["sail/Bo Reed.nib", "hands in", "bo", "sail"],
		]);
	});

	test("a file that names none, or two, asks", () => {
		expect(short({ "Nell Quay.nib": "a" }, SET)).toEqual([["Nell Quay.nib", "asks", "nell", null]]);
		expect(short({ "Nell Quay sail buoy.nib": "a" }, SET)).toEqual([["Nell Quay sail buoy.nib", "asks", "nell", null]]);
	});
});

describe("of several files of one student for one exercise", () => {
	test("the one that is named for the exercise is handed in, the others aren't", () => {
		expect(short({ "Nell Quay/sail.nib": "a", "Nell Quay/old.nib": "b", "Nell Quay/x.nib": "c" })).toEqual([
			["Nell Quay/old.nib", "leaves out", "nell", "sail"],
			["Nell Quay/sail.nib", "hands in", "nell", "sail"],
			["Nell Quay/x.nib", "leaves out", "nell", "sail"],
		]);
	});

	test("all ask where none, or more than one, is named for it", () => {
		expect(short({ "Nell Quay 1.nib": "a", "Nell Quay 2.nib": "b" }).map(([, does]) => does)).toEqual(["asks", "asks"]);
		expect(short({ "nell/sail.nib": "a", "nell/sail 2.nib": "b" }).map(([, does]) => does)).toEqual(["asks", "asks"]);
		expect(saying({ "Nell Quay 1.nib": "a", "Nell Quay 2.nib": "b", "Nell Quay 3.nib": "c" })).toContain("3 files");
	});

	test("a broken one doesn't count", () => {
		expect(short({ "Nell Quay 1.nib": "a", "Nell Quay 2.nib": "" }).map(([, does]) => does)).toEqual([
			"hands in",
			"leaves out",
		]);
	});
});

test("the plan is in the order of the paths, and the same for the same files in any order", () => {
	const files = { "b/nell.nib": "1", "a/bor.nib": "2", "c.nib": "3" };
	const turned = Object.fromEntries(Object.entries(files).reverse());
	expect(plan(files)).toEqual(plan(turned));
	expect(short(files).map(([file]) => file)).toEqual(["a/bor.nib", "b/nell.nib", "c.nib"]);
});

import { describe, expect, test } from "vitest";
import { aboutExercise, type Collection, type Exercise, isWanted, libraryShelf } from "./shelf.ts";

const exercise = (key: string, more: Partial<Exercise> = {}): Exercise => ({
	id: `id of ${key}`,
	key,
	title: key,
	owner: null,
	mine: false,
	shared: true,
	library: true,
	teaches: ["loops"],
	level: 2,
	minutes: 20,
	version: 1,
	draft: false,
	...more,
});
const collection = (key: string, exercises: string[], library = true): Collection => ({
	id: key,
	key,
	title: key,
	mine: false,
	shared: true,
	library,
	exercises,
});
const ANY = { words: "", topic: "", level: "", minutes: "" };

describe("an exercise", () => {
	test.each([
		[{}, true],
		[{ words: " NET" }, true],
		[{ words: "loop" }, true],
		[{ words: "boat" }, false],
		[{ topic: "loops" }, true],
		[{ topic: "loop" }, false],
		[{ level: "2" }, true],
		[{ level: "3" }, false],
		[{ minutes: "20" }, true],
		[{ minutes: "15" }, false],
	])("is found by %o: %s", (wanted, found) => {
		expect(isWanted(exercise("net"), { ...ANY, ...wanted })).toBe(found);
	});

	test("without level or time is found only when no filter is set", () => {
		const plain = exercise("net", { level: null, minutes: null, teaches: [] });
		expect([isWanted(plain, ANY), isWanted(plain, { ...ANY, minutes: "30" })]).toEqual([true, false]);
		expect(aboutExercise(plain)).toBe("");
	});

	test("has level, time and topics in one line", () => {
		expect(aboutExercise(exercise("net", { teaches: ["loops", "circles"] }))).toBe(
			"Getting on, 20 min: loops, circles",
		);
	});
});

test("the library lies under its collections, in their order, without empty ones", () => {
	const all = [exercise("a"), exercise("b"), exercise("c", { level: 4 }), exercise("own", { library: false })];
	const collections = [
		collection("second", ["c"]),
		collection("first", ["b", "a"]),
		collection("ours", ["own"], false),
	];
	const keys = (wanted: Partial<typeof ANY>) =>
		libraryShelf(all, collections, { ...ANY, ...wanted }).map((g) => [
			g.collection?.key,
			g.exercises.map((e) => e.key),
		]);
	expect(keys({})).toEqual([
		["second", ["c"]],
		["first", ["b", "a"]],
	]);
	expect(keys({ level: "2" })).toEqual([["first", ["b", "a"]]]);
	expect(libraryShelf(all, [], ANY)[0]?.exercises).toHaveLength(3);
});

import { describe, expect, test } from "vitest";
import { cursorAfter, cursorNumber, cursorOf, pageOf } from "./page.ts";
import { Refusal } from "./refusals.ts";

const ID = "01890000-0000-7000-8000-000000000000";
const encoded = (value: unknown) => Buffer.from(JSON.stringify(value)).toString("base64url");

describe("pages of a list", () => {
	test("lead from one to the next until all was seen, none twice", () => {
		const all = Array.from({ length: 7 }, (_, n) => ({ id: ID.replace(/0$/, String(n)), value: `v${n}` }));
		const seen: string[] = [];
		let cursor: string | undefined;
		for (let pages = 0; pages < 10; pages++) {
			const after = cursorAfter(cursor);
			const begin = after ? all.findIndex((row) => row.id === after.id) + 1 : 0;
			const { items, next } = pageOf(all.slice(begin, begin + 4), 3, (row) => [row.id, row.value]);
			seen.push(...items.map((row) => row.value));
			if (next === null) break;
			cursor = next;
		}
		expect(seen).toEqual(["v0", "v1", "v2", "v3", "v4", "v5", "v6"]);
	});

	test("end with a row more than is shown, also where nothing is", () => {
		expect(pageOf([], 3, () => ["x"])).toEqual({ items: [], next: null });
		expect(pageOf([1, 2, 3], 3, (n) => [String(n)])).toEqual({ items: [1, 2, 3], next: null });
		expect(pageOf([1, 2, 3, 4], 3, (n) => [String(n)]).items).toEqual([1, 2, 3]);
	});
});

describe("a cursor", () => {
	test("is empty if none is given", () => {
		expect([cursorOf(undefined, 2), cursorAfter(undefined), cursorNumber(undefined)]).toEqual([
			[undefined, undefined],
			undefined,
			undefined,
		]);
	});

	test("holds any text", () => {
		const { next } = pageOf([1, 2], 1, () => [ID, 'größe "❤"\n']);
		expect(cursorAfter(next ?? undefined)).toEqual({ id: ID, value: 'größe "❤"\n' });
	});

	test.each([
		["isn't base64url of JSON", "%%%"],
		["isn't a list", encoded({ id: ID })],
		["holds too many parts", encoded([ID, "a", "b"])],
		["holds a number", encoded([ID, 1])],
		["has no id", encoded(["1; DROP TABLE accounts", "a"])],
		["is JSON cut off", Buffer.from('["a').toString("base64url")],
	])("that %s is refused with its place", (_, cursor) => {
		expect(() => cursorAfter(cursor)).toThrow(Refusal);
		try {
			cursorAfter(cursor);
		} catch (error) {
			expect((error as Refusal).errors).toEqual([{ path: "cursor", message: "isn't valid" }]);
		}
	});

	test.each(["-1", "1.5", "1e3", "", "9999999999999999", "١"])("of a number isn't %j", (number) => {
		expect(() => cursorNumber(encoded([number]))).toThrow(Refusal);
	});

	test("of a number is it", () => {
		expect(cursorNumber(encoded(["42"]))).toBe(42);
	});
});

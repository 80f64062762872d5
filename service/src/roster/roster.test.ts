import { expect, test } from "vitest";
import { cursorOf, pageOf } from "../page.ts";
import { readRoster } from "../reading/roster-file.ts";
import { freshPassphrase } from "../session/session.ts";
import { instantOf, isZone } from "../time.ts";
import { freshSignInName } from "./sign-in-name.ts";

test.each([
	["Nell Quay", [], "nell"],
	["Nell Quay", ["nell"], "nell-q"],
	["Nell Quay", ["nell", "nell-q"], "nell-qu"],
	["Nell Q", ["nell", "nell-q"], "nell-2"],
	["Esmé O'Rook", [], "esme"],
	["李 明", [], "student"],
])("%s, where %o are taken, signs in as %s", (name, taken, wanted) => {
	expect(freshSignInName(name, new Set(taken))).toBe(wanted);
});

test("columns are found by their headings in any order, with commas, semicolons or tabs", () => {
	for (const sign of [",", ";", "\t"]) {
		const { lines, columns } = readRoster({
			csv: ["Student number", "Surname", "GIVEN_NAME", "House"]
				.join(sign)
				.concat("\n", ["7", "Quay", "Nell", "Red"].join(sign), "\n\n", ["8", "Penha", "Dário", ""].join(sign)),
		});
		expect(lines).toEqual([
			{ row: 2, name: "Nell Quay", signInName: undefined, sourcedId: "7" },
			{ row: 4, name: "Dário Penha", signInName: undefined, sourcedId: "8" },
		]);
		expect(Object.values(columns)).toEqual(["id", "last name", "first name"]);
	}
});

test("a passphrase has three words and a number, and isn't the same twice", () => {
	const many = Array.from({ length: 200 }, freshPassphrase);
	for (const one of many) expect(one).toMatch(/^(?:[a-z]+-){3}\d\d$/);
	expect(new Set(many).size).toBe(200);
});

test("a page ends where its rows do, and its cursor leads on from the last", () => {
	const rows = ["a", "b", "c"];
	const { items, next } = pageOf(rows, 2, (r) => [r, "x"]);
	expect([items, cursorOf(next ?? undefined, 2)]).toEqual([
		["a", "b"],
		["b", "x"],
	]);
	expect(pageOf(rows, 3, (r) => [r]).next).toBeNull();
	for (const wrong of ["", "x", Buffer.from("[1]").toString("base64url"), next ?? ""])
		expect(() => cursorOf(wrong, 1)).toThrow("This cursor isn't valid. Use the one from the page before.");
});

test("times with a zone are instants already; without one they are on the class's clock", () => {
	expect(instantOf("2027-07-01T09:10:00+02:00", "Europe/Lisbon").toISOString()).toBe("2027-07-01T07:10:00.000Z");
	expect(instantOf("2027-07-01T09:10", "Europe/Lisbon").toISOString()).toBe("2027-07-01T08:10:00.000Z");
	expect(() => instantOf("2027-02-30T09:10", "Europe/Lisbon")).toThrow("isn't a time in Europe/Lisbon");
	expect(["Europe/Lisbon", "UTC", "Mars/Olympus", "+02:00", ""].map(isZone)).toEqual([true, true, false, false, false]);
});

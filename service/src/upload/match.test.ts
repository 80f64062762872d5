import { expect, test } from "vitest";
import { matchPath, matchStudent } from "./match.ts";

const student = (name: string, signInName: string) => ({ id: signInName, name, signInName });
const CLASS = [
	student("Nell Quay", "nell"),
	student("Dário Penha", "dario"),
	student("Ann Ray", "ann"),
	student("Ann Rose Ray", "annr"),
	student("Bo Reed", "bo"),
	student("Bo Rand", "bor"),
];
const told = (segment: string) => {
	const { students, by } = matchStudent(segment, CLASS);
	return [by, ...students.map((s) => s.id)];
};

test.each([
	["Nell Quay", ["name", "nell"]],
	["Quay, Nell", ["name", "nell"]],
	["quay_nell_sail_2", ["name", "nell"]],
	["NellQuay", ["name", "nell"]],
	["PENHA Dario", ["name", "dario"]],
	["Ann Rose Ray", ["name", "annr"]],
	["Ray, Ann", ["name", "ann"]],
	["annr", ["sign-in name", "annr"]],
	["sail-bor", ["sign-in name", "bor"]],
	["NQ", ["initials", "nell"]],
	["BR sail", ["initials", "bo", "bor"]],
	["someone", ["nothing"]],
	["", ["nothing"]],
])("%s", (segment, wanted) => {
	expect(told(segment)).toEqual(wanted);
});

test("of a path the part that tells most surely counts, whatever the file in it is called", () => {
	const ids = (path: string) => matchPath(path, CLASS).students.map((s) => s.id);
	expect(ids("class 8/Quay, Nell/boat.nib.txt")).toEqual(["nell"]);
	expect(ids("BR/Nell Quay.txt")).toEqual(["nell"]);
	expect(ids("dario.penha.txt")).toEqual(["dario"]);
});

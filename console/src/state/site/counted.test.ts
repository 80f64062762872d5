import { expect, test } from "vitest";
import { counted } from "./counted.ts";

test("a noun agrees with its number", () => {
	expect([counted(0, "student"), counted(1, "student"), counted(2, "student")]).toEqual([
		"0 students",
		"1 student",
		"2 students",
	]);
	expect([counted(1, "try", "tries"), counted(3, "try", "tries")]).toEqual(["1 try", "3 tries"]);
});

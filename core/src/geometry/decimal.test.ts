import { expect, test } from "vitest";
import { decimal, rounded } from "./decimal.ts";

test("numbers are written as people read them", () => {
	const written = [0.1 + 0.2, 1 / 3, -0, 2e15, 1e15, 0.000001, 0.0000001, 100, -2.5, 123456789.123].map((v) =>
		decimal(v),
	);
	expect(written).toEqual([
		"0.3",
		"0.3333333333",
		"0",
		"2e15",
		"1000000000000000",
		"0.000001",
		"1e-7",
		"100",
		"-2.5",
		"123456789.1",
	]);
});

test("rounding leaves no zeros at the end", () => {
	expect([rounded(98.99, 1), rounded(2.04, 1), rounded(-0.01, 1), rounded(1000, 2)]).toEqual(["99", "2", "0", "1000"]);
});

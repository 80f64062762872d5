import { describe, expect, test } from "vitest";
import { weakness } from "./passphrase.ts";

describe("a passphrase", () => {
	test.each([
		"aaaaaaaaaaaa",
		"abababababab",
		"123456789012",
		"0987654321098",
		"password1234",
		"Passw0rd-2026",
		"passwordpassword",
		"qwertyuiop12",
		"letmein-letmein",
		"iloveyou12345",
		"administrator",
		"abcdefghijkl",
		"............abc",
	])("%s is too easy to guess", (text) => {
		expect(weakness(text)).toMatch(/too easy to guess/);
	});

	test.each(["short", "elevenchars", ""])("%j is too short", (text) => {
		expect(weakness(text)).toBe("is too short: 12 characters or more");
	});

	test.each([
		"lantern-quay-52",
		"ferry-cable-38",
		"a-long-passphrase-1",
		"long-enough-now-1",
		"correct horse battery",
		"Größe und Boot 7",
		"кораблик-у-моря",
		"港の灯りと小さな舟と波の音",
		"my password is a red boat",
	])("%s is taken", (text) => {
		expect(weakness(text)).toBeUndefined();
	});
});

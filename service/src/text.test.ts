import { expect, test } from "vitest";
import { readText } from "./text.ts";

test("what was read from JSON is left as it is where it is text", () => {
	const read = { words: "größe ❤ 🚣\n", list: [1, null, true, { "a b": "c" }] };
	const before = structuredClone(read);
	expect(readText(read)).toBeUndefined();
	expect(read).toEqual(before);
});

test("U+0000 is reported with its place, the first one first", () => {
	expect(readText({ a: { b: ["x", "y\u0000"] }, c: "\u0000" })).toEqual({
		path: "a.b.1",
		message: "holds the character U+0000",
	});
	expect(readText("\u0000")).toEqual({ path: "", message: "holds the character U+0000" });
});

test.each(["\u0000", "\ud800", "a\udc00b"])("a name %j is reported with what holds it", (name) => {
	expect(readText({ answers: { [name]: 1 } })).toEqual({ path: "answers", message: "holds a name that isn't text" });
});

test("half a pair of surrogates becomes U+FFFD, wherever it is", () => {
	const read = { a: ["x\ud800y", "🚣"], b: { c: "\udc00" } };
	expect(readText(read)).toBeUndefined();
	expect(read).toEqual({ a: ["x\ufffdy", "🚣"], b: { c: "\ufffd" } });
	let whole = "\ud83d";
	readText(whole, (text) => {
		whole = text;
	});
	expect(whole).toBe("\ufffd");
});

test("bytes are left alone, and what is nested deeper than any stack is read", () => {
	expect(readText(Buffer.from([0, 0]))).toBeUndefined();
	const deep = JSON.parse(`${'{"a":'.repeat(200_000)}"\\u0000"${"}".repeat(200_000)}`);
	expect(readText(deep)?.message).toBe("holds the character U+0000");
});

import { expect, test } from "vitest";
import { csvOf } from "./pasted.ts";

test.each([
	["Idris Vale\nZoe Lark", 'Name\n"Idris Vale"\n"Zoe Lark"'],
	["  Vale, Idris \r\n\r\nLark, Zoe Ann\n", 'Name\n"Idris Vale"\n"Zoe Ann Lark"'],
	["1. Idris Vale\n2) Zoe Lark\n- Oli Tarn", 'Name\n"Idris Vale"\n"Zoe Lark"\n"Oli Tarn"'],
	['Ana "Bee" Wick', 'Name\n"Ana ""Bee"" Wick"'],
])("pasted names become a list: %j", (text, csv) => {
	expect(csvOf(text)).toBe(csv);
});

test.each(["Name,Sign-in name\nIdris Vale,idris", "Vale;Idris\nLark;Zoe", "First name\tLast name\nIdris\tVale"])(
	"what has columns stays as it is: %j",
	(text) => {
		expect(csvOf(text)).toBe(text);
	},
);

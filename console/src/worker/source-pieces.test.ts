import { expect, test } from "vitest";
import { sourcePieces } from "./source-pieces.ts";

test.each([
	["let x = 5; // on", "head:let plain: x = 5;  comment:// on"],
	[
		'ctx.fillStyle = "red"; /* a */ return',
		'plain:ctx.fillStyle =  quoted:"red" plain:;  comment:/* a */ plain:  head:return',
	],
	["'// no comment'", "quoted:'// no comment'"],
	["/* goes on", "comment:/* goes on"],
	["", ""],
])("%s", (line, wanted) => {
	const pieces = sourcePieces(line, "javascript");
	expect(pieces.map((p) => `${p.as}:${p.text}`).join(" ")).toBe(wanted);
	expect(pieces.map((p) => p.text).join("")).toBe(line);
});

test.each([
	[
		'  <rect width="9"/> <!-- on -->',
		'plain:   head:<rect plain: width= quoted:"9" head:/> plain:  comment:<!-- on -->',
	],
	["</g>", "head:</g head:>"],
	["<!-- goes on", "comment:<!-- goes on"],
])("%s", (line, wanted) => {
	expect(
		sourcePieces(line, "svg")
			.map((p) => `${p.as}:${p.text}`)
			.join(" "),
	).toBe(wanted);
});

test("a line of Nib has Nib's own", () => {
	expect(sourcePieces("walk 5 -- on", "nib").map((p) => p.as)).toEqual(["head", "plain", "comment"]);
});

import { expect, test } from "vitest";
import { COLOUR_NAMES, formatColour, hsl, namedColour, parseColour, parts, rgba } from "./colour.ts";
import { difference } from "./difference.ts";
import { FAMILIES, familiesOf, nameOf } from "./family.ts";

test("a colour is the same written as name, numbers or code", () => {
	expect(parseColour("Crimson")).toBe(rgba(220, 20, 60));
	expect(parseColour("#dc143c")).toBe(namedColour("crimson"));
	expect(parseColour("#f00")).toBe(namedColour("red"));
	expect(parts(parseColour("#11223344") as number)).toEqual([0x11, 0x22, 0x33, 0x44]);
	expect(parseColour("grey")).toBe(parseColour("gray"));
	expect(hsl(0, 100, 50)).toBe(rgba(255, 0, 0));
	expect(hsl(-120, 100, 50)).toBe(rgba(0, 0, 255));
});

test("other texts aren't colours", () => {
	for (const text of ["", "#12", "#ggg", "#1234567", "nocolour", "constructor", "__proto__", "toString"])
		expect(parseColour(text)).toBeUndefined();
});

test("every CSS name is there", () => {
	expect(COLOUR_NAMES.length).toBe(149);
	expect(COLOUR_NAMES).toContain("rebeccapurple");
});

test("formatting says opacity only where there is some", () => {
	expect([formatColour(rgba(1, 2, 3)), formatColour(rgba(1, 2, 3, 0.5)), formatColour(-1)]).toEqual([
		"#010203",
		"#01020380",
		"none",
	]);
});

test("CIEDE2000 agrees with published pairs", () => {
	// From sRGB through the same formula in other implementations; black to white is 100 by definition.
	expect(difference(rgba(0, 0, 0), rgba(255, 255, 255))).toBeCloseTo(100, 2);
	expect(difference(rgba(255, 0, 0), rgba(255, 0, 0))).toBe(0);
	expect(difference(rgba(255, 0, 0), rgba(0, 255, 0))).toBeCloseTo(86.6, 0);
	expect(difference(rgba(0, 0, 255), rgba(0, 0, 250))).toBeLessThan(2);
	expect(difference(rgba(10, 200, 30), rgba(200, 20, 90))).toBeCloseTo(
		difference(rgba(200, 20, 90), rgba(10, 200, 30)),
		10,
	);
});

/** Colour names that contain a family's word but aren't seen as its colour. */
const EXCEPTIONS: Readonly<Record<string, string>> = {
	antiquewhite: "a pale sand colour",
	navajowhite: "a pale sand colour",
	blueviolet: "violet is its noun, and it is purple",
	cadetblue: "between grey and turquoise",
	lightseagreen: "seen as turquoise",
	powderblue: "pale turquoise",
	greenyellow: "green with yellow in it",
	mediumvioletred: "a strong pink",
	palevioletred: "a dull pink",
	rosybrown: "a greyish pink",
	sandybrown: "a light orange",
	yellowgreen: "green is its noun",
	orangered: "both",
};

test("a CSS name that contains a family's word is in that family, or has a reason", () => {
	const wrong: string[] = [];
	for (const name of COLOUR_NAMES) {
		for (const word of FAMILIES) {
			const said = name.includes(word) || (word === "grey" && name.includes("gray"));
			if (said && !(name in EXCEPTIONS) && !familiesOf(namedColour(name) as number).includes(word))
				wrong.push(`${name} is ${familiesOf(namedColour(name) as number).join("/")}`);
		}
	}
	expect(wrong).toEqual([]);
});

test("people call colours by family", () => {
	const families = (name: string) => familiesOf(namedColour(name) as number);
	expect(families("crimson")).toContain("red");
	expect(families("firebrick")).toContain("red");
	expect(families("navy")[0]).toBe("blue");
	expect(families("indigo")[0]).toBe("purple");
	expect(families("saddlebrown")[0]).toBe("brown");
	expect(families("goldenrod")).toContain("yellow");
	expect(families("transparent")).toEqual([]);
	expect([
		nameOf(namedColour("darkblue") as number),
		nameOf(namedColour("plum") as number),
		nameOf(namedColour("black") as number),
	]).toEqual(["dark blue", "light purple", "black"]);
});

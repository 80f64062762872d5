import { expect, test } from "vitest";
import { CONTEXT_NAMES } from "../javascript/canvas-methods.ts";
import { ELEMENTS } from "../svg/svg-elements.ts";
import { CANVAS_NAMES, SVG_NAMES } from "./names.ts";

test("the names that exercises can use are those of the languages' own tables", () => {
	expect(CANVAS_NAMES).toEqual(CONTEXT_NAMES);
	expect(SVG_NAMES).toEqual(ELEMENTS.map((e) => e.name));
});

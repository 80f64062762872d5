import { HighlightStyle } from "@codemirror/language";
import { tags } from "@lezer/highlight";
import type { Completions } from "./nib-language.ts";

/** Highlighting for languages whose parser distinguishes keywords, comments and strings. */
export const programColours = HighlightStyle.define([
	{
		tag: [tags.keyword, tags.definitionKeyword, tags.controlKeyword, tags.operatorKeyword],
		color: "var(--c-act)",
		fontWeight: "600",
	},
	{ tag: tags.comment, color: "var(--c-ink-faint)" },
	{ tag: [tags.string, tags.special(tags.string)], color: "var(--c-ink-soft)" },
]);

/** The names of colours as they are completed. */
export const paintOptions = (colours: Completions["colours"]) =>
	colours.map((c) => ({ label: c.name, detail: c.code, type: "constant" }));

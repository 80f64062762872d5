import type { CompletionContext, CompletionResult } from "@codemirror/autocomplete";
import { autoCloseTags, xmlLanguage } from "@codemirror/lang-xml";
import { HighlightStyle, syntaxHighlighting } from "@codemirror/language";
import { tags } from "@lezer/highlight";
import type { Completions } from "./nib-language.ts";
import { paintOptions } from "./program-colours.ts";
import type { EditorLanguage } from "./program-editor.ts";

const colours = HighlightStyle.define([
	{ tag: [tags.tagName, tags.angleBracket], color: "var(--c-act)", fontWeight: "600" },
	{ tag: [tags.comment, tags.documentMeta, tags.processingInstruction], color: "var(--c-ink-faint)" },
	{ tag: tags.attributeValue, color: "var(--c-ink-soft)" },
]);

/** Characters before the cursor that are looked at: the tag that it is in begins there or nowhere. */
const NEAR = 4_000;

/** Attributes whose value is a colour. */
const PAINTS = /\b(?:fill|stroke|stop-color|color)\s*(?:=\s*["']|:\s*)([a-z]*)$/i;

/**
 * Completes elements after `<`, their attributes inside a tag, colours and ids in a value. What an element can have is
 * written in the forms of its help.
 */
function complete(known: () => Completions | undefined) {
	return (context: CompletionContext): CompletionResult | null => {
		const { words, colours: paints } = known() ?? { words: [], colours: [] };
		const text = context.state.sliceDoc(Math.max(0, context.pos - NEAR), context.pos);
		const painted = PAINTS.exec(text);
		if (painted) {
			const options = paintOptions(paints);
			return { from: context.pos - (painted[1] as string).length, options, validFor: /^[a-z]*$/i };
		}
		const reference = /(?:href\s*=\s*["']|url\()#([\w-]*)$/.exec(text);
		if (reference) {
			const ids = [...context.state.doc.toString().matchAll(/\bid\s*=\s*["']([^"']+)["']/g)].map((m) => m[1] as string);
			return { from: context.pos - (reference[1] as string).length, options: ids.map((label) => ({ label })) };
		}
		const element = /<([\w]*)$/.exec(text);
		const isElement = (w: { forms: readonly string[] }) => w.forms[0]?.startsWith("<") ?? false;
		if (element)
			return {
				from: context.pos - (element[1] as string).length,
				options: words.filter(isElement).map((w) => ({ label: w.word, detail: w.forms[0] ?? "", type: "type" })),
				validFor: /^\w*$/,
			};
		const tag = /<(\w+)(?:\s+[\w:-]+\s*=\s*(?:"[^"]*"|'[^']*'))*\s+([\w-]*)$/.exec(text);
		if (!tag) return null;
		const [, name, begun] = tag as unknown as [string, string, string];
		const own = words.find((w) => w.word === name)?.forms.join(" ") ?? "";
		const ofElement = [...new Set([...own.matchAll(/([\w:-]+)="/g)].map((m) => m[1] as string))];
		const general = words.filter((w) => !isElement(w) && !ofElement.includes(w.word));
		const option = (label: string, detail: string) => ({ label, detail, apply: `${label}=""`, type: "property" });
		return {
			from: context.pos - begun.length,
			options: [
				...ofElement.map((label) => option(label, "")),
				...general.map((w) => option(w.word, w.forms[0] ?? "")),
			],
			validFor: /^[\w-]*$/,
		};
	};
}

/** SVG documents. */
export const SVG_LANGUAGE: EditorLanguage = {
	extensions: [xmlLanguage, autoCloseTags, syntaxHighlighting(colours)],
	complete,
};

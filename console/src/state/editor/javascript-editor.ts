import type { CompletionContext, CompletionResult } from "@codemirror/autocomplete";
import { javascriptLanguage } from "@codemirror/lang-javascript";
import { syntaxHighlighting } from "@codemirror/language";
import { namesIn } from "../../worker/nib-words.ts";
import type { Completions } from "./nib-language.ts";
import { paintOptions, programColours } from "./program-colours.ts";
import type { EditorLanguage } from "./program-editor.ts";

/** Completes after a point what a canvas can do, else words of the language and names; colours in a text. */
function complete(known: () => Completions | undefined) {
	return (context: CompletionContext): CompletionResult | null => {
		const line = context.state.doc.lineAt(context.pos);
		const before = line.text.slice(0, context.pos - line.from);
		const { words, colours: paints } = known() ?? { words: [], colours: [] };
		const quoted = /["'`]([a-z]*)$/i.exec(before);
		if (quoted && /(?:Style\s*=|addColorStop\([^)]*,)\s*["'`][a-z]*$/i.test(before)) {
			const from = context.pos - (quoted[1] as string).length;
			return { from, options: paintOptions(paints), validFor: /^[a-z]*$/i };
		}
		const word = context.matchBefore(/[\p{L}_$][\p{L}\p{N}_$]*/u);
		const isMember = /\.[\p{L}_$]?[\p{L}\p{N}_$]*$/u.test(before);
		if ((!word && !isMember && !context.explicit) || /\/\//.test(before)) return null;
		const fits = words.filter((w) => isMember === /^(?:ctx|gradient|Math)\./.test(w.forms[0] ?? ""));
		const own = isMember
			? []
			: namesIn(context.state.doc.toString(), "javascript").map((name) => ({ label: name, type: "variable" }));
		return {
			from: word?.from ?? context.pos,
			options: [
				...own,
				...fits.map((w) => ({ label: w.word, detail: w.forms[0] ?? "", type: isMember ? "method" : "keyword" })),
			],
			validFor: /^[\p{L}\p{N}_$]*$/u,
		};
	};
}

/** JavaScript on a canvas. */
export const JAVASCRIPT_LANGUAGE: EditorLanguage = {
	extensions: [javascriptLanguage, syntaxHighlighting(programColours)],
	complete,
};

import type { CompletionContext, CompletionResult } from "@codemirror/autocomplete";
import { HighlightStyle, StreamLanguage } from "@codemirror/language";
import type { EditorState } from "@codemirror/state";
import { tags } from "@lezer/highlight";
import { NIB_HEADS } from "../../worker/nib-heads.ts";
import { namesIn } from "../../worker/nib-words.ts";

/** Nib's comments, strings and the words that statements begin with, for colouring. */
export const nibLanguage = StreamLanguage.define<{ first: boolean }>({
	startState: () => ({ first: true }),
	token(stream, state) {
		if (stream.sol()) state.first = true;
		if (stream.eatSpace()) return null;
		if (stream.match(/--(?=[\s-]|$).*/)) return "comment";
		if (stream.match(/"(?:[^"]|"")*"?/)) return "string";
		const word = stream.match(/[\p{L}_][\p{L}\p{N}_]*/u) as RegExpMatchArray | null;
		const head = state.first;
		state.first = false;
		if (word) return head && NIB_HEADS.has(word[0]) ? "keyword" : null;
		stream.next();
		return null;
	},
});

export const nibColours = HighlightStyle.define([
	{ tag: tags.keyword, color: "var(--c-act)", fontWeight: "600" },
	{ tag: tags.comment, color: "var(--c-ink-faint)" },
]);

/** The word that the cursor is in, with the one before it where they belong together. */
export function wordAt(state: EditorState): string {
	const { head } = state.selection.main;
	const line = state.doc.lineAt(head);
	const at = head - line.from;
	for (const found of line.text.matchAll(/for each|each frame|[\p{L}_][\p{L}\p{N}_]*/gu))
		if (found.index <= at && at <= found.index + found[0].length) return found[0];
	return "";
}

/** What can be completed: words of the language with their first form, and names of colours. */
export interface Completions {
	readonly words: readonly { readonly word: string; readonly forms: readonly string[] }[];
	readonly colours: readonly { readonly name: string; readonly code: string }[];
}

/** Completes the word before the cursor: statements and functions, colours, and names that the program gives. */
export function completing(known: () => Completions | undefined) {
	return (context: CompletionContext): CompletionResult | null => {
		const word = context.matchBefore(/[\p{L}_][\p{L}\p{N}_]*/u);
		if (!word && !context.explicit) return null;
		const before = context.state.doc
			.lineAt(context.pos)
			.text.slice(0, (word?.from ?? context.pos) - context.state.doc.lineAt(context.pos).from);
		// Nothing is completed in what is only read by people.
		if (/(^|\s)--/.test(before) || (before.match(/"/g)?.length ?? 0) % 2 === 1) return null;
		const { words, colours } = known() ?? { words: [], colours: [] };
		const head = before.trim() === "";
		const own = namesIn(context.state.doc.toString()).map((name) => ({ label: name, type: "variable" }));
		const language = words.map((w) => ({
			label: w.word,
			detail: w.forms[0] === w.word ? "" : (w.forms[0] ?? ""),
			type: "keyword",
			boost: head ? 2 : 0,
		}));
		const paints = head ? [] : colours.map((c) => ({ label: c.name, detail: c.code, type: "constant" }));
		return {
			from: word?.from ?? context.pos,
			options: [...own, ...language, ...paints],
			validFor: /^[\p{L}\p{N}_]*$/u,
		};
	};
}

import type { CompletionContext, CompletionResult } from "@codemirror/autocomplete";
import { pythonLanguage } from "@codemirror/lang-python";
import { indentUnit, syntaxHighlighting } from "@codemirror/language";
import { namesIn } from "../../worker/nib-words.ts";
import type { Completions } from "./nib-language.ts";
import { paintOptions, programColours } from "./program-colours.ts";
import type { EditorLanguage } from "./program-editor.ts";

/** Completes the module's functions, their keywords inside the brackets of a call, colours in a text, and names. */
function complete(known: () => Completions | undefined) {
	return (context: CompletionContext): CompletionResult | null => {
		const line = context.state.doc.lineAt(context.pos);
		const before = line.text.slice(0, context.pos - line.from);
		const { words, colours: paints } = known() ?? { words: [], colours: [] };
		const quoted = /["']([a-z]*)$/i.exec(before);
		if (quoted && /(?:\b(?:fill|paper)\(|\bcolou?r\s*=)\s*["'][a-z]*$/i.test(before)) {
			const from = context.pos - (quoted[1] as string).length;
			return { from, options: paintOptions(paints), validFor: /^[a-z]*$/i };
		}
		const word = context.matchBefore(/[\p{L}_][\p{L}\p{N}_]*/u);
		const isRead = /#/.test(before) || (before.match(/["']/g)?.length ?? 0) % 2 === 1 || /\.\s*\w*$/.test(before);
		if ((!word && !context.explicit) || isRead) return null;
		const own = namesIn(context.state.doc.toString(), "python").map((name) => ({ label: name, type: "variable" }));
		const call = /([\p{L}_][\p{L}\p{N}_]*)\((?:[^()]|\([^()]*\))*$/u.exec(before)?.[1];
		const forms = words.find((w) => w.word === call)?.forms ?? [];
		const keywords = [
			...new Set(
				forms.flatMap((form) => [...form.matchAll(/([a-z_]+)=(?:\(|\[|"|[A-Z])/g)].map((m) => m[1] as string)),
			),
		];
		return {
			from: word?.from ?? context.pos,
			options: [
				...keywords.map((name) => ({ label: `${name}=`, type: "property", boost: 2 })),
				...own,
				...words.map((w) => ({ label: w.word, detail: w.forms[0] ?? "", type: "keyword" })),
			],
			validFor: /^[\p{L}\p{N}_]*$/u,
		};
	};
}

/** Python with the module markpen. */
export const PYTHON_LANGUAGE: EditorLanguage = {
	extensions: [pythonLanguage, syntaxHighlighting(programColours), indentUnit.of("    ")],
	complete,
};

import {
	autocompletion,
	type CompletionContext,
	type CompletionResult,
	completionKeymap,
} from "@codemirror/autocomplete";
import { defaultKeymap, history, historyKeymap, isolateHistory } from "@codemirror/commands";
import { HighlightStyle, StreamLanguage, syntaxHighlighting } from "@codemirror/language";
import { type Diagnostic, lintGutter, setDiagnostics } from "@codemirror/lint";
import { EditorState, StateEffect, StateField } from "@codemirror/state";
import { Decoration, type DecorationSet, EditorView, keymap, lineNumbers } from "@codemirror/view";
import { tags } from "@lezer/highlight";
import type { ProblemReport } from "@markpen/core";
import { NIB_HEADS } from "../../worker/nib-heads.ts";
import { namesIn } from "../../worker/nib-words.ts";
import { look } from "./editor-look.ts";

const light = StateEffect.define<ReadonlySet<number>>();

/** Lines that belong to what is pointed at. */
const lines = StateField.define<DecorationSet>({
	create: () => Decoration.none,
	update(set, transaction) {
		let next = set.map(transaction.changes);
		for (const effect of transaction.effects) {
			if (!effect.is(light)) continue;
			const { doc } = transaction.state;
			const numbers = [...effect.value].filter((n) => n <= doc.lines).sort((a, b) => a - b);
			next = Decoration.set(numbers.map((n) => Decoration.line({ class: "lit" }).range(doc.line(n).from)));
		}
		return next;
	},
	provide: (field) => EditorView.decorations.from(field),
});

const language = StreamLanguage.define<{ first: boolean }>({
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

const colours = HighlightStyle.define([
	{ tag: tags.keyword, color: "var(--c-act)", fontWeight: "600" },
	{ tag: tags.comment, color: "var(--c-ink-faint)" },
]);

/** The word that the cursor is in, with the one before it where they belong together. */
function wordAt(state: EditorState): string {
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
function completing(known: () => Completions | undefined) {
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

interface Listening {
	readonly write: (source: string) => void;
	readonly run: () => void;
	/** Told of the word that the cursor is in, as it changes. */
	readonly word?: (word: string) => void;
	/** Told of the line that the pointer is over, as it changes. */
	readonly line?: (line: number | null) => void;
	readonly completions?: () => Completions | undefined;
}

/** How long typing rests before words are offered or told: neither may get in its way. */
const STILL_MILLISECONDS = 180;

/** An editor of programs: Nib's colours, problems with a fix to click, completion, Ctrl-Enter runs. */
export class NibEditor {
	private readonly view: EditorView;
	private over: number | null = null;
	private resting: ReturnType<typeof setTimeout> | undefined;

	constructor(parent: HTMLElement, source: string, on: Listening, name = "Program") {
		const state = EditorState.create({
			doc: source,
			extensions: [
				lineNumbers(),
				history(),
				lintGutter(),
				lines,
				language,
				syntaxHighlighting(colours),
				look,
				EditorView.lineWrapping,
				autocompletion({
					override: [completing(() => on.completions?.())],
					icons: false,
					maxRenderedOptions: 12,
					activateOnTypingDelay: STILL_MILLISECONDS,
				}),
				EditorView.contentAttributes.of({ "aria-label": name, spellcheck: "false", autocapitalize: "off" }),
				keymap.of([
					{
						key: "Mod-Enter",
						run: () => {
							on.run();
							return true;
						},
					},
					...completionKeymap,
					...defaultKeymap,
					...historyKeymap,
				]),
				EditorView.domEventHandlers({
					mousemove: (event, view) => {
						const at = view.posAtCoords(event);
						this.tellLine(at === null ? null : view.state.doc.lineAt(at).number, on);
					},
					mouseleave: () => this.tellLine(null, on),
				}),
				EditorView.updateListener.of((update) => {
					if (update.docChanged) on.write(update.state.doc.toString());
					if (update.docChanged || update.selectionSet) this.tellWord(on);
				}),
			],
		});
		this.view = new EditorView({ state, parent });
	}

	/** Tells the word once the cursor stands still: help mustn't get in the way of typing. */
	private tellWord(on: Listening): void {
		clearTimeout(this.resting);
		this.resting = setTimeout(() => on.word?.(wordAt(this.view.state)), STILL_MILLISECONDS);
	}

	private tellLine(line: number | null, on: Listening): void {
		if (line === this.over) return;
		this.over = line;
		on.line?.(line);
	}

	/** Puts the cursor at the beginning of a line. */
	go(line: number): void {
		const { doc } = this.view.state;
		const { from } = doc.line(Math.max(1, Math.min(doc.lines, line)));
		this.view.dispatch({ selection: { anchor: from }, scrollIntoView: true });
		this.view.focus();
	}

	/** Marks problems and remarks where they are. */
	show(problems: readonly ProblemReport[], remarks: readonly ProblemReport[]): void {
		const all = [
			...problems.map((p) => this.diagnostic(p, "error")),
			...remarks.map((r) => this.diagnostic(r, "info")),
		];
		this.view.dispatch(
			setDiagnostics(
				this.view.state,
				all.sort((a, b) => a.from - b.from),
			),
		);
	}

	/** Puts another source in place of what is there, which one undo brings back. */
	set(source: string): void {
		const { doc } = this.view.state;
		// A file may end its lines otherwise; that is no other program.
		if (doc.toString().trimEnd() !== source.trimEnd())
			this.view.dispatch({ changes: { from: 0, to: doc.length, insert: source } });
	}

	/** Puts a text where the cursor is, in place of what is chosen. */
	insert(text: string): void {
		const { from, to } = this.view.state.selection.main;
		this.view.dispatch({ changes: { from, to, insert: text }, selection: { anchor: from + text.length } });
		this.view.focus();
	}

	light(numbers: ReadonlySet<number>): void {
		this.view.dispatch({ effects: light.of(numbers) });
	}

	destroy(): void {
		clearTimeout(this.resting);
		this.view.destroy();
	}

	private range(place: { line: number; column: number; length: number }): { from: number; to: number } {
		const { doc } = this.view.state;
		const line = doc.line(Math.max(1, Math.min(doc.lines, place.line)));
		const from = Math.min(line.to, line.from + place.column - 1);
		return { from, to: Math.min(line.to, from + place.length) };
	}

	private diagnostic(problem: ProblemReport, severity: Diagnostic["severity"]): Diagnostic {
		const { fix, message } = problem;
		const apply = (view: EditorView) => {
			if (!fix) return;
			const place = this.range(fix.place);
			// The cursor stands where the fix ended, and one undo takes it back.
			view.dispatch({
				changes: { ...place, insert: fix.text },
				selection: { anchor: place.from + fix.text.length },
				userEvent: "input.fix",
				annotations: isolateHistory.of("full"),
			});
			view.focus();
		};
		return { ...this.range(problem), severity, message, ...(fix && { actions: [{ name: "Put it right", apply }] }) };
	}
}

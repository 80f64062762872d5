import { autocompletion, type CompletionSource, completionKeymap } from "@codemirror/autocomplete";
import { defaultKeymap, history, historyKeymap } from "@codemirror/commands";
import { syntaxHighlighting } from "@codemirror/language";
import { lintGutter } from "@codemirror/lint";
import { EditorState, type Extension } from "@codemirror/state";
import { EditorView, keymap, lineNumbers } from "@codemirror/view";
import type { ProblemReport } from "@markpen/core";
import { browserClock, type Clock } from "../site/clock.ts";
import { CursorWord, onlyChanges, STILL_MILLISECONDS } from "./cursor-word.ts";
import { look } from "./editor-look.ts";
import { inserting, replacing, startOfLine } from "./edits.ts";
import { light, litLines } from "./lit-lines.ts";
import { type Completions, completing, nibColours, nibLanguage, wordAt } from "./nib-language.ts";
import { marking } from "./problem-marks.ts";

interface Owner {
	/** What a screen reader calls the editor. */
	readonly name?: string;
	readonly write: (source: string) => void;
	readonly run: () => void;
	/** The word that the cursor is in, as it changes. */
	readonly word?: (word: string) => void;
	/** The line that the pointer is over, as it changes. */
	readonly line?: (line: number | null) => void;
	readonly completions?: () => Completions | undefined;
	/** Nib by default. */
	readonly language?: EditorLanguage;
}

/** What a language brings to an editor: colours, and how its words are completed. */
export interface EditorLanguage {
	readonly extensions: readonly Extension[];
	readonly complete: (known: () => Completions | undefined) => CompletionSource;
}

/** Nib's, which is there at once. */
export const NIB_LANGUAGE: EditorLanguage = {
	extensions: [nibLanguage, syntaxHighlighting(nibColours)],
	complete: completing,
};

/** An editor of programs: the language's colours, problems with a fix to click, completion, Ctrl-Enter runs. */
export class ProgramEditor {
	private readonly view: EditorView;
	private readonly word: CursorWord;

	constructor(parent: HTMLElement, source: string, on: Owner, clock: Clock = browserClock) {
		const { language = NIB_LANGUAGE } = on;
		const pointLine = onlyChanges<number | null>(null, (line) => on.line?.(line));
		const state = EditorState.create({
			doc: source,
			extensions: [
				lineNumbers(),
				history(),
				lintGutter(),
				litLines,
				...language.extensions,
				look,
				EditorView.lineWrapping,
				autocompletion({
					override: [language.complete(() => on.completions?.())],
					icons: false,
					maxRenderedOptions: 12,
					activateOnTypingDelay: STILL_MILLISECONDS,
				}),
				EditorView.contentAttributes.of({
					"aria-label": on.name ?? "Program",
					spellcheck: "false",
					autocapitalize: "off",
				}),
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
						pointLine(at === null ? null : view.state.doc.lineAt(at).number);
					},
					mouseleave: () => pointLine(null),
				}),
				EditorView.updateListener.of((update) => {
					if (update.docChanged) on.write(update.state.doc.toString());
					if (update.docChanged || update.selectionSet) this.word.moved();
				}),
			],
		});
		this.view = new EditorView({ state, parent });
		this.word = new CursorWord(
			clock,
			() => wordAt(this.view.state),
			(word) => on.word?.(word),
		);
	}

	/** Puts the cursor at the beginning of a line. */
	go(line: number): void {
		this.view.dispatch(startOfLine(this.view.state, line));
		this.view.focus();
	}

	/** Marks problems and remarks where they are. */
	show(problems: readonly ProblemReport[], remarks: readonly ProblemReport[]): void {
		this.view.dispatch(marking(this.view.state, problems, remarks));
	}

	/** Puts another source instead of what is there, which one undo brings back. */
	set(source: string): void {
		const spec = replacing(this.view.state, source);
		if (spec) this.view.dispatch(spec);
	}

	/** Puts a text where the cursor is, instead of what is selected. */
	insert(text: string): void {
		this.view.dispatch(inserting(this.view.state, text));
		this.view.focus();
	}

	light(numbers: ReadonlySet<number>): void {
		this.view.dispatch({ effects: light.of(numbers) });
	}

	destroy(): void {
		this.word.end();
		this.view.destroy();
	}
}

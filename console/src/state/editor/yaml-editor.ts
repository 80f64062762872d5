import { defaultKeymap, history, historyKeymap } from "@codemirror/commands";
import { yaml } from "@codemirror/lang-yaml";
import { defaultHighlightStyle, syntaxHighlighting } from "@codemirror/language";
import { lintGutter } from "@codemirror/lint";
import { EditorState } from "@codemirror/state";
import { EditorView, keymap, lineNumbers } from "@codemirror/view";
import { look } from "./editor-look.ts";
import { markingLines } from "./problem-marks.ts";

/** The whole file of an exercise, with its errors where they are. */
export class YamlEditor {
	private readonly view: EditorView;

	constructor(parent: HTMLElement, source: string, write: (source: string) => void) {
		const state = EditorState.create({
			doc: source,
			extensions: [
				lineNumbers(),
				history(),
				lintGutter(),
				yaml(),
				syntaxHighlighting(defaultHighlightStyle, { fallback: true }),
				look,
				EditorView.lineWrapping,
				EditorView.contentAttributes.of({ "aria-label": "File", spellcheck: "false" }),
				keymap.of([...defaultKeymap, ...historyKeymap]),
				EditorView.updateListener.of((update) => {
					if (update.docChanged) write(update.state.doc.toString());
				}),
			],
		});
		this.view = new EditorView({ state, parent });
	}

	set(source: string): void {
		const { doc } = this.view.state;
		if (doc.toString() !== source) this.view.dispatch({ changes: { from: 0, to: doc.length, insert: source } });
	}

	show(problems: readonly { readonly line: number; readonly path: string; readonly message: string }[]): void {
		this.view.dispatch(markingLines(this.view.state, problems));
	}

	destroy(): void {
		this.view.destroy();
	}
}

import { defaultKeymap, history, historyKeymap } from "@codemirror/commands";
import { HighlightStyle, StreamLanguage, syntaxHighlighting } from "@codemirror/language";
import { type Diagnostic, lintGutter, setDiagnostics } from "@codemirror/lint";
import { EditorState, StateEffect, StateField } from "@codemirror/state";
import { Decoration, type DecorationSet, EditorView, keymap, lineNumbers } from "@codemirror/view";
import { tags } from "@lezer/highlight";
import type { SaidProblem } from "@markpen/core";
import { look } from "./editor-look.ts";
import { NIB_HEADS } from "./nib-words.ts";

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

/** An editor of programs: Nib's colours, problems with a fix to click, Ctrl-Enter runs. */
export class NibEditor {
	private readonly view: EditorView;

	constructor(parent: HTMLElement, source: string, on: { write: (source: string) => void; run: () => void }, name = "Program") {
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
				EditorView.contentAttributes.of({ "aria-label": name, spellcheck: "false", autocapitalize: "off" }),
				keymap.of([
					{
						key: "Mod-Enter",
						run: () => {
							on.run();
							return true;
						},
					},
					...defaultKeymap,
					...historyKeymap,
				]),
				EditorView.updateListener.of((update) => {
					if (update.docChanged) on.write(update.state.doc.toString());
				}),
			],
		});
		this.view = new EditorView({ state, parent });
	}

	/** Marks problems and remarks where they stand. */
	show(problems: readonly SaidProblem[], remarks: readonly SaidProblem[]): void {
		const all = [...problems.map((p) => this.diagnostic(p, "error")), ...remarks.map((r) => this.diagnostic(r, "info"))];
		this.view.dispatch(
			setDiagnostics(
				this.view.state,
				all.sort((a, b) => a.from - b.from),
			),
		);
	}

	/** Puts another source in place of what stands there, which one undo brings back. */
	set(source: string): void {
		const { doc } = this.view.state;
		// A file may end its lines otherwise; that is no other program.
		if (doc.toString().trimEnd() !== source.trimEnd()) this.view.dispatch({ changes: { from: 0, to: doc.length, insert: source } });
	}

	light(numbers: ReadonlySet<number>): void {
		this.view.dispatch({ effects: light.of(numbers) });
	}

	destroy(): void {
		this.view.destroy();
	}

	private range(place: { line: number; column: number; length: number }): { from: number; to: number } {
		const { doc } = this.view.state;
		const line = doc.line(Math.max(1, Math.min(doc.lines, place.line)));
		const from = Math.min(line.to, line.from + place.column - 1);
		return { from, to: Math.min(line.to, from + place.length) };
	}

	private diagnostic(problem: SaidProblem, severity: Diagnostic["severity"]): Diagnostic {
		const { fix, message } = problem;
		const apply = (view: EditorView) => fix && view.dispatch({ changes: { ...this.range(fix.place), insert: fix.text } });
		return { ...this.range(problem), severity, message, ...(fix && { actions: [{ name: "Put it right", apply }] }) };
	}
}

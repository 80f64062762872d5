import type { EditorState, Text, TransactionSpec } from "@codemirror/state";

/** A replacement of the source as one undoable change; null if nothing changes. */
export function replacing(state: EditorState, source: string): TransactionSpec | null {
	const { doc } = state;
	// Blank lines at the end make no other program.
	if (doc.toString().trimEnd() === source.trimEnd()) return null;
	return { changes: { from: 0, to: doc.length, insert: source } };
}

/** A text instead of what is selected, and the cursor after it. */
export function inserting(state: EditorState, text: string): TransactionSpec {
	const { from, to } = state.selection.main;
	return { changes: { from, to, insert: text }, selection: { anchor: from + text.length } };
}

/** A line by its number from 1; the first or the last where there is none of that number. */
export function lineOf(doc: Text, number: number): ReturnType<Text["line"]> {
	return doc.line(Math.max(1, Math.min(doc.lines, number)));
}

/** The cursor at the beginning of a line. */
export function startOfLine(state: EditorState, number: number): TransactionSpec {
	return { selection: { anchor: lineOf(state.doc, number).from }, scrollIntoView: true };
}

import { isolateHistory } from "@codemirror/commands";
import { type Diagnostic, setDiagnostics } from "@codemirror/lint";
import type { EditorState, TransactionSpec } from "@codemirror/state";
import type { EditorView } from "@codemirror/view";
import type { ProblemReport } from "@markpen/core";
import { lineOf } from "./edits.ts";

/** Offsets of a place in the text as it is now; within its line, whatever was deleted since. */
export function rangeOf(
	state: EditorState,
	place: { readonly line: number; readonly column: number; readonly length: number },
): { from: number; to: number } {
	const line = lineOf(state.doc, place.line);
	const from = Math.min(line.to, line.from + place.column - 1);
	return { from, to: Math.min(line.to, from + place.length) };
}

/** The change that puts a problem right, which one undo takes back; null if it has no fix. */
export function fixing(state: EditorState, { fix }: ProblemReport): TransactionSpec | null {
	if (!fix) return null;
	const place = rangeOf(state, fix.place);
	return {
		changes: { ...place, insert: fix.text },
		selection: { anchor: place.from + fix.text.length },
		userEvent: "input.fix",
		annotations: isolateHistory.of("full"),
	};
}

function diagnosticOf(state: EditorState, problem: ProblemReport, severity: Diagnostic["severity"]): Diagnostic {
	const apply = (view: EditorView) => {
		const spec = fixing(view.state, problem);
		if (spec) view.dispatch(spec);
		view.focus();
	};
	return {
		...rangeOf(state, problem),
		severity,
		message: problem.message,
		...(problem.fix && { actions: [{ name: "Apply fix", apply }] }),
	};
}

/** Marks problems as errors and remarks as information, where they are. */
export function marking(
	state: EditorState,
	problems: readonly ProblemReport[],
	remarks: readonly ProblemReport[],
): TransactionSpec {
	const all = [
		...problems.map((p) => diagnosticOf(state, p, "error")),
		...remarks.map((r) => diagnosticOf(state, r, "info")),
	];
	return setDiagnostics(
		state,
		all.sort((a, b) => a.from - b.from),
	);
}

/** Marks lines of an exercise's file, each with the path of the entry and what is wrong with it. */
export function markingLines(
	state: EditorState,
	problems: readonly { readonly line: number; readonly path: string; readonly message: string }[],
): TransactionSpec {
	const all = problems.map((p) => {
		const { from, to } = lineOf(state.doc, p.line);
		return { from, to, severity: "error" as const, message: `${p.path}: ${p.message}` };
	});
	return setDiagnostics(
		state,
		all.sort((a, b) => a.from - b.from),
	);
}

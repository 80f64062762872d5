import { EditorView } from "@codemirror/view";

/** How every editor looks. */
export const look = EditorView.theme({
	"&": { height: "100%", fontSize: "1rem" },
	"&.cm-focused": { outline: "2px solid var(--c-act)" },
	".cm-content": { fontFamily: "var(--font-mono)", padding: "8px 0", caretColor: "var(--c-ink)" },
	".cm-line": { padding: "0 10px 0 6px", lineHeight: "var(--line-height, 1.7)" },
	".cm-gutters": {
		background: "var(--c-sheet)",
		color: "var(--c-ink-faint)",
		border: "none",
		fontFamily: "var(--font-mono)",
	},
	".cm-gutterElement": { lineHeight: "var(--line-height, 1.7)" },
	".cm-cursor": { borderLeftColor: "var(--c-ink)" },
	".cm-diagnosticText": { fontFamily: "var(--font-sans)" },
	".cm-tooltip": {
		background: "var(--c-sheet)",
		color: "var(--c-ink)",
		border: "1px solid var(--c-rule-strong)",
		maxWidth: "30rem",
	},
	".cm-diagnosticAction": { background: "var(--c-ink)", color: "var(--c-paper)", borderRadius: "3px" },
	"&.cm-focused .cm-selectionBackground, .cm-selectionBackground": { background: "var(--c-rule) !important" },
});

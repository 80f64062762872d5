import { StateEffect, StateField } from "@codemirror/state";
import { Decoration, type DecorationSet, EditorView } from "@codemirror/view";

/** Marks these lines, numbered from 1, and no others. */
export const light = StateEffect.define<ReadonlySet<number>>();

/** Lines that belong to what is pointed at in the drawing. A line that isn't there is left out. */
export const litLines = StateField.define<DecorationSet>({
	create: () => Decoration.none,
	update(set, transaction) {
		let next = set.map(transaction.changes);
		for (const effect of transaction.effects) {
			if (!effect.is(light)) continue;
			const { doc } = transaction.state;
			const numbers = [...effect.value].filter((n) => n >= 1 && n <= doc.lines).sort((a, b) => a - b);
			next = Decoration.set(numbers.map((n) => Decoration.line({ class: "lit" }).range(doc.line(n).from)));
		}
		return next;
	},
	provide: (field) => EditorView.decorations.from(field),
});

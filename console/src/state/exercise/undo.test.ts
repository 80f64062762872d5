import { expect, test } from "vitest";
import { UndoHistory } from "./undo.ts";

test("changes that follow one another soon are undone as one, others by themselves", () => {
	const history = new UndoHistory();
	history.changed("a", 1_000, false);
	history.changed("ab", 1_300, false);
	history.changed("abc", 3_000, false);
	expect([history.undo("abcd"), history.undo("abc"), history.undo("a")]).toEqual(["abc", "a", undefined]);
	expect([history.redo("a"), history.redo("abc"), history.redo("abcd")]).toEqual(["abc", "abcd", undefined]);
});

test("a separate change is undone by itself, however soon it follows", () => {
	const history = new UndoHistory();
	history.changed("a", 1_000, false);
	history.changed("b", 1_010, true);
	history.changed("c", 1_020, false);
	expect([history.undo("d"), history.undo("c"), history.undo("b")]).toEqual(["c", "b", "a"]);
});

test("a new change ends what could be gone forth to", () => {
	const history = new UndoHistory();
	history.changed("a", 1_000, false);
	history.undo("b");
	expect(history.canRedo).toBe(true);
	history.changed("a", 9_000, false);
	expect(history.canRedo).toBe(false);
});

test("two hundred changes and one can be undone", () => {
	const history = new UndoHistory();
	for (let n = 0; n < 500; n++) history.changed(`${n}`, n * 1_000, false);
	let count = 0;
	while (history.canUndo) {
		history.undo("x");
		count++;
	}
	expect(count).toBe(201);
});

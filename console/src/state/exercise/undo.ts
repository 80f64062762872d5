/** Changes that follow one another so soon are undone as one, in milliseconds. */
const TOGETHER_MILLISECONDS = 700;
const MAX_UNDO = 200;

/** Undo and redo history of sources. */
export class UndoHistory {
	private done: string[] = [];
	private undone: string[] = [];
	private lastChange = Number.NEGATIVE_INFINITY;

	get canUndo(): boolean {
		return this.done.length > 0;
	}

	get canRedo(): boolean {
		return this.undone.length > 0;
	}

	/**
	 * A source was changed.
	 *
	 * @param before the source before the change
	 * @param at milliseconds
	 * @param apart whether it is undone by itself, however soon it follows
	 */
	changed(before: string, at: number, apart: boolean): void {
		if (apart || at - this.lastChange > TOGETHER_MILLISECONDS) this.push(before);
		this.lastChange = apart ? Number.NEGATIVE_INFINITY : at;
		this.undone = [];
	}

	/** Adds a source to the undo history. */
	push(source: string): void {
		this.done = [...this.done.slice(-MAX_UNDO), source];
	}

	/** The source before; undefined if there is none. */
	undo(now: string): string | undefined {
		const before = this.done.pop();
		if (before === undefined) return undefined;
		this.undone.push(now);
		this.lastChange = Number.NEGATIVE_INFINITY;
		return before;
	}

	/** The source that was undone last; undefined if there is none. */
	redo(now: string): string | undefined {
		const after = this.undone.pop();
		if (after === undefined) return undefined;
		this.done.push(now);
		this.lastChange = Number.NEGATIVE_INFINITY;
		return after;
	}
}

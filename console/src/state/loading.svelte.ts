/** Something that is fetched: what it is once it is there, or why it isn't. */
export class Loading<T> {
	value = $state.raw<T | undefined>(undefined);
	error = $state("");
	private turn = 0;

	/** Fetches again; an answer that comes after a later call's is dropped. */
	async load(fetch: () => Promise<T>): Promise<void> {
		const turn = ++this.turn;
		try {
			const value = await fetch();
			if (turn !== this.turn) return;
			this.value = value;
			this.error = "";
		} catch (error) {
			if (turn === this.turn) this.error = error instanceof Error ? error.message : String(error);
		}
	}
}

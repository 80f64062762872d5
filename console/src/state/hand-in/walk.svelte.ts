/** Hand-ins that a teacher visits one after another, because they share something. */
class Walk {
	about = $state("");
	private ids = $state.raw<readonly string[]>([]);

	begin(ids: readonly string[], about: string): void {
		this.ids = ids;
		this.about = about;
	}

	end(): void {
		this.begin([], "");
	}

	/** Where one goes from a hand-in; undefined if it isn't one of those. */
	beside(
		id: string,
	): { readonly before: string | null; readonly after: string | null; readonly place: string } | undefined {
		const at = this.ids.indexOf(id);
		if (at < 0) return undefined;
		return {
			before: this.ids[at - 1] ?? null,
			after: this.ids[at + 1] ?? null,
			place: `${at + 1} of ${this.ids.length}`,
		};
	}
}

export const walk = new Walk();

/** What a page shows, kept after the ? of its address: a reload, a bookmark and the way back show the same. */
export class Query {
	private values = $state<Readonly<Record<string, string>>>(Object.fromEntries(new URLSearchParams(location.search)));

	get(name: string): string {
		return this.values[name] ?? "";
	}

	/** Changes a value; an empty one is left out of the address. */
	set(name: string, value: string): void {
		const { [name]: _, ...others } = this.values;
		this.values = value === "" ? others : { ...others, [name]: value };
		const text = new URLSearchParams(this.values).toString();
		history.replaceState(history.state, "", text === "" ? location.pathname : `${location.pathname}?${text}`);
	}
}

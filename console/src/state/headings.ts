/** Criteria that stand under one heading; the first ones may stand under none. */
export interface Under<T> {
	readonly heading: string | null;
	readonly criteria: readonly T[];
}

/** Criteria under their headings, each heading once, where its first criterion stands. */
export function underHeadings<T extends { readonly part: string | null }>(criteria: readonly T[]): Under<T>[] {
	const groups = new Map<string | null, T[]>();
	for (const c of criteria) groups.set(c.part, [...(groups.get(c.part) ?? []), c]);
	return [...groups].map(([heading, under]) => ({ heading, criteria: under }));
}

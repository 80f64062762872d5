/** Stands over criteria without a heading that come after others with one. */
export const BESIDES = "Besides";

/** Criteria that are under one heading; where the first ones have none, they are under none. */
export interface Under<T> {
	readonly heading: string | null;
	readonly criteria: readonly T[];
}

/** Criteria under their headings, each heading once, where its first criterion stands. */
export function underHeadings<T extends { readonly part: string | null }>(criteria: readonly T[]): Under<T>[] {
	const groups = new Map<string | null, T[]>();
	for (const c of criteria) groups.set(c.part, [...(groups.get(c.part) ?? []), c]);
	return [...groups].map(([heading, under], i) => ({
		heading: i > 0 ? (heading ?? BESIDES) : heading,
		criteria: under,
	}));
}

/** Heading of criteria without one, after criteria with one. */
export const OTHER_CRITERIA = "Other criteria";

/** Criteria that are under one heading; where the first ones have none, they are under none. */
export interface Under<T> {
	readonly heading: string | null;
	readonly criteria: readonly T[];
}

/** Criteria grouped by heading, in order of each heading's first criterion. */
export function underHeadings<T extends { readonly part: string | null }>(criteria: readonly T[]): Under<T>[] {
	const groups = new Map<string | null, T[]>();
	for (const c of criteria) groups.set(c.part, [...(groups.get(c.part) ?? []), c]);
	return [...groups].map(([heading, under], i) => ({
		heading: i > 0 ? (heading ?? OTHER_CRITERIA) : heading,
		criteria: under,
	}));
}

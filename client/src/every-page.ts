/** Rows of a list that comes in pages, all of them, in their order. */
export async function everyPage<P extends { readonly next: string | null }, T>(
	page: (at: { readonly limit: number; readonly cursor?: string }) => Promise<P>,
	rows: (page: P) => readonly T[],
): Promise<T[]> {
	const found: T[] = [];
	for (let cursor: string | null | undefined; cursor !== null; ) {
		const one: P = await page({ limit: 200, ...(cursor !== undefined && { cursor }) });
		found.push(...rows(one));
		cursor = one.next;
	}
	return found;
}

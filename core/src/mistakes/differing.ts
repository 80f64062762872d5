/** How many parts of two texts, or lists, agree at their beginnings, and how many of the others at their ends. */
export function differing<T>(a: ArrayLike<T>, b: ArrayLike<T>): { readonly first: number; readonly last: number } {
	const shorter = Math.min(a.length, b.length);
	let first = 0;
	while (first < shorter && a[first] === b[first]) first++;
	let last = 0;
	while (last < shorter - first && a[a.length - 1 - last] === b[b.length - 1 - last]) last++;
	return { first, last };
}

/** The words a program might have meant, by the fewest changed letters; undefined if none is near. */
export function nearest(word: string, known: Iterable<string>): string | undefined {
	const lower = word.toLowerCase();
	let best: string | undefined;
	let bestCost = Math.max(1, Math.floor(lower.length / 3)) + 0.5;
	for (const candidate of known) {
		const cost =
			candidate === word ? 0 : editCost(lower, candidate.toLowerCase()) + (candidate.toLowerCase() === lower ? 0.1 : 0);
		if (cost < bestCost) [best, bestCost] = [candidate, cost];
	}
	return best;
}

/** Letters added, dropped, changed or two neighbours exchanged (Damerau 1964, restricted form). */
function editCost(a: string, b: string): number {
	if (Math.abs(a.length - b.length) > 4) return 99;
	let before: number[] = [];
	let previous = Array.from({ length: b.length + 1 }, (_, j) => j);
	for (let i = 1; i <= a.length; i++) {
		const row = [i];
		for (let j = 1; j <= b.length; j++) {
			const same = a[i - 1] === b[j - 1] ? 0 : 1;
			let cost = Math.min((previous[j] as number) + 1, (row[j - 1] as number) + 1, (previous[j - 1] as number) + same);
			if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
				cost = Math.min(cost, (before[j - 2] as number) + 1);
			row.push(cost);
		}
		before = previous;
		previous = row;
	}
	return previous[b.length] as number;
}

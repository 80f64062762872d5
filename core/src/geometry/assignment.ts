/**
 * Least-cost assignment of rows to columns by shortest augmenting paths (Jonker and Volgenant 1987; the dense form
 * as in Crouse 2016). Cost n² m. Ties go to the column that comes first.
 *
 * @param cost `rows` arrays of `columns` finite numbers, rows <= columns
 * @returns the column of each row
 */
export function leastCost(cost: readonly (readonly number[])[]): number[] {
	const rows = cost.length;
	const columns = cost[0]?.length ?? 0;
	const u = new Float64Array(rows + 1);
	const v = new Float64Array(columns + 1);
	const rowOf = new Int32Array(columns + 1);
	const way = new Int32Array(columns + 1);
	for (let i = 1; i <= rows; i++) {
		rowOf[0] = i;
		let j0 = 0;
		const best = new Float64Array(columns + 1).fill(Number.POSITIVE_INFINITY);
		const used = new Uint8Array(columns + 1);
		do {
			used[j0] = 1;
			const row = cost[(rowOf[j0] as number) - 1] as readonly number[];
			let delta = Number.POSITIVE_INFINITY;
			let next = 0;
			for (let j = 1; j <= columns; j++) {
				if (used[j]) continue;
				const reduced = (row[j - 1] as number) - (u[rowOf[j0] as number] as number) - (v[j] as number);
				if (reduced < (best[j] as number)) {
					best[j] = reduced;
					way[j] = j0;
				}
				if ((best[j] as number) < delta) {
					delta = best[j] as number;
					next = j;
				}
			}
			for (let j = 0; j <= columns; j++) {
				if (used[j]) {
					u[rowOf[j] as number] = (u[rowOf[j] as number] as number) + delta;
					v[j] = (v[j] as number) - delta;
				} else best[j] = (best[j] as number) - delta;
			}
			j0 = next;
		} while (rowOf[j0] !== 0);
		while (j0 !== 0) {
			const back = way[j0] as number;
			rowOf[j0] = rowOf[back] as number;
			j0 = back;
		}
	}
	const columnOf = new Array<number>(rows).fill(-1);
	for (let j = 1; j <= columns; j++) if (rowOf[j]) columnOf[(rowOf[j] as number) - 1] = j - 1;
	return columnOf;
}

import { checkOf } from "./checks/index.ts";
import type { Stated } from "./matching.ts";
import { innerOf, type Wanted } from "./wanted.ts";

const KNOWN = new WeakMap<Wanted, ReadonlyMap<string, Stated>>();

/** What the criteria say of each wanted figure's place and size; it helps to find the figure that was meant. */
export function statedBy(wanted: Wanted): ReadonlyMap<string, Stated> {
	let known = KNOWN.get(wanted);
	if (!known) {
		known = gathered(wanted);
		KNOWN.set(wanted, known);
	}
	return known;
}

function gathered(wanted: Wanted): Map<string, Stated> {
	const all = new Map<string, { places: Stated["places"][number][]; sizes: Stated["sizes"][number][] }>();
	for (const asked of wanted.criteria) {
		for (const criterion of "check" in asked ? [asked] : innerOf(asked)) {
			const when = criterion.when ?? "end";
			if (typeof criterion.of !== "string" || !wanted.figures.has(criterion.of) || when !== "end") continue;
			const tells = checkOf(criterion.check).states?.(criterion);
			if (!tells) continue;
			const own = all.get(criterion.of) ?? { places: [], sizes: [] };
			own.places.push(...(tells.places ?? []));
			own.sizes.push(...(tells.sizes ?? []));
			all.set(criterion.of, own);
		}
	}
	return all;
}

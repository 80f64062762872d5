import { checkOf } from "./checks/index.ts";
import { innerOf, type MarkingSpec } from "./marking-spec.ts";
import type { StatedProperties } from "./matching.ts";

const KNOWN = new WeakMap<MarkingSpec, ReadonlyMap<string, StatedProperties>>();

/** What the criteria say of each wanted figure's place and size; it helps to find the figure that was meant. */
export function statedProperties(wanted: MarkingSpec): ReadonlyMap<string, StatedProperties> {
	let known = KNOWN.get(wanted);
	if (!known) {
		known = collectStated(wanted);
		KNOWN.set(wanted, known);
	}
	return known;
}

function collectStated(wanted: MarkingSpec): Map<string, StatedProperties> {
	const all = new Map<
		string,
		{ places: StatedProperties["places"][number][]; sizes: StatedProperties["sizes"][number][] }
	>();
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

import { checkOf } from "./checks/index.ts";
import { innerOf, type MarkingSpec } from "./marking-spec.ts";
import type { StatedProperties } from "./stated-properties.ts";

type Writable<T> = { -readonly [K in keyof T]: T[K] extends readonly (infer I)[] ? I[] : T[K] };

/** What the criteria state of each wanted figure's place and size; it helps to find the figure that was meant. */
export function statedProperties({
	figures,
	criteria,
}: Pick<MarkingSpec, "figures" | "criteria">): ReadonlyMap<string, StatedProperties> {
	const all = new Map<string, Writable<StatedProperties>>();
	for (const asked of criteria) {
		for (const criterion of "check" in asked ? [asked] : innerOf(asked)) {
			const when = criterion.when ?? "end";
			if (typeof criterion.of !== "string" || !figures.has(criterion.of) || when !== "end") continue;
			const stated = checkOf(criterion.check).states?.(criterion);
			if (!stated) continue;
			const own = all.get(criterion.of) ?? { places: [], sizes: [] };
			own.places.push(...(stated.places ?? []));
			own.sizes.push(...(stated.sizes ?? []));
			all.set(criterion.of, own);
		}
	}
	return all;
}

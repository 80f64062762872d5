import type { Figure } from "../figures/figure.ts";
import type { Point } from "../geometry/points.ts";
import type { Sized } from "./selector.ts";

/** What criteria add to what a selector states: places for each wanted figure, and sizes. */
export interface StatedProperties {
	readonly places: readonly {
		readonly at: readonly Point[];
		readonly of: (figure: Figure, up: number) => Point | undefined;
	}[];
	readonly sizes: readonly { readonly wanted: Sized; readonly found: (figure: Figure) => number | undefined }[];
}

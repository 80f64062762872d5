import type { Drawing, Figure } from "../figures/figure.ts";
import type { Sheet } from "../tape/layout.ts";
import type { Common } from "./criterion.ts";
import { meets, type Selector } from "./selector.ts";

/** How exact an exercise wants things. */
export interface Exactness {
	/** Sheet units. */
	readonly position: number;
	readonly size: number;
	/** Degrees. */
	readonly angle: number;
}

/** A wanted figure with what was taken for it. */
export interface Taken {
	readonly name: string;
	readonly selector: Selector;
	/** For each figure that is wanted, in order, the one drawn, if any. */
	readonly slots: readonly (Figure | undefined)[];
}

/** What a criterion speaks of, looked up in the drawing. */
export interface Subject {
	/** As sentences call it. */
	readonly name: string;
	/** How many are wanted; as many as there are where the exercise doesn't say. */
	readonly wanted: number;
	readonly figures: readonly Figure[];
	readonly slots: readonly (Figure | undefined)[];
}

/** A drawing ready to be judged. */
export interface Scene {
	readonly drawing: Drawing;
	readonly sheet: Sheet;
	readonly exactness: Exactness;
	readonly taken: ReadonlyMap<string, Taken>;
}

/** The figures that a criterion's `of` names. */
export function subjectsOf(scene: Scene, of: Common["of"]): Subject[] {
	if (of === undefined || of === "everything" || of === "run") {
		const { figures } = scene.drawing;
		return [{ name: "everything", wanted: figures.length, figures, slots: figures }];
	}
	if (typeof of === "string" || Array.isArray(of)) return [of].flat().map((name) => named(scene, name));
	const figures = scene.drawing.figures.filter((f) => meets(f, of, scene.exactness.size));
	const wanted = of.number ?? figures.length;
	return [{ name: "", wanted, figures, slots: Array.from({ length: Math.max(wanted, figures.length) }, (_, i) => figures[i]) }];
}

function named(scene: Scene, name: string): Subject {
	const taken = scene.taken.get(name);
	if (!taken) return { name, wanted: 1, figures: [], slots: [undefined] };
	const strict = taken.selector.strict === true;
	const slots = taken.slots.map((f) => (f && strict && !meets(f, taken.selector, scene.exactness.size) ? undefined : f));
	return { name, wanted: slots.length, figures: slots.filter((f) => f !== undefined), slots };
}

/** A number that a tolerance gives full credit up to, and none from. */
export function marginsOf(within: Common["within"], otherwise: number): { full: number; none: number } {
	if (within === undefined) return { full: otherwise, none: 4 * otherwise };
	return typeof within === "number" ? { full: within, none: 4 * within } : within;
}

import type { Figure } from "../figures/figure.ts";
import type { Common, FigureRef } from "./criterion.ts";
import { grouped } from "./group.ts";
import { matchOne } from "./matching.ts";
import type { Scene, Subject } from "./scene.ts";

/** The figures that a criterion's `of` names. */
export function subjectsOf(scene: Scene, of: Common["of"]): Subject[] {
	if (of === undefined || of === "everything" || of === "run") {
		const { figures } = scene.drawing;
		return [{ name: "everything", wanted: figures.length, figures, slots: figures }];
	}
	if (typeof of === "string" || Array.isArray(of)) return [of].flat().map((name) => named(scene, name));
	if (of["group of"] !== undefined) return [groupOf(scene, of["group of"], "")];
	if (of.number !== undefined && !of.strict && of.pick === undefined && of.drawn === undefined) {
		const slots = matchOne(scene.drawing.figures, of, scene.selection);
		return [{ name: "", wanted: of.number, figures: slots.filter((f) => f !== undefined), slots }];
	}
	const figures = scene.selection.all(of);
	const wanted = of.number ?? figures.length;
	const slots = Array.from({ length: Math.max(wanted, figures.length) }, (_, i) => figures[i]);
	return [{ name: "", wanted, figures, slots }];
}

function named(scene: Scene, name: string): Subject {
	const match = scene.matches.get(name);
	if (!match) return { name, wanted: 1, figures: [], slots: [undefined] };
	const { selector } = match;
	if (selector["group of"] !== undefined) return groupOf(scene, selector["group of"], name);
	const strict = selector.strict === true;
	const slots = match.slots.map((f) => (f && strict && !scene.selection.meets(f, selector) ? undefined : f));
	return { name, wanted: slots.length, figures: slots.filter((f) => f !== undefined), slots };
}

function groupOf(scene: Scene, name: string, as: string): Subject {
	const { figures } = named(scene, name);
	const all = figures.length === 0 ? [] : [grouped(figures)];
	return { name: as, wanted: 1, figures: all, slots: all.length > 0 ? all : [undefined] };
}

/** The figures of one or several names or selectors. */
export function figuresOf(scene: Scene, refs: FigureRef | readonly FigureRef[]): readonly Figure[] {
	return [refs].flat().flatMap((ref) => subjectsOf(scene, ref as Common["of"]).flatMap((s) => s.figures));
}

import type { Drawing, Figure } from "../figures/figure.ts";
import type { Sheet } from "../tape/layout.ts";
import type { Tape } from "../tape/tape.ts";
import type { Common, FigureRef } from "./criterion.ts";
import { grouped } from "./group.ts";
import { matchOne } from "./matching.ts";
import type { ProgramRun } from "./program-run.ts";
import type { Selection } from "./selection.ts";
import type { Selector } from "./selector.ts";

/** How exact an exercise wants things. */
export interface Tolerances {
	/** Sheet units. */
	readonly position: number;
	readonly size: number;
	/** Degrees. */
	readonly angle: number;
}

/** A wanted figure with what was taken for it. */
export interface FigureMatch {
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

/** A drawing at one moment of one run, ready to be judged. */
export interface Scene {
	readonly drawing: Drawing;
	readonly tape: Tape;
	readonly sheet: Sheet;
	/** 1 where y grows upwards as seen, -1 where it grows downwards. */
	readonly up: 1 | -1;
	readonly tolerances: Tolerances;
	readonly matches: ReadonlyMap<string, FigureMatch>;
	readonly selection: Selection;
	/** The run it is of, and all that was brought with it. */
	readonly programRun: ProgramRun;
}

/** The figures that a criterion's `of` names. */
export function subjectsOf(scene: Scene, of: Common["of"]): Subject[] {
	if (of === undefined || of === "everything" || of === "run") {
		const { figures } = scene.drawing;
		return [{ name: "everything", wanted: figures.length, figures, slots: figures }];
	}
	if (typeof of === "string" || Array.isArray(of)) return [of].flat().map((name) => named(scene, name));
	if (of["group of"] !== undefined) return [groupOf(scene, of["group of"], "")];
	if (of.number !== undefined && !of.strict && of.pick === undefined && of.drawn === undefined) {
		const slots = matchOne(scene.drawing.figures, of, scene.selection, scene.sheet);
		return [{ name: "", wanted: of.number, figures: slots.filter((f) => f !== undefined), slots }];
	}
	const figures = scene.selection.all(of);
	const wanted = of.number ?? figures.length;
	return [
		{
			name: "",
			wanted,
			figures,
			slots: Array.from({ length: Math.max(wanted, figures.length) }, (_, i) => figures[i]),
		},
	];
}

function named(scene: Scene, name: string): Subject {
	const taken = scene.matches.get(name);
	if (!taken) return { name, wanted: 1, figures: [], slots: [undefined] };
	const { selector } = taken;
	if (selector["group of"] !== undefined) return groupOf(scene, selector["group of"], name);
	const slots = taken.slots.map((f) =>
		f && selector.strict === true && !scene.selection.meets(f, selector) ? undefined : f,
	);
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

/** A number that a tolerance gives full credit up to, and none from. */
export function marginsOf(within: Common["within"], otherwise: number): { full: number; none: number } {
	if (within === undefined || within === "1 step") return { full: otherwise, none: 4 * otherwise };
	return typeof within === "number" ? { full: within, none: 4 * within } : within;
}

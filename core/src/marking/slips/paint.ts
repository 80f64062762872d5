import { formatColour, parseColour, WHITE } from "../../colour/colour.ts";
import { nameOf } from "../../colour/family.ts";
import type { Figure } from "../../figures/figure.ts";
import { everyStep, type Step, type Value } from "../../nib/tree.ts";
import { callsOf } from "../../tape/tape.ts";
import { sameColour } from "../paint-words.ts";
import type { Evidence } from "./slip.ts";
import type { SlipContext } from "./slip-context.ts";

/** The paint that every program starts with. */
export const START = Object.freeze({ fill: -1, outline: 0x0000_00ff, outlineWidth: 2, paper: WHITE });

export type Paint = "fill" | "outline";

/** Whether the two can be set against each other: letters are painted by either. */
function isPainted(figure: Figure, part: Paint): boolean {
	return part === "outline" ? !figure.lettering : figure.closed || figure.lettering !== undefined;
}

/** The paints of a figure that are others than the wanted ones. */
export function wrongPaints(found: Figure, wanted: Figure): Paint[] {
	return (["fill", "outline"] as const).filter(
		(part) => isPainted(found, part) && isPainted(wanted, part) && !sameColour(found[part], wanted[part]),
	);
}

/** Whether the line is wider or narrower than wanted. */
export function wrongWidth(found: Figure, wanted: Figure): boolean {
	if (found.outline === -1 || wanted.outline === -1 || found.lettering) return false;
	return Math.abs(found.outlineWidth - wanted.outlineWidth) > Math.max(0.5, wanted.outlineWidth / 10);
}

const words = (paint: number) => (paint === -1 ? "none" : `${nameOf(paint)} ${formatColour(paint)}`);

export function paintEvidence(what: string, expected: number, found: number): Evidence {
	return { what, expected: words(expected), found: words(found) };
}

function colourIn(value: Value | undefined, look: Pick<SlipContext, "own">): number | undefined {
	if (value?.node === "colour") return value.value;
	if (value?.node !== "name") return undefined;
	const meaning = look.own.program.checked?.meanings.get(value);
	if (meaning && "colour" in meaning) return meaning.colour;
	const variable = look.own.program.flow.variableOf(value);
	const given = variable ? look.own.program.flow.valuesGiven(variable) : [];
	return given.length === 1 ? colourIn(given[0], look) : parseColour(value.name);
}

function settingOf(step: Step, part: Paint, look: Pick<SlipContext, "own">): number | undefined {
	if (step.node !== "draw") return undefined;
	if (part === "fill") return step.statement.head === "fill" ? colourIn(step.values[0], look) : undefined;
	return step.statement.head === "pen"
		? colourIn(step.phrases.find((p) => p.word === "colour")?.values[0], look)
		: undefined;
}

const drawsSomething = (step: Step) =>
	step.node === "do" || (step.node === "draw" && step.statement.draws !== undefined);

/**
 * What is set first after a figure, before anything else is drawn: after its own last line, or after the call that
 * drew it.
 */
function firstAfter<T>(
	{ own, scene: { tape } }: SlipContext,
	figure: Figure,
	of: (step: Step) => T | undefined,
): (T & { readonly line: number }) | undefined {
	const call = callsOf(tape, figure.entries[0] as number).at(-1);
	const steps = [...everyStep(own.program.steps)].sort((a, b) => a.place.line - b.place.line);
	for (const last of [Math.max(...figure.lines), ...(call ? [tape.line[call.row] as number] : [])]) {
		for (const step of steps) {
			if (step.place.line <= last) continue;
			const set = of(step);
			if (set !== undefined) return { ...set, line: step.place.line };
			if (drawsSomething(step)) break;
		}
	}
	return undefined;
}

/** The colour that is set next after a figure. */
export function settingAfter(
	look: SlipContext,
	figure: Figure,
	part: Paint,
): { readonly colour: number; readonly line: number } | undefined {
	return firstAfter(look, figure, (step) => {
		const colour = settingOf(step, part, look);
		return colour === undefined ? undefined : { colour };
	});
}

/** The pen's width that is set next after a figure. */
export function widthAfter(
	look: SlipContext,
	figure: Figure,
): { readonly width: number; readonly line: number } | undefined {
	return firstAfter(look, figure, (step) => {
		const value =
			step.node === "draw" && step.statement.head === "pen"
				? step.phrases.find((p) => p.word === "width")?.values[0]
				: undefined;
		return value?.node === "number" ? { width: value.value } : undefined;
	});
}

/** Every colour that a program sets for a paint, with its line. */
export function settingsOf(own: SlipContext["own"], part: Paint): { readonly colour: number; readonly line: number }[] {
	return [...everyStep(own.program.steps)].flatMap((step) => {
		const colour = settingOf(step, part, { own });
		return colour === undefined ? [] : [{ colour, line: step.place.line }];
	});
}

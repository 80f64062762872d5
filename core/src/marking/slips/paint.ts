import { formatColour, parseColour, WHITE } from "../../colour/colour.ts";
import { nameOf } from "../../colour/family.ts";
import type { Figure } from "../../figures/figure.ts";
import { everyStep, type Step, type Value } from "../../nib/tree.ts";
import { sameColour } from "../paint-words.ts";
import type { Look } from "./look.ts";
import type { Evidence } from "./slip.ts";

/** The paint that every program starts with. */
export const START = Object.freeze({ fill: -1, outline: 0x0000_00ff, outlineWidth: 2, paper: WHITE });

export type Paint = "fill" | "outline";

/** Whether the two can be set against each other: letters are painted by either. */
function isPainted(figure: Figure, part: Paint): boolean {
	return part === "outline" ? !figure.lettering : figure.closed || figure.lettering !== undefined;
}

/** The paints of a figure that are others than the wanted ones. */
export function wrongPaints(found: Figure, wanted: Figure): Paint[] {
	return (["fill", "outline"] as const).filter((part) => isPainted(found, part) && isPainted(wanted, part) && !sameColour(found[part], wanted[part]));
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

function colourIn(value: Value | undefined, look: Pick<Look, "own">): number | undefined {
	if (value?.node === "colour") return value.value;
	if (value?.node !== "name") return undefined;
	const meaning = look.own.program.checked?.meanings.get(value);
	if (meaning && "colour" in meaning) return meaning.colour;
	const variable = look.own.program.flow.variableOf(value);
	const given = variable ? look.own.program.flow.valuesGiven(variable) : [];
	return given.length === 1 ? colourIn(given[0], look) : parseColour(value.name);
}

function settingOf(step: Step, part: Paint, look: Pick<Look, "own">): number | undefined {
	if (step.node !== "draw") return undefined;
	if (part === "fill") return step.statement.head === "fill" ? colourIn(step.values[0], look) : undefined;
	return step.statement.head === "pen" ? colourIn(step.phrases.find((p) => p.word === "colour")?.values[0], look) : undefined;
}

/** Statements that draw something. */
const DRAWS: ReadonlySet<string> = new Set(["rect", "circle", "ellipse", "arc", "polygon", "polyline", "star", "text", "line", "dot", "walk", "curve", "lay"]);

/** The setting that comes next after a figure's last line, before anything else is drawn. */
export function settingAfter(look: Look, figure: Figure, part: Paint): { readonly colour: number; readonly line: number } | undefined {
	const last = Math.max(...figure.lines);
	const after = [...everyStep(look.own.program.steps)].filter((s) => s.place.line > last).sort((a, b) => a.place.line - b.place.line);
	for (const step of after) {
		const colour = settingOf(step, part, look);
		if (colour !== undefined) return { colour, line: step.place.line };
		if (step.node === "draw" && DRAWS.has(step.statement.head)) return undefined;
	}
	return undefined;
}

/** The line of a pen's width that is set next after a figure's last line, before anything else is drawn. */
export function widthAfter(look: Look, figure: Figure): { readonly width: number; readonly line: number } | undefined {
	const last = Math.max(...figure.lines);
	const after = [...everyStep(look.own.program.steps)].filter((s) => s.place.line > last).sort((a, b) => a.place.line - b.place.line);
	for (const step of after) {
		if (step.node !== "draw") continue;
		const value = step.statement.head === "pen" ? step.phrases.find((p) => p.word === "width")?.values[0] : undefined;
		if (value?.node === "number") return { width: value.value, line: step.place.line };
		if (DRAWS.has(step.statement.head)) return undefined;
	}
	return undefined;
}

/** Every colour that a program sets for a paint, with its line. */
export function settingsOf(own: Look["own"], part: Paint): { readonly colour: number; readonly line: number }[] {
	return [...everyStep(own.program.steps)].flatMap((step) => {
		const colour = settingOf(step, part, { own });
		return colour === undefined ? [] : [{ colour, line: step.place.line }];
	});
}

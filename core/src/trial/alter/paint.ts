import { namedColour } from "../../colour/colour.ts";
import { familiesOf } from "../../colour/family.ts";
import type { DrawNode, Step, Value } from "../../nib/tree.ts";
import { colour, draw, number, phraseOf, plus, withPhrase } from "../edit.ts";
import { type Alteration, onDraw } from "./alteration.ts";

/** A colour that nobody takes for another one. */
function otherColour(value: Value): Value {
	const known = value.node === "colour" ? value.value : value.node === "name" ? namedColour(value.name) : undefined;
	const families = known === undefined || known === -1 ? [] : familiesOf(known);
	return colour(families.includes("green") ? 0x8000_80ff : 0x0080_00ff);
}

const isSetting = (step: Step): step is DrawNode =>
	step.node === "draw" &&
	(step.statement.head === "fill" ||
		(step.statement.head === "pen" && (phraseOf(step, "colour") ?? phraseOf(step, "width")) !== undefined));
const isShape = (step: Step): step is DrawNode => step.node === "draw" && step.statement.draws === "shape";

/** A pen statement without one of its phrases; nothing where nothing is left. */
function withoutPhrase(step: DrawNode, word: string): readonly Step[] {
	const phrases = step.phrases.filter((p) => p.word !== word);
	return phrases.length === 0 ? [] : [{ ...step, phrases }];
}

/** Mistakes with colours, fills and lines. */
export const PAINT: readonly Alteration[] = [
	{
		id: "fill-other-colour",
		changes: ["colour"],
		step: onDraw((step) =>
			step.statement.head === "fill" ? { ...step, values: [otherColour(step.values[0] as Value)] } : undefined,
		),
	},
	{
		id: "pen-other-colour",
		changes: ["colour"],
		step: onDraw((step) =>
			step.statement.head === "pen" && phraseOf(step, "colour")
				? withPhrase(step, "colour", (p) => ({ ...p, values: [otherColour(p.values[0] as Value)] }))
				: undefined,
		),
	},
	{
		id: "fill-lost",
		changes: ["colour"],
		step: onDraw((step) => (step.statement.head === "fill" ? [] : undefined)),
	},
	{
		id: "pen-colour-lost",
		changes: ["colour"],
		step: onDraw((step) =>
			step.statement.head === "pen" && phraseOf(step, "colour") ? withoutPhrase(step, "colour") : undefined,
		),
	},
	{
		id: "width-lost",
		changes: ["size"],
		step: onDraw((step) =>
			step.statement.head === "pen" && phraseOf(step, "width") ? withoutPhrase(step, "width") : undefined,
		),
	},
	{
		id: "line-wider",
		changes: ["size"],
		step: onDraw((step) =>
			step.statement.head === "pen" && phraseOf(step, "width")
				? withPhrase(step, "width", (p) => ({ ...p, values: [plus(p.values[0] as Value, 4)] }))
				: undefined,
		),
	},
	{
		id: "fill-for-pen",
		changes: ["colour"],
		step: onDraw((step) =>
			step.statement.head === "pen" && phraseOf(step, "colour")
				? [draw("fill", { values: phraseOf(step, "colour")?.values ?? [] }), ...withoutPhrase(step, "colour")]
				: undefined,
		),
	},
	{
		id: "outline-for-filled",
		changes: ["colour"],
		step: onDraw((step) =>
			step.statement.head === "fill" && !isNone(step.values[0])
				? [draw("fill", { values: [colour(-1)] }), draw("pen", { phrases: [["colour", step.values[0] as Value]] })]
				: undefined,
		),
	},
	{
		id: "filled-for-outline",
		changes: ["colour"],
		step: onDraw((step) =>
			step.statement.head === "fill" && isNone(step.values[0]) ? { ...step, values: [colour(0xff69_b4ff)] } : undefined,
		),
	},
	{
		id: "colour-after",
		changes: ["colour"],
		pair: (first, second) => (isSetting(first) && isShape(second) ? [second, first] : undefined),
	},
	{
		id: "colours-exchanged",
		changes: ["colour"],
		whole: (steps) => {
			const fills = steps.filter((s): s is DrawNode => s.node === "draw" && s.statement.head === "fill");
			const [a, b] = fills;
			if (!a || !b) return [];
			return [
				steps.map((s) => {
					if (s === a) return { ...a, values: b.values };
					return s === b ? { ...b, values: a.values } : s;
				}),
			];
		},
	},
	{
		id: "paper-lost",
		changes: ["colour"],
		step: onDraw((step) => (step.statement.head === "paper" ? [] : undefined)),
	},
	{
		id: "paper-other-colour",
		changes: ["colour"],
		step: onDraw((step) => (step.statement.head === "paper" ? { ...step, values: [colour(0xffff_ffff)] } : undefined)),
	},
	{
		id: "too-faint",
		changes: ["colour"],
		step: onDraw((step) =>
			step.statement.head === "fill" && !isNone(step.values[0]) && !isPale(step.values[0])
				? { ...step, values: [colour(0xfefe_feff)] }
				: undefined,
		),
	},
	{
		id: "hair-line",
		changes: ["size"],
		step: onDraw((step) =>
			step.statement.head === "pen" && phraseOf(step, "width")
				? withPhrase(step, "width", (p) => ({ ...p, values: [number(0.5)] }))
				: undefined,
		),
	},
];

const isNone = (value: Value | undefined) => value?.node === "colour" && value.value === -1;

/** Whether a value is a colour that is nearly white. */
function isPale(value: Value | undefined): boolean {
	const known = value?.node === "name" ? namedColour(value.name) : value?.node === "colour" ? value.value : undefined;
	return known !== undefined && familiesOf(known).includes("white");
}

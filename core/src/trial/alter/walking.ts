import type { DrawNode, Step, Value } from "../../nib/tree.ts";
import { binary, draw, mapped, number, plus, times, withValues } from "../edit.ts";
import { type Alteration, onDraw } from "./alteration.ts";

const isTurn = (step: DrawNode) => step.statement.head === "turn";
const isPen = (step: Step, word: string): step is DrawNode =>
	step.node === "draw" && step.statement.head === "pen" && step.phrases.some((p) => p.word === word);

function withoutWord(step: DrawNode, word: string): readonly Step[] {
	const phrases = step.phrases.filter((p) => p.word !== word);
	return phrases.length === 0 ? [] : [{ ...step, phrases }];
}

/** A loop with so many passes more or fewer. */
function rounds(step: Step, by: number): Step | undefined {
	if (step.node === "repeat")
		return step.count.node === "number" && step.count.value + by < 0
			? undefined
			: { ...step, count: plus(step.count, by) };
	if (step.node === "for") return { ...step, to: plus(step.to, by * (step.by?.node === "number" ? step.by.value : 1)) };
	return undefined;
}

/** Each use of a loop's name put through a change. */
function inLoop(step: Step, change: (use: Value) => Value): Step | undefined {
	if (step.node !== "for") return undefined;
	let used = false;
	const body = step.body.map((s) =>
		withValues(s, (v) => {
			if (v.node !== "name" || v.name !== step.name) return v;
			used = true;
			return change(v);
		}),
	);
	return used ? { ...step, body } : undefined;
}

const one = (step: Step | undefined): readonly (readonly Step[])[] => (step ? [[step]] : []);

/** Mistakes with walking, turning and loops. */
export const WALKING: readonly Alteration[] = [
	{
		id: "turn-more",
		changes: [],
		step: onDraw((step) => (isTurn(step) ? { ...step, values: [plus(step.values[0] as Value, 15)] } : undefined)),
	},
	{
		id: "turned-other-way",
		changes: [],
		step: onDraw((step) =>
			isTurn(step) || step.statement.head === "curve"
				? { ...step, direction: step.direction === 0 ? 1 : 0 }
				: undefined,
		),
	},
	{
		id: "inside-angle",
		changes: [],
		step: onDraw((step) => {
			const [angle] = step.values;
			return isTurn(step) && angle
				? { ...step, values: [angle.node === "number" ? number(180 - angle.value) : binary(number(180), "-", angle)] }
				: undefined;
		}),
	},
	{
		id: "walk-longer",
		changes: ["size", "place"],
		step: onDraw((step) =>
			step.statement.head === "walk" ? { ...step, values: [times(step.values[0] as Value, 1.5)] } : undefined,
		),
	},
	{ id: "side-too-few", changes: ["number"], step: (step) => one(rounds(step, -1)) },
	{ id: "side-too-many", changes: ["number"], step: (step) => one(rounds(step, 1)) },
	{
		id: "round-more-than-once",
		changes: [],
		step: (step) => (step.node === "repeat" ? [[{ ...step, count: times(step.count, 2) }]] : []),
	},
	{
		id: "left-down",
		changes: [],
		step: (step) => (isPen(step, "up") ? [withoutWord(step, "up")] : []),
	},
	{
		id: "never-down",
		changes: [],
		step: (step) => (isPen(step, "down") ? [withoutWord(step, "down")] : []),
	},
	{
		id: "lifted-early",
		changes: [],
		step: onDraw((step) =>
			step.statement.head === "walk"
				? [
						draw("walk", { values: [times(step.values[0] as Value, 0.5)] }),
						draw("pen", { phrases: [["up"]] }),
						draw("walk", { values: [times(step.values[0] as Value, 0.5)] }),
						draw("pen", { phrases: [["down"]] }),
					]
				: undefined,
		),
	},
	{
		id: "side-left-out",
		changes: [],
		step: onDraw((step) => (step.statement.head === "walk" || step.statement.head === "curve" ? [] : undefined)),
	},
	{ id: "go-to-left-out", changes: ["place"], step: onDraw((step) => (step.statement.head === "go" ? [] : undefined)) },
	{
		id: "curve-wider",
		changes: ["size"],
		step: onDraw((step) =>
			step.statement.head === "curve"
				? {
						...step,
						phrases: step.phrases.map((p) =>
							p.word === "radius" ? { ...p, values: p.values.map((v) => times(v, 1.5)) } : p,
						),
					}
				: undefined,
		),
	},
	{
		id: "curve-shorter",
		changes: [],
		step: onDraw((step) =>
			step.statement.head === "curve"
				? {
						...step,
						phrases: step.phrases.map((p) =>
							p.word === "sweep" ? { ...p, values: p.values.map((v) => times(v, 0.75)) } : p,
						),
					}
				: undefined,
		),
	},
	{
		id: "facing-left-over",
		changes: [],
		pair: (first, second) => {
			const walks = (s: Step) =>
				s.node === "repeat" && s.body.some((b) => b.node === "draw" && b.statement.head === "walk");
			return walks(second) ? [first, draw("turn", { values: [number(20)], direction: 0 }), second] : undefined;
		},
	},
	{ id: "error-adds-up", changes: ["place"], step: (step) => one(inLoop(step, (v) => binary(v, "*", number(1.15)))) },
	{
		id: "did-not-move-on",
		changes: ["place"],
		step: (step) => one(inLoop(step, () => (step.node === "for" ? step.from : number(0)))),
	},
	{
		id: "counted-from-one-more",
		changes: ["place"],
		step: (step) => (step.node === "for" ? [[{ ...step, from: plus(step.from, 1), to: plus(step.to, 1) }]] : []),
	},
	{
		id: "variable-other",
		changes: ["place", "size"],
		step: (step) =>
			step.node === "let" && mapped(step.value, (v) => v).node === "number"
				? [[{ ...step, value: plus(times(step.value, 1.4), 9) }]]
				: [],
	},
	{
		id: "call-other-value",
		changes: ["place", "size"],
		step(step) {
			if (step.node !== "do") return [];
			return step.call.values.map((value, i) => [
				{ ...step, call: { ...step.call, values: step.call.values.map((v, k) => (k === i ? plus(value, 30) : v)) } },
			]);
		},
	},
	{ id: "never-called", changes: ["number"], step: (step) => (step.node === "do" ? [[]] : []) },
];

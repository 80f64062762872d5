import { everyStep, type Step, type Value } from "../../nib/tree.ts";
import { binary, inside, number, plus, times } from "../edit.ts";
import type { Alteration } from "./alteration.ts";

/** Each statement inside the frames' block that a change applies to, changed alone. */
function inFrames(steps: readonly Step[], change: (step: Step) => readonly Step[] | undefined): Step[][] {
	const frames = steps.find((s) => s.node === "frames");
	if (frames?.node !== "frames") return [];
	return [...everyStep(frames.body)].flatMap((target) => {
		const by = change(target);
		if (!by) return [];
		const swap = (body: readonly Step[]): Step[] => body.flatMap((s) => (s === target ? by : [inside(s, swap)]));
		return [steps.map((s) => (s === frames ? { ...frames, body: swap(frames.body) } : s))];
	});
}

/** A value that adds something to a name, with the added part changed. */
function stepOf(value: Value, change: (by: Value) => Value): Value | undefined {
	return value.node === "binary" && (value.sign === "+" || value.sign === "-")
		? { ...value, right: change(value.right) }
		: undefined;
}

/** Mistakes with what moves. */
export const FRAMES: readonly Alteration[] = [
	{
		id: "trail",
		changes: [],
		whole: (steps) =>
			inFrames(steps, (s) => (s.node === "draw" && ["paper", "wipe"].includes(s.statement.head) ? [] : undefined)),
	},
	{
		id: "other-pace",
		changes: [],
		whole: (steps) =>
			inFrames(steps, (s) => {
				const value = s.node === "set" ? stepOf(s.value, (by) => times(by, 2)) : undefined;
				return value && s.node === "set" ? [{ ...s, value }] : undefined;
			}),
	},
	{
		id: "stuck-same-sum",
		changes: [],
		whole: (steps) => inFrames(steps, (s) => (s.node === "set" && stepOf(s.value, (by) => by) ? [] : undefined)),
	},
	{
		id: "stuck-new-each-frame",
		changes: [],
		whole: (steps) => {
			const lets = steps.filter((s) => s.node === "let");
			const frames = steps.find((s) => s.node === "frames");
			if (frames?.node !== "frames") return [];
			return lets.map((one) =>
				steps.flatMap((s) => {
					if (s === one) return [];
					return s === frames ? [{ ...frames, body: [one, ...frames.body] }] : [s];
				}),
			);
		},
	},
	{ id: "never-turns", changes: [], whole: (steps) => inFrames(steps, (s) => (s.node === "if" ? [] : undefined)) },
	{
		id: "turns-too-early",
		changes: [],
		whole: (steps) =>
			inFrames(steps, (s) =>
				s.node === "if"
					? [{ ...s, branches: s.branches.map((b) => ({ ...b, condition: nearer(b.condition, 30) })) }]
					: undefined,
			),
	},
	{
		id: "turns-too-late",
		changes: [],
		whole: (steps) =>
			inFrames(steps, (s) =>
				s.node === "if"
					? [{ ...s, branches: s.branches.map((b) => ({ ...b, condition: nearer(b.condition, -30) })) }]
					: undefined,
			),
	},
	{
		id: "starts-elsewhere",
		changes: ["place"],
		whole: (steps) => {
			if (!steps.some((s) => s.node === "frames")) return [];
			return steps.flatMap((one) => {
				if (one.node !== "let" || one.value.node !== "number" || one.value.value <= 20) return [];
				return [steps.map((s) => (s === one ? { ...one, value: plus(one.value, 60) } : s))];
			});
		},
	},
];

/** A condition that comes true so much earlier. */
function nearer(value: Value, by: number): Value {
	if (value.node !== "binary") return value;
	if (value.sign === "or" || value.sign === "and")
		return { ...value, left: nearer(value.left, by), right: nearer(value.right, by) };
	if (value.sign === ">" || value.sign === ">=") return { ...value, left: binary(value.left, "+", number(by)) };
	return value.sign === "<" || value.sign === "<=" ? { ...value, left: binary(value.left, "-", number(by)) } : value;
}

import type { DrawNode, Step } from "../../nib/tree.ts";
import { draw, number, plus } from "../edit.ts";
import { type Alteration, onDraw } from "./alteration.ts";
import { everyPlace } from "./places.ts";

const isShape = (step: Step): step is DrawNode =>
	step.node === "draw" && (step.statement.draws === "shape" || step.statement.draws === "picture");
const isSetting = (step: Step | undefined): step is DrawNode =>
	step?.node === "draw" && (step.statement.head === "fill" || step.statement.head === "pen");

/** Runs of settings and the shape that they go with, in a block: what can be drawn in another order. */
function drawnParts(steps: readonly Step[]): Step[][] | undefined {
	const parts: Step[][] = [];
	let open: Step[] = [];
	for (const step of steps) {
		if (isSetting(step)) open.push(step);
		else if (isShape(step) || step.node === "do") {
			parts.push([...open, step]);
			open = [];
		} else if (open.length > 0) return undefined;
		else parts.push([step]);
	}
	return open.length > 0 ? undefined : parts;
}

/** Mistakes with how many there are, and what comes first. */
export const COUNTING: readonly Alteration[] = [
	{ id: "left-out", changes: ["number"], step: onDraw((step) => (isShape(step) ? [] : undefined)) },
	{ id: "drawn-twice", changes: ["number"], step: onDraw((step) => (isShape(step) ? [step, step] : undefined)) },
	{
		id: "one-more-beside",
		changes: ["number"],
		step: onDraw((step, { far }) => {
			const other = isShape(step) ? everyPlace(step, (x, y) => [plus(x, 2 * far), plus(y, far)]) : undefined;
			return other ? [step, other] : undefined;
		}),
	},
	{
		id: "drawn-in-other-order",
		changes: ["order"],
		pair: (first, second) => (isShape(first) && isShape(second) ? [second, first] : undefined),
	},
	{
		id: "last-drawn-first",
		changes: ["order"],
		whole: (steps) => {
			const head = steps.filter(
				(s) =>
					s.node === "routine" ||
					s.node === "let" ||
					(s.node === "draw" && ["sheet", "paper"].includes(s.statement.head)),
			);
			const parts = drawnParts(steps.filter((s) => !head.includes(s)));
			const last = parts?.at(-1);
			return parts && last && parts.length > 1 && last.some(isSetting)
				? [[...head, ...last, ...parts.slice(0, -1).flat()]]
				: [];
		},
	},
	{
		id: "a-line-more",
		changes: ["number"],
		whole: (steps, { sheet }) => {
			const [x, y] = sheet.origin === "centre" ? [-sheet.width / 2, -sheet.height / 2] : [0, 0];
			const extra = [
				draw("pen", {
					phrases: [
						["colour", { node: "colour", value: 0x0000_00ff, place: { line: 0, column: 0, length: 0 } }],
						["width", number(2)],
					],
				}),
				draw("line", {
					phrases: [
						["from", number(x + 8), number(y + 9)],
						["to", number(x + 70), number(y + 33)],
					],
				}),
			];
			const frames = steps.find((s) => s.node === "frames");
			if (frames?.node !== "frames") return [[...steps, ...extra]];
			return [steps.map((s) => (s === frames ? { ...frames, body: [...frames.body, ...extra] } : s))];
		},
	},
];

import type { DrawNode, Step, Value } from "../../nib/tree.ts";
import { binary, inside, minus, number, phraseOf, plus, withPhrase, withValues } from "../edit.ts";
import { type Alteration, onDraw, type World } from "./alteration.ts";

const PLACE_WORDS = ["centre", "corner", "at", "from", "to"] as const;

/** Whether a statement's `from` and `to` are places. */
const isLine = ({ statement }: DrawNode) => statement.head === "line";

/** The phrases of a statement that are one place, two numbers each. */
export function placesIn(step: DrawNode): string[] {
	return PLACE_WORDS.filter((word) => {
		const phrase = phraseOf(step, word);
		if (phrase?.values.length !== 2 || phrase.values[0]?.node === "list") return false;
		return word === "centre" || word === "corner" || word === "at" || isLine(step) || step.statement.head === "go";
	});
}

/** Every place of a statement put through a change; undefined where it has none. */
export function everyPlace(
	step: DrawNode,
	change: (x: Value, y: Value) => readonly [Value, Value],
): DrawNode | undefined {
	const words = placesIn(step);
	const points = phraseOf(step, "at")?.values ?? [];
	const listed = points.length > 0 && points.every((p) => p.node === "list" && p.items.length === 2);
	if (words.length === 0 && !listed) return undefined;
	let changed = step;
	for (const word of words)
		changed = withPhrase(changed, word, (p) => ({
			...p,
			values: [...change(p.values[0] as Value, p.values[1] as Value)],
		}));
	if (!listed) return changed;
	return withPhrase(changed, "at", (p) => ({
		...p,
		values: p.values.map((v) =>
			v.node === "list" ? { ...v, items: [...change(v.items[0] as Value, v.items[1] as Value)] } : v,
		),
	}));
}

const moved = (dx: number, dy: number) =>
	onDraw((step, { far }) =>
		step.statement.head === "go" ? undefined : everyPlace(step, (x, y) => [plus(x, dx * far), plus(y, dy * far)]),
	);

/** A y as it would be counted from the other side. */
function upsideDown(y: Value, { sheet }: World): Value {
	if (sheet.origin === "centre") return minus(y);
	return y.node === "number" ? number(sheet.height - y.value) : binary(number(sheet.height), "-", y);
}

/** All places of a program put through a change. */
function everywhere(steps: readonly Step[], change: (x: Value, y: Value) => readonly [Value, Value]): Step[] {
	return steps.map((step) =>
		step.node === "draw" ? (everyPlace(step, change) ?? step) : inside(step, (body) => everywhere(body, change)),
	);
}

/** The first sum in brackets loses them: (a + b) * c becomes a + b * c. */
function withoutBrackets(value: Value): Value | undefined {
	if (value.node !== "binary") return undefined;
	const { sign, left, right } = value;
	const product = sign === "*" || sign === "/";
	if (product && left.node === "binary" && (left.sign === "+" || left.sign === "-"))
		return binary(left.left, left.sign, binary(left.right, sign, right));
	if (product && right.node === "binary" && (right.sign === "+" || right.sign === "-"))
		return binary(binary(left, sign, right.left), right.sign, right.right);
	if (sign === "-" && right.node === "binary" && (right.sign === "+" || right.sign === "-"))
		return binary(binary(left, "-", right.left), right.sign, right.right);
	return undefined;
}

/** Mistakes with places. */
export const PLACES: readonly Alteration[] = [
	{ id: "moved-across", changes: ["place"], step: moved(1, 0) },
	{ id: "moved-up", changes: ["place"], step: moved(0, 1) },
	{
		id: "x-y-exchanged",
		changes: ["place"],
		step: onDraw((step) => everyPlace(step, (x, y) => [y, x])),
	},
	{
		id: "corner-for-middle",
		changes: ["place"],
		step: onDraw((step) =>
			phraseOf(step, "centre") && phraseOf(step, "size")
				? withPhrase(step, "centre", (p) => ({ ...p, word: "corner" }))
				: undefined,
		),
	},
	{
		id: "middle-for-corner",
		changes: ["place"],
		step: onDraw((step) =>
			phraseOf(step, "corner") && phraseOf(step, "size")
				? withPhrase(step, "corner", (p) => ({ ...p, word: "centre" }))
				: undefined,
		),
	},
	{
		id: "y-wrong-way",
		changes: ["place"],
		step: onDraw((step, world) => everyPlace(step, (x, y) => [x, upsideDown(y, world)])),
	},
	{
		id: "everything-upside-down",
		changes: ["place"],
		whole: (steps, world) => [everywhere(steps, (x, y) => [x, upsideDown(y, world)])],
	},
	{
		id: "sign-lost",
		changes: ["place"],
		step: onDraw((step) => {
			let lost = false;
			const plain = (v: Value) => {
				if (v.node === "number" && v.value < 0) {
					lost = true;
					return number(-v.value);
				}
				return v;
			};
			const changed = everyPlace(step, (x, y) => [plain(x), plain(y)]);
			return lost ? changed : undefined;
		}),
	},
	{
		id: "other-origin",
		changes: ["place"],
		whole: (steps, { sheet: { origin, width, height } }) => {
			const [dx, dy] = origin === "centre" ? [width / 2, height / 2] : [-width / 2, -height / 2];
			return [everywhere(steps, (x, y) => [plus(x, dx), plus(y, dy)])];
		},
	},
	{
		id: "brackets-left-out",
		changes: ["place", "size"],
		step(step) {
			if (step.node !== "draw" && step.node !== "let") return [];
			let done = false;
			const changed = withValues(step, (v) => {
				const other = done ? undefined : withoutBrackets(v);
				done ||= other !== undefined;
				return other ?? v;
			});
			return done ? [[changed]] : [];
		},
	},
];

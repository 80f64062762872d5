import { namedColour, parts } from "../../colour/colour.ts";
import { commentsIn, sourceOf } from "../../languages/nib/source-of.ts";
import { type DrawNode, everyStep, type ForNode, type Step, type Value } from "../../languages/nib/tree.ts";
import {
	binary,
	colour,
	draw,
	inside,
	mapped,
	minus,
	NOWHERE,
	name,
	number,
	phraseOf,
	times,
	withPhrase,
	withValues,
} from "../edit.ts";
import type { Rewritable, Rewriting } from "./rewriting.ts";

/** Each statement of a program, those in blocks too, put through a change; undefined if nothing was changed. */
function everywhere(
	{ steps, source }: Rewritable,
	change: (step: Step) => Step | readonly Step[] | undefined,
): string | undefined {
	let changed = false;
	const walk = (block: readonly Step[]): Step[] =>
		block.flatMap((step) => {
			const deep = inside(step, walk);
			const other = change(deep);
			if (other === undefined) return [deep];
			changed = true;
			return other;
		});
	const made = walk(steps);
	return changed ? sourceOf({ steps: made }, commentsIn(source)) : undefined;
}

const onDraw = (change: (step: DrawNode) => Step | readonly Step[] | undefined) => (program: Rewritable) =>
	everywhere(program, (step) => (step.node === "draw" ? change(step) : undefined));

const half = (value: Value): Value =>
	value.node === "number" ? number(value.value / 2) : binary(value, "/", number(2));
const sum = (a: Value, sign: "+" | "-", b: Value): Value =>
	a.node === "number" && b.node === "number"
		? number(sign === "+" ? a.value + b.value : a.value - b.value)
		: binary(a, sign, b);

/** A rect or ellipse placed by the other of corner and middle, in the same place. */
function otherPlace(step: DrawNode): DrawNode | undefined {
	const size = phraseOf(step, "size")?.values;
	const from = (["centre", "corner"] as const).find((word) => phraseOf(step, word));
	const { head } = step.statement;
	if (!from || size?.length !== 2 || (head !== "rect" && head !== "ellipse")) return undefined;
	const sign = from === "centre" ? "-" : "+";
	return withPhrase(step, from, (p) => ({
		...p,
		word: from === "centre" ? "corner" : "centre",
		values: [
			sum(p.values[0] as Value, sign, half(size[0] as Value)),
			sum(p.values[1] as Value, sign, half(size[1] as Value)),
		],
	}));
}

function otherMeasure(step: DrawNode): DrawNode | undefined {
	if (phraseOf(step, "diameter"))
		return withPhrase(step, "diameter", (p) => ({ ...p, word: "radius", values: [half(p.values[0] as Value)] }));
	const doubles = step.statement.phrases.some((p) => p.word === "diameter");
	return doubles && phraseOf(step, "radius")
		? withPhrase(step, "radius", (p) => ({ ...p, word: "diameter", values: [times(p.values[0] as Value, 2)] }))
		: undefined;
}

/** The value of a loop's name in each pass, if known. */
function passes({ from, to, by }: ForNode): number[] | undefined {
	if (from.node !== "number" || to.node !== "number" || (by && by.node !== "number")) return undefined;
	const step = by?.node === "number" ? by.value : 1;
	const count = step === 0 ? 0 : Math.floor((to.value - from.value) / step + 1e-9) + 1;
	return count > 0 && count <= 60 ? Array.from({ length: count }, (_, k) => from.value + k * step) : undefined;
}

function unrolled(step: Step): readonly Step[] | undefined {
	const plain = (body: readonly Step[]) =>
		![...everyStep(body)].some((s) => s.node === "let" || s.node === "break" || s.node === "picture");
	if (step.node === "repeat" && step.count.node === "number" && step.count.value <= 60 && plain(step.body))
		return Array.from({ length: Math.max(0, step.count.value) }, () => step.body).flat();
	if (step.node !== "for" || !plain(step.body)) return undefined;
	return passes(step)?.flatMap((k) =>
		step.body.map((s) => withValues(s, (v) => (v.node === "name" && v.name === step.name ? number(k) : v))),
	);
}

/** Polygons given by their points with the points in another order. */
const reordered = (change: (points: readonly Value[]) => readonly Value[]) =>
	onDraw((step) => {
		const points = step.statement.head === "polygon" ? phraseOf(step, "at")?.values : undefined;
		return points && points.length > 2 && points.every((p) => p.node === "list")
			? withPhrase(step, "at", (p) => ({ ...p, values: change(p.values) }))
			: undefined;
	});

/** Names that the program declares, with other names for them. */
function renamed({ steps, source }: Rewritable): string | undefined {
	const names = new Map<string, string>();
	const add = (own: string) => names.has(own) || names.set(own, `${own}Too`);
	for (const step of everyStep(steps)) {
		if (
			step.node === "let" ||
			step.node === "for" ||
			step.node === "each" ||
			step.node === "picture" ||
			step.node === "routine"
		)
			add(step.name);
		if (step.node === "routine") for (const p of step.parameters) add(p.name);
	}
	if (names.size === 0) return undefined;
	const other = (own: string) => names.get(own) ?? own;
	const rename = (step: Step): Step => {
		const deep = inside(step, (body) => body.map(rename));
		if (deep.node === "routine")
			return {
				...deep,
				name: other(deep.name),
				parameters: deep.parameters.map((p) => ({ ...p, name: other(p.name) })),
			};
		return deep.node === "let" ||
			deep.node === "set" ||
			deep.node === "put" ||
			deep.node === "for" ||
			deep.node === "each" ||
			deep.node === "picture"
			? { ...deep, name: other(deep.name) }
			: deep;
	};
	const values = (v: Value): Value => (v.node === "name" || v.node === "call" ? { ...v, name: other(v.name) } : v);
	return sourceOf({ steps: steps.map((s) => rename(withValues(s, values))) }, commentsIn(source));
}

/** A value written with whole numbers: roots and fractions of fixed numbers computed and rounded. */
function rounded(value: Value): Value {
	const fixed = fixedNumber(value);
	return fixed === undefined || Math.abs(fixed) < 10 ? value : number(Math.round(fixed));
}

function fixedNumber(value: Value): number | undefined {
	if (value.node === "number") return value.value;
	if (value.node === "call" && value.name === "sqrt" && value.values[0]) {
		const inner = fixedNumber(value.values[0]);
		return inner === undefined || inner < 0 ? undefined : Math.sqrt(inner);
	}
	if (value.node !== "binary") return undefined;
	const [a, b] = [fixedNumber(value.left), fixedNumber(value.right)];
	if (a === undefined || b === undefined) return undefined;
	if (value.sign === "+") return a + b;
	if (value.sign === "-") return a - b;
	if (value.sign === "*") return a * b;
	return value.sign === "/" && b !== 0 ? a / b : undefined;
}

function roundedStep(step: DrawNode): DrawNode | undefined {
	let changed = false;
	const round = (v: Value): Value => {
		const other = v.node === "list" ? { ...v, items: v.items.map(round) } : rounded(v);
		changed ||=
			other !== v && !(other.node === "number" && v.node === "number" && other.value === v.value) && v.node !== "list";
		return other;
	};
	const sizes = step.statement.head === "walk" ? { ...step, values: step.values.map(round) } : step;
	const made = { ...sizes, phrases: sizes.phrases.map((p) => ({ ...p, values: p.values.map(round) })) };
	return changed ? made : undefined;
}

/** Every colour that is written by its name, written otherwise. */
const coloured = (write: (paint: number) => Value) => (program: Rewritable) =>
	everywhere(program, (step) => {
		if (step.node !== "draw" || !["fill", "pen", "paper"].includes(step.statement.head)) return undefined;
		let changed = false;
		const other = (v: Value): Value =>
			mapped(v, (part) => {
				const paint =
					part.node === "name"
						? namedColour(part.name)
						: part.node === "colour" && part.value !== -1
							? part.value
							: undefined;
				// What lets something through is left as it is: not every way of writing a colour can say it.
				if (paint === undefined || parts(paint)[3] !== 255) return part;
				changed = true;
				return write(paint);
			});
		const made = {
			...step,
			values: step.values.map(other),
			phrases: step.phrases.map((p) => ({ ...p, values: p.values.map(other) })),
		};
		return changed ? made : undefined;
	});

/** The same pictures by programs that are changed a little. */
export const FROM_SOURCE: readonly Rewriting[] = [
	{
		id: "line-ends-exchanged",
		loses: [],
		make: onDraw((step) => {
			const [from, to] = [phraseOf(step, "from")?.values, phraseOf(step, "to")?.values];
			return step.statement.head === "line" && from && to
				? withPhrase(
						withPhrase(step, "from", (p) => ({ ...p, values: to })),
						"to",
						(p) => ({ ...p, values: from }),
					)
				: undefined;
		}),
	},
	{ id: "corner-and-middle-exchanged", loses: [], make: onDraw(otherPlace) },
	{ id: "radius-and-diameter-exchanged", loses: [], make: onDraw(otherMeasure) },
	{ id: "loops-written-out", loses: ["source"], make: (program) => everywhere(program, unrolled) },
	{
		id: "sums-for-numbers",
		loses: [],
		make: onDraw((step) => {
			const apart = (v: Value): Value =>
				v.node === "number" && Math.abs(v.value) >= 10 ? binary(number(v.value - 7), "+", number(7)) : v;
			if (!["rect", "circle", "ellipse", "line", "walk", "go"].includes(step.statement.head)) return undefined;
			return {
				...step,
				values: step.values.map(apart),
				phrases: step.phrases.map((p) => ({ ...p, values: p.values.map(apart) })),
			};
		}),
	},
	{
		id: "numbers-in-variables",
		loses: [],
		make: ({ steps, source }) => {
			let [count, lets] = [0, [] as Step[]];
			const keep = (v: Value): Value => {
				if (v.node !== "number" || Math.abs(v.value) < 10 || count >= 6) return v;
				const own = `kept${++count}`;
				lets = [...lets, { node: "let", name: own, value: v, namePlace: NOWHERE, place: NOWHERE }];
				return name(own);
			};
			const made = steps.map((s) =>
				s.node === "draw" && ["rect", "circle", "ellipse", "line"].includes(s.statement.head)
					? { ...s, phrases: s.phrases.map((p) => ({ ...p, values: p.values.map(keep) })) }
					: s,
			);
			const sheet = made.filter((s) => s.node === "draw" && s.statement.head === "sheet");
			return count > 0
				? sourceOf({ steps: [...sheet, ...lets, ...made.filter((s) => !sheet.includes(s))] }, commentsIn(source))
				: undefined;
		},
	},
	{ id: "names-changed", loses: ["names"], make: renamed },
	{ id: "a-comment-more", loses: [], make: ({ source }) => `-- drawn by me\n${source.trimEnd()}\n-- done\n` },
	{ id: "colours-as-codes", loses: ["writing"], make: coloured(colour) },
	{
		id: "colours-as-numbers",
		loses: ["writing"],
		make: coloured((paint) => ({
			node: "call",
			name: "rgb",
			values: parts(paint).slice(0, 3).map(number),
			place: NOWHERE,
		})),
	},
	{ id: "other-first-corner", loses: [], make: reordered((points) => [...points.slice(1), points[0] as Value]) },
	{ id: "other-way-round", loses: [], make: reordered((points) => [...points].reverse()) },
	{ id: "rounded-to-whole-numbers", loses: ["writing"], make: onDraw(roundedStep) },
	{
		id: "turned-right-by-less-than-nothing",
		loses: [],
		make: onDraw((step) =>
			step.statement.head === "turn"
				? { ...step, direction: step.direction === 0 ? 1 : 0, values: [minus(step.values[0] as Value)] }
				: undefined,
		),
	},
	{
		id: "sides-in-two-steps",
		loses: ["source"],
		make: onDraw((step) =>
			step.statement.head === "walk"
				? [
						draw("walk", { values: [half(step.values[0] as Value)] }),
						draw("walk", { values: [half(step.values[0] as Value)] }),
					]
				: undefined,
		),
	},
	{
		id: "loops-backwards",
		loses: ["order", "source"],
		make: (program) =>
			everywhere(program, (step) => {
				if (step.node !== "for" || passes(step) === undefined || (passes(step)?.length ?? 0) < 2) return undefined;
				const walks =
					[...everyStep(step.body)].some(
						(s) => s.node === "draw" && ["walk", "turn", "curve"].includes(s.statement.head),
					) || [...everyStep(step.body)].some((s) => s.node === "set" || s.node === "do");
				const all = passes(step) as number[];
				return walks
					? undefined
					: {
							...step,
							from: number(all.at(-1) as number),
							to: number(all[0] as number),
							by: number((all[0] as number) - (all[1] as number)),
						};
			}),
	},
];

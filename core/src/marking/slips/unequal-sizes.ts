import { number, type Slip } from "./slip.ts";
import type { Row, SlipContext } from "./slip-context.ts";

/** Figures, or sides of one, that should be of one size aren't. */
export const unequalSizes: Slip = {
	id: "unequal-sizes",
	about: ["size", "shape"],
	tries: (look) => [
		...look.rows(3).flatMap((row) => unequal(row, look)),
		...look.pairs.flatMap(({ found, wanted }) => {
			const off = sidesOff(found.sides, wanted.sides, look.size);
			if (off.length === 0) return [];
			return [
				{
					lines: found.lines,
					figures: [found.index],
					claims: [`shape ${found.index}`, `size ${found.index}`],
					evidence: off.slice(0, 2).map(([is, due]) => number("side", due, is)),
					data: {},
				},
			];
		}),
	],
};

/** Those of a row that have another size than the model's, which are all of one, where they have several. */
function unequal({ wanted, found }: Row, { size }: SlipContext): ReturnType<Slip["tries"]> {
	const alike = (a: { width: number; height: number }, b: { width: number; height: number }) =>
		Math.abs(a.width - b.width) <= size && Math.abs(a.height - b.height) <= size;
	const [first, own] = [wanted[0], found[0]];
	if (!first || !own || !wanted.every((f) => alike(f, first)) || found.every((f) => alike(f, own))) return [];
	return found
		.filter((f) => !alike(f, first))
		.map((f) => ({
			lines: f.lines,
			figures: [f.index],
			claims: [`size ${f.index}`],
			evidence: [number("width", first.width, f.width), number("height", first.height, f.height)],
			data: {},
		}));
}

/** Sides that should be as long as others, which are right, and aren't: each with its due length. */
function sidesOff(found: readonly number[], wanted: readonly number[], near: number): [number, number][] {
	const n = wanted.length;
	if (n < 3 || found.length < 3 || found.length > n) return [];
	const orders = [wanted, [...wanted].reverse()].flatMap((w) => w.map((_, i) => [...w.slice(i), ...w.slice(0, i)]));
	let best: [number, number][] | undefined;
	for (const order of orders) {
		const pairs = found.map((f, i): [number, number] => [f, order[i] as number]);
		const off = pairs.filter(([is, due]) => Math.abs(is - due) > near);
		const right = pairs.filter(([is, due]) => Math.abs(is - due) <= near);
		const told = off.filter(([, due]) => right.some(([, other]) => Math.abs(other - due) <= near));
		if (told.length > 0 && (best === undefined || off.length < best.length)) best = told;
		if (off.length === 0) return [];
	}
	return best ?? [];
}

import { everyValue, type Step, type Value, valuesOf } from "../../nib/tree.ts";
import { constantOf } from "../source/constant.ts";
import type { Program } from "../source/program.ts";
import { explained, number, type Slip } from "./slip.ts";

/** The other ways of putting brackets into a sum: a + b * c may have been meant as (a + b) * c. */
function otherBrackets(value: Value): Value[] {
	const made: Value[] = [];
	if (value.node !== "binary") return made;
	const { left, right } = value;
	const bind = (a: Value, sign: Value, b: Value): Value => ({
		...(sign as Extract<Value, { node: "binary" }>),
		left: a,
		right: b,
	});
	if (right.node === "binary") made.push(bind(bind(left, value, right.left), right, right.right));
	if (left.node === "binary") made.push(bind(left.left, left, bind(left.right, value, right)));
	for (const other of otherBrackets(left)) made.push({ ...value, left: other });
	for (const other of otherBrackets(right)) made.push({ ...value, right: other });
	return made;
}

function sumsIn(step: Step, program: Program): Value[] {
	return valuesOf(step).flatMap((value) =>
		[...everyValue(value)].flatMap((part) => {
			const variable = program.flow.variableOf(part);
			return variable ? [...program.flow.valuesGiven(variable)] : [part];
		}),
	);
}

/** A sum has the value that it has without its brackets, or with them elsewhere. */
export const bracketsLeftOut: Slip = {
	id: "brackets-left-out",
	about: ["place", "size"],
	tries: (look) =>
		look.pairs.flatMap(({ found, wanted }) => {
			const { program } = look.own;
			const numbers = [
				{
					what: "x",
					found: [found.centre[0], found.bounds.left, found.start[0]],
					wanted: [wanted.centre[0], wanted.bounds.left, wanted.start[0]],
					near: look.position,
					claim: "place",
				},
				{
					what: "y",
					found: [found.centre[1], found.bounds.low, found.start[1]],
					wanted: [wanted.centre[1], wanted.bounds.low, wanted.start[1]],
					near: look.position,
					claim: "place",
				},
				{
					what: "width",
					found: [found.width, found.width / 2],
					wanted: [wanted.width, wanted.width / 2],
					near: look.size,
					claim: "size",
				},
				{
					what: "height",
					found: [found.height, found.height / 2],
					wanted: [wanted.height, wanted.height / 2],
					near: look.size,
					claim: "size",
				},
			];
			for (const step of found.lines.flatMap((line) => program.at(line))) {
				for (const sum of sumsIn(step, program)) {
					const own = constantOf(sum, program.flow);
					if (own === undefined) continue;
					for (const other of otherBrackets(sum)) {
						const value = constantOf(other, program.flow);
						if (value === undefined || Math.abs(value - own) < 1) continue;
						for (const n of numbers) {
							const at = n.found.findIndex(
								(v, i) => Math.abs(v - own) <= 0.5 && Math.abs((n.wanted[i] as number) - value) <= n.near,
							);
							if (at >= 0) return [explained(found, [n.claim], [number(n.what, own, n.found[at] as number)])];
						}
					}
				}
			}
			return [];
		}),
};

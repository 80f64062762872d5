import { decimal } from "../../geometry/decimal.ts";
import { joined } from "./as-text.ts";
import { kindOf } from "./kind-of.ts";
import { kept, List } from "./list.ts";
import type { Machine } from "./machine.ts";
import { Paint } from "./paint.ts";
import { Picture } from "./picture-value.ts";

/**
 * What generated code asks for on lists and on values whose kinds are known only while running. Each ends the run
 * where it can't be done.
 */

/** A new list; its items are counted. */
export function listOf(machine: Machine, line: number, items: unknown[]): List {
	return grown(machine, line, new List(items), items.length);
}

/** Checks the limits after a list has grown by some items. */
function grown(machine: Machine, line: number, list: List, items: number): List {
	const { limits } = machine;
	if (list.items.length > limits.list) machine.fail(line, "limit-list", { most: limits.list });
	if (list.depth > limits.nesting) machine.fail(line, "limit-depth", { most: limits.nesting });
	machine.spend(line, items);
	return list;
}

function asList(machine: Machine, line: number, value: unknown, owner: string): List {
	return value instanceof List
		? value
		: machine.fail(line, "kind-wrong", { owner, wanted: "list", found: kindOf(value) });
}

/** An index as a place in a list, counted from 0. */
function indexIn(machine: Machine, line: number, list: List, index: number): number {
	const at = machine.whole(line, "[ ]", index);
	const { length } = list.items;
	if (at < 0 || at >= length) machine.fail(line, "index-outside", { index: decimal(at), length, last: length - 1 });
	return at;
}

/** The item of a list. */
export function itemOf(machine: Machine, line: number, list: List, index: number): unknown {
	return list.items[indexIn(machine, line, list, index)];
}

/** A list that no other name holds, so that it may be changed. */
function own(machine: Machine, line: number, list: List): List {
	if (!list.shared) return list;
	for (const item of list.items) kept(item);
	return grown(machine, line, new List([...list.items]), list.items.length);
}

/** The list under a name with one item changed; several indices reach into lists inside it. */
export function withItem(
	machine: Machine,
	line: number,
	root: unknown,
	name: string,
	value: unknown,
	...indices: number[]
): List {
	const list = own(machine, line, asList(machine, line, root, name));
	const at = indexIn(machine, line, list, indices[0] as number);
	const item = indices.length === 1 ? value : withItem(machine, line, list.items[at], name, value, ...indices.slice(1));
	list.items[at] = item;
	return deeper(machine, line, list, item);
}

/** The list under a name with a value put at its end, or at the end of a list inside it. */
export function withAdded(
	machine: Machine,
	line: number,
	root: unknown,
	name: string,
	value: unknown,
	...indices: number[]
): List {
	const list = own(machine, line, asList(machine, line, root, name));
	if (indices.length === 0) {
		list.items.push(value);
		return grown(machine, line, deeper(machine, line, list, value), 1);
	}
	const at = indexIn(machine, line, list, indices[0] as number);
	const item = withAdded(machine, line, list.items[at], name, value, ...indices.slice(1));
	list.items[at] = item;
	return deeper(machine, line, list, item);
}

function deeper(machine: Machine, line: number, list: List, item: unknown): List {
	if (item instanceof List && item.depth + 1 > list.depth) {
		list.depth = item.depth + 1;
		grown(machine, line, list, 0);
	}
	return list;
}

/** The items that `for each` goes over: those of now, whatever happens to the list later. */
export function itemsOf(machine: Machine, line: number, list: List): readonly unknown[] {
	kept(list);
	machine.remarks.loop(line, list.items.length);
	return list.items;
}

/** `+` of values whose kinds are known only now. */
export function plus(machine: Machine, line: number, left: unknown, right: unknown): number | string | List {
	if (typeof left === "number" && typeof right === "number") return left + right;
	if (left instanceof List && right instanceof List) {
		for (const item of left.items) kept(item);
		for (const item of right.items) kept(item);
		return listOf(machine, line, [...left.items, ...right.items]);
	}
	if (typeof left === "string" || typeof right === "string") return joined(machine, line, left, right);
	return machine.fail(line, "kind-plus", { left: kindOf(left), right: kindOf(right) });
}

/** `==` of values whose kinds are known only now: by value, lists item by item. */
export function same(machine: Machine, line: number, left: unknown, right: unknown): boolean {
	if (left === right) return true;
	if (left instanceof Paint && right instanceof Paint) return left.rgba === right.rgba;
	if (left instanceof Picture && right instanceof Picture) return samePicture(machine, line, left, right);
	if (!(left instanceof List && right instanceof List) || left.items.length !== right.items.length) return false;
	machine.spend(line, left.items.length);
	return left.items.every((item, i) => same(machine, line, item, right.items[i]));
}

function samePicture(machine: Machine, line: number, a: Picture, b: Picture): boolean {
	const equal = (x: ArrayLike<number>, y: ArrayLike<number>) => {
		if (x.length !== y.length) return false;
		for (let i = 0; i < x.length; i++) if (x[i] !== y[i]) return false;
		return true;
	};
	machine.spend(line, a.entries.length);
	machine.work(line, a.entries.coords.length);
	const boxes = a.width === b.width && a.height === b.height;
	return (
		boxes &&
		equal(a.entries.kind, b.entries.kind) &&
		equal(a.entries.style, b.entries.style) &&
		equal(a.entries.coords, b.entries.coords)
	);
}

/** Pairs as the corners of a polygon: x and y by turns. */
export function cornersOf(machine: Machine, line: number, owner: string, points: readonly unknown[]): number[] {
	const flat: number[] = [];
	points.forEach((point, i) => {
		if (!(point instanceof List)) machine.fail(line, "point-kind", { owner, found: kindOf(point), number: i + 1 });
		const [x, y, more] = point.items;
		if (point.items.length !== 2 || typeof x !== "number" || typeof y !== "number" || more !== undefined)
			machine.fail(line, "point-odd", { owner, number: i + 1, found: joined(machine, line, "", point) });
		flat.push(x as number, y as number);
	});
	return flat;
}

/** Two lists of numbers as corners: x and y by turns. */
export function cornersFrom(machine: Machine, line: number, xs: List, ys: List): number[] {
	if (xs.items.length !== ys.items.length)
		machine.fail(line, "points-uneven", { xs: xs.items.length, ys: ys.items.length });
	const flat: number[] = [];
	xs.items.forEach((x, i) => {
		const y = ys.items[i];
		if (typeof x !== "number") machine.fail(line, "kind-wrong", { owner: "xs", wanted: "number", found: kindOf(x) });
		if (typeof y !== "number") machine.fail(line, "kind-wrong", { owner: "ys", wanted: "number", found: kindOf(y) });
		flat.push(x as number, y as number);
	});
	return flat;
}

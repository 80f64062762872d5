import fc from "fast-check";
import { expect, test } from "vitest";
import {
	determinant,
	IDENTITY,
	inverse,
	keepsForm,
	mapped,
	mappedArc,
	rotation,
	scaling,
	skewX,
	times,
	translation,
} from "./matrix.ts";
import { cosDeg, sinDeg } from "./trig.ts";

const part = fc.double({ min: -3, max: 3, noNaN: true });
const maps = fc
	.record({ a: part, b: part, c: part, d: part, e: part, f: part })
	.filter((m) => Math.abs(determinant(m)) > 0.05);

const near = (one: readonly number[], other: readonly number[], off = 1e-6) =>
	one.every((v, i) => Math.abs(v - (other[i] as number)) <= off);

/** A point of an arc at a share of its sweep. */
function along({ x, y, rx, ry, turned, start, sweep }: Parameters<typeof mappedArc>[1], share: number) {
	const angle = start + sweep * share;
	const [u, v] = [rx * cosDeg(angle), ry * sinDeg(angle)];
	return [x + u * cosDeg(turned) - v * sinDeg(turned), y + u * sinDeg(turned) + v * cosDeg(turned)];
}

test("a map and the one back leave a point where it is", () => {
	fc.assert(
		fc.property(maps, part, part, (map, x, y) =>
			near(mapped(inverse(map) ?? IDENTITY, ...mapped(map, x, y)), [x, y], 1e-4),
		),
	);
	expect(inverse(scaling(0, 1))).toBeUndefined();
});

test("maps put inside each other move a point as one after the other", () => {
	fc.assert(
		fc.property(maps, maps, part, part, (one, other, x, y) =>
			near(mapped(times(one, other), x, y), mapped(one, ...mapped(other, x, y)), 1e-9),
		),
	);
});

test("an arc's points lie where the map puts them, whatever the map", () => {
	const angle = fc.double({ min: -400, max: 400, noNaN: true });
	const size = fc.double({ min: 0.1, max: 5, noNaN: true });
	const arcs = fc.record({ x: part, y: part, rx: size, ry: size, turned: angle, start: angle, sweep: angle });
	fc.assert(
		fc.property(maps, arcs, fc.double({ min: 0, max: 1, noNaN: true }), (map, arc, share) => {
			const [x, y] = along(arc, share) as [number, number];
			return near(along(mappedArc(map, arc), share), mapped(map, x, y));
		}),
	);
});

test("turning, moving and enlarging keep forms; stretching and slanting don't", () => {
	expect(keepsForm(times(translation(3, 4), times(rotation(37), scaling(2, 2))))).toBe(true);
	expect(keepsForm(scaling(-1, 1))).toBe(true);
	expect(keepsForm(scaling(2, 1))).toBe(false);
	expect(keepsForm(skewX(10))).toBe(false);
});

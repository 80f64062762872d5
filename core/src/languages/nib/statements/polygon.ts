import { cosDeg, sinDeg } from "../../../geometry/trig.ts";
import { ENTRY } from "../../../tape/layout.ts";
import type { List } from "../list.ts";
import { cornersFrom } from "../list-work.ts";
import { number, place, points, type Statement, sized, turned } from "./statement.ts";

export const polygon: Statement = {
	head: "polygon",
	draws: "shape",
	values: [],
	phrases: [
		...points,
		{ word: "sides", values: [number("N")] },
		{ word: "centre", also: "center", values: place },
		{ word: "radius", values: [sized("R")] },
		turned,
	],
	patterns: [["at"], ["xs", "ys"], ["sides", "centre", "radius"]],
	forms: [
		"polygon at [X, Y], [X, Y], [X, Y] …",
		"polygon at LIST",
		"polygon xs LIST ys LIST",
		"polygon sides N centre X, Y radius R turned A",
	],
	help: "A closed shape through some corners, each a pair [X, Y], or a list of such pairs, or a list of their xs and one of their ys; or a regular one by its number of sides, its middle and the distance from there to the corners. Its lowest side is then level, unless turned turns it anticlockwise.",
	example: "fill seagreen\npolygon at [40, 120], [120, 120], [80, 40]\npolygon sides 6 centre 200, 80 radius 40",
	run(
		machine,
		line,
		at?: number[],
		xs?: List,
		ys?: List,
		sides?: number,
		cx?: number,
		cy?: number,
		radius = 0,
		angle = 0,
	) {
		const corners = at ?? (xs && ys && cornersFrom(machine, line, xs, ys));
		if (corners) return machine.through(ENTRY.polygon, line, corners, angle);
		const n = machine.whole(line, "sides", sides as number);
		if (n < 3) machine.fail(line, "sides-few", { value: n });
		machine.spend(line, n);
		machine.notNegative(line, "radius", radius, "radius");
		const round: number[] = [];
		for (let i = 0; i < n; i++) {
			const a = -90 + 180 / n + (360 * i) / n + angle;
			round.push((cx as number) + radius * cosDeg(a), (cy as number) + machine.up * radius * sinDeg(a));
		}
		machine.placed(ENTRY.polygon, line, round);
	},
};

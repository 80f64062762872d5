import { cosDeg, sinDeg } from "../../geometry/trig.ts";
import { ENTRY } from "../../tape/layout.ts";
import { number, place, type Statement, turned } from "./statement.ts";

export const polygon: Statement = {
	head: "polygon",
	values: [],
	phrases: [
		{ word: "at", values: [], points: true },
		{ word: "sides", values: [number("N")] },
		{ word: "centre", also: "center", values: place },
		{ word: "radius", values: [number("R")] },
		turned,
	],
	patterns: [["at"], ["sides", "centre", "radius"]],
	forms: ["polygon at [X, Y], [X, Y], [X, Y] …", "polygon sides N centre X, Y radius R turned A"],
	help: "A closed shape through some corners, each a pair [X, Y]; or a regular one by its number of sides, its middle and the distance from there to the corners. Its lowest side is then level, unless turned turns it anticlockwise.",
	example: "fill seagreen\npolygon at [40, 120], [120, 120], [80, 40]\npolygon sides 6 centre 200, 80 radius 40",
	run(machine, line, points?: number[], sides?: number, cx?: number, cy?: number, radius = 0, angle = 0) {
		if (points) return machine.corners(line, points, angle);
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

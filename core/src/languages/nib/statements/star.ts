import { cosDeg, sinDeg } from "../../../geometry/trig.ts";
import { ENTRY } from "../../../tape/layout.ts";
import { number, place, type Statement, sized, turned } from "./statement.ts";

export const star: Statement = {
	head: "star",
	draws: "shape",
	values: [],
	phrases: [
		{ word: "points", values: [number("N")] },
		{ word: "centre", also: "center", values: place },
		{ word: "radius", values: [sized("R")] },
		{ word: "inner", values: [sized("R")] },
		turned,
	],
	patterns: [
		["points", "centre", "radius"],
		["points", "centre", "radius", "inner"],
	],
	forms: ["star points N centre X, Y radius R", "star points N centre X, Y radius R inner R turned A"],
	help: "A star by its number of points, its middle and the distance from there to the points. One point is straight up, unless turned turns it anticlockwise. inner is the distance to the corners between the points; without it, every second point is joined, as in a star drawn without lifting the pen.",
	example: "fill gold\nstar points 5 centre 100, 80 radius 60",
	run(machine, line, points: number, x: number, y: number, radius: number, inner?: number, angle = 0) {
		const n = machine.whole(line, "points", points);
		if (n < 3) machine.fail(line, "points-few", { value: n });
		if (n < 5 && inner === undefined) machine.fail(line, "inner-missing", { value: n });
		machine.notNegative(line, "radius", radius, "radius");
		if (inner !== undefined) machine.notNegative(line, "inner", inner, "radius");
		machine.spend(line, 2 * n);
		// Where the lines between every second point cross: cos(360°/n) / cos(180°/n) of the radius.
		const between = inner ?? (radius * cosDeg(360 / n)) / cosDeg(180 / n);
		const corners: number[] = [];
		for (let i = 0; i < 2 * n; i++) {
			const a = 90 + (180 * i) / n + angle;
			const r = i % 2 === 0 ? radius : between;
			corners.push(x + r * cosDeg(a), y + machine.up * r * sinDeg(a));
		}
		machine.placed(ENTRY.polygon, line, corners);
	},
};

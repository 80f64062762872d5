import { number, type Statement, sized } from "./statement.ts";

export const curve: Statement = {
	head: "curve",
	draws: "walk",
	direction: ["left", "right"],
	values: [],
	phrases: [
		{ word: "radius", values: [sized("R")] },
		{ word: "sweep", values: [number("A")] },
	],
	patterns: [["radius", "sweep"]],
	forms: ["curve left radius R sweep A", "curve right radius R sweep A"],
	help: "Walks along part of a circle, bending to the left or to the right, by an angle in degrees; the facing turns by the same angle. A negative angle goes backwards.",
	example: "pen colour teal width 4\nwalk 40\ncurve left radius 30 sweep 180\nwalk 40",
	run(machine, line, direction: number, radius: number, sweep: number) {
		machine.notNegative(line, "radius", radius, "radius");
		machine.curve(line, direction === 0, radius, sweep);
	},
};

import { number, place, type Statement } from "./statement.ts";

export const face: Statement = {
	head: "face",
	values: [number("A")],
	phrases: [{ word: "toward", also: "towards", values: place }],
	patterns: [["values"], ["toward"]],
	forms: ["face A", "face toward X, Y"],
	help: "Points the pen in a direction: 0 is to the right, 90 is up. With toward it points at a place.",
	example: "face 90\nwalk 60\nface toward 0, 0\nwalk 30",
	run(machine, line, angle?: number, x?: number, y?: number) {
		if (angle !== undefined) machine.face(line, angle);
		else machine.faceToward(line, x as number, y as number);
	},
};

import type { Picture } from "../picture-value.ts";
import { lay as layPicture } from "../picture-work.ts";
import { place, type Statement, sized, turned } from "./statement.ts";

export const lay: Statement = {
	head: "lay",
	draws: "picture",
	values: [{ name: "PICTURE", kind: "picture" }],
	phrases: [{ word: "at", values: place }, { word: "enlarged", values: [sized("K")] }, turned],
	patterns: [["values", "at"]],
	forms: ["lay PICTURE at X, Y", "lay PICTURE at X, Y enlarged K turned A"],
	help: "Puts a picture on the sheet with its middle at a place. enlarged makes it larger by a factor, including lines and text; turned turns it anticlockwise about its middle.",
	example:
		"picture flag\n  fill tomato\n  rect corner 0, 0 size 40, 24\nend\nlay flag at 100, 60\nlay flag at 200, 60 enlarged 2 turned 30",
	run(machine, line, picture: Picture, x: number, y: number, scale = 1, angle = 0) {
		layPicture(machine, line, picture, x, y, scale, angle);
	},
};

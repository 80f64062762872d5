import { ENTRY } from "../../../tape/layout.ts";
import type { List } from "../list.ts";
import { cornersFrom } from "../list-work.ts";
import { points, type Statement, turned } from "./statement.ts";

export const polyline: Statement = {
	head: "polyline",
	draws: "shape",
	values: [],
	phrases: [...points, turned],
	patterns: [["at"], ["xs", "ys"]],
	forms: ["polyline at [X, Y], [X, Y] …", "polyline at LIST", "polyline xs LIST ys LIST turned A"],
	help: "A line through some points, each a pair [X, Y]. It isn't closed and has no inside.",
	example: "pen colour royalblue width 3\npolyline at [20, 80], [60, 40], [100, 80], [140, 40]",
	run(machine, line, at?: number[], xs?: List, ys?: List, angle = 0) {
		machine.through(ENTRY.polyline, line, at ?? cornersFrom(machine, line, xs as List, ys as List), angle);
	},
};

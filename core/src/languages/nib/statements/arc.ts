import { cosDeg, directionDeg, sinDeg } from "../../../geometry/trig.ts";
import { ENTRY } from "../../../tape/layout.ts";
import { number, place, type Statement, size, sized, turned } from "./statement.ts";

/** The eccentric angle under which a facing meets the rim of an ellipse of these half axes. */
function eccentric(facing: number, rx: number, ry: number): number {
	return rx === ry || rx === 0 || ry === 0 ? facing : directionDeg(ry * cosDeg(facing), rx * sinDeg(facing));
}

export const arc: Statement = {
	head: "arc",
	draws: "shape",
	values: [],
	phrases: [
		{ word: "centre", also: "center", values: place },
		{ word: "corner", values: place },
		{ word: "size", values: size },
		{ word: "radius", values: [sized("R")] },
		{ word: "diameter", values: [sized("D")] },
		{ word: "from", values: [number("A")] },
		{ word: "to", values: [number("B")] },
		{ word: "closed", values: [], choices: ["sector", "segment"] },
		turned,
	],
	patterns: [
		["centre", "size", "from", "to"],
		["centre", "radius", "from", "to"],
		["centre", "diameter", "from", "to"],
		["corner", "size", "from", "to"],
	],
	forms: [
		"arc centre X, Y radius R from A to B",
		"arc centre X, Y diameter D from A to B",
		"arc corner X, Y size W, H from A to B",
		"arc centre X, Y size W, H from A to B closed sector / segment turned A",
	],
	help: "Part of a circle's or ellipse's rim, anticlockwise from one direction to another: 0 is to the right, 90 is up. closed sector joins its ends to the middle, closed segment joins them to each other; only a closed one has an inside.",
	example: "fill orange\narc centre 100, 100 radius 60 from 0 to 180 closed segment",
	run(
		machine,
		line,
		cx?: number,
		cy?: number,
		x?: number,
		y?: number,
		width?: number,
		height?: number,
		radius?: number,
		diameter?: number,
		from = 0,
		to = 0,
		closed?: number,
		angle = 0,
	) {
		for (const [phrase, value, what] of [
			["size", width, "width"],
			["size", height, "height"],
			["radius", radius, "radius"],
			["diameter", diameter, "diameter"],
		] as const)
			if (value !== undefined) machine.notNegative(line, phrase, value, what);
		const w = width ?? (radius === undefined ? (diameter as number) : 2 * radius);
		const h = height ?? w;
		const gap = to - from;
		const whole = gap >= 360;
		const sweep = gap >= 0 ? gap : gap + 360 * Math.ceil(-gap / 360);
		const [start, end] = [eccentric(from, w / 2, h / 2), eccentric(from + sweep, w / 2, h / 2)];
		const turn = w === h ? sweep : (((end - start) % 360) + 360) % 360;
		machine.placed(ENTRY.arc, line, [
			cx ?? (x as number) + w / 2,
			cy ?? (y as number) + h / 2,
			w / 2,
			h / 2,
			angle,
			start % 360,
			whole ? 360 : turn,
			closed === undefined ? 0 : closed + 1,
		]);
	},
};

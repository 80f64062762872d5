import type { Figure } from "../../figures/figure.ts";
import type { Point } from "../../geometry/points.ts";
import { ENTRY } from "../../tape/layout.ts";
import { coordinate } from "../../tape/tape.ts";
import { explained, point, type Slip } from "./slip.ts";
import type { SlipContext } from "./slip-context.ts";

const WALKED: ReadonlySet<number | undefined> = new Set([ENTRY.segment, ENTRY.curve]);

/** Where the model moves without drawing. */
function travels({ modelScene: { tape } }: SlipContext): [Point, Point][] {
	const all: [Point, Point][] = [];
	for (let i = 0; i < tape.length && all.length < 400; i++)
		if (tape.kind[i] === ENTRY.travel)
			all.push([
				[coordinate(tape, i, 0), coordinate(tape, i, 1)],
				[coordinate(tape, i, 2), coordinate(tape, i, 3)],
			]);
	return all;
}

/** The pen stayed down while it moved on: a line joins what should stand apart. */
export const leftDown: Slip = {
	id: "left-down",
	about: ["number", "shape", "place"],
	tries(look) {
		const { tape, drawing } = look.scene;
		const meant = travels(look);
		if (meant.length === 0 && !look.own.program.source.includes("go to")) return [];
		const isStray = (f: Figure) => {
			const walked = f.entries.every((e) => WALKED.has(tape.kind[e]));
			if (!walked || f.closed || (f.kinds[0] !== "line" && f.kinds[0] !== "polyline")) return false;
			const along = meant.some(
				([a, b]) => (look.near(f.start, a) && look.near(f.end, b)) || (look.near(f.start, b) && look.near(f.end, a)),
			);
			const touches = (p: Point) =>
				drawing.figures.some(
					(o) => o !== f && (o.points.some((q) => look.near(p, q)) || look.near(p, o.start) || look.near(p, o.end)),
				);
			return along || (touches(f.end) && (touches(f.start) || look.near(f.start, look.sheet.middle)));
		};
		const stray = look.extra.filter(isStray);
		// A figure of which a stray line became a part has a move of the model's among its pieces.
		const grown = look.pairs.filter(
			({ found, wanted }) =>
				!found.closed &&
				found.sides.length > wanted.sides.length &&
				found.entries.some((e) => tape.kind[e] === ENTRY.segment && meant.some(([a, b]) => isPiece(look, e, a, b))),
		);
		const all = [...stray, ...grown.map((g) => g.found)];
		return all.slice(0, 1).map((f) => ({
			...explained(f, ["extra", "shape"], [point("from", f.start, f.start), point("to", f.end, f.end)]),
			lines: [...new Set(all.flatMap((s) => s.lines))].sort((a, b) => a - b),
			figures: all.map((s) => s.index),
			claims: all.flatMap((s) => [`extra ${s.index}`, `shape ${s.index}`]),
		}));
	},
};

function isPiece(look: SlipContext, row: number, a: Point, b: Point): boolean {
	const { tape } = look.scene;
	const [p, q]: [Point, Point] = [
		[coordinate(tape, row, 0), coordinate(tape, row, 1)],
		[coordinate(tape, row, 2), coordinate(tape, row, 3)],
	];
	return (look.near(p, a) && look.near(q, b)) || (look.near(p, b) && look.near(q, a));
}

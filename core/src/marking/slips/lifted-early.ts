import { distance, distanceToSegment, type Point } from "../../geometry/points.ts";
import { ENTRY } from "../../tape/layout.ts";
import { coordinate } from "../../tape/tape.ts";
import { explained, number, type Slip } from "./slip.ts";

/** The pen was lifted before a side was done: the rest of it was walked without ink. */
export const liftedEarly: Slip = {
	id: "lifted-early",
	about: ["shape", "number", "size"],
	tries: (look) =>
		look.pairs.flatMap(({ found, wanted }) => {
			if (found.lettering || wanted.points.length < 2 || found.perimeter >= wanted.perimeter - look.size) return [];
			const { tape } = look.scene;
			const corners = wanted.closed ? [...wanted.points, wanted.points[0] as Point] : wanted.points;
			const onSide = (p: Point) =>
				corners.some((c, i) => i > 0 && distanceToSegment(p[0], p[1], (corners[i - 1] as Point)[0], (corners[i - 1] as Point)[1], c[0], c[1]) <= look.position);
			let dry = 0;
			for (let i = found.entries[0] as number; i < tape.length && tape.kind[i] !== undefined; i++) {
				if (tape.kind[i] !== ENTRY.travel) continue;
				const [a, b]: [Point, Point] = [
					[coordinate(tape, i, 0), coordinate(tape, i, 1)],
					[coordinate(tape, i, 2), coordinate(tape, i, 3)],
				];
				if (onSide(a) && onSide(b) && onSide([(a[0] + b[0]) / 2, (a[1] + b[1]) / 2])) dry += distance(a[0], a[1], b[0], b[1]);
			}
			return dry > look.size && Math.abs(found.perimeter + dry - wanted.perimeter) <= 2 * look.size + wanted.perimeter * 0.02
				? [explained(found, ["shape", "gap"], [number("without ink", wanted.perimeter - found.perimeter, dry)])]
				: [];
		}),
};

import svgpath from "svgpath";
import { IDENTITY, type Matrix } from "../../geometry/matrix.ts";
import { arcFromEnds } from "./arc-from-ends.ts";
import { VectorPath } from "./vector-path.ts";

/**
 * A path in SVG's notation. What can't be read ends it, and what was there before is drawn (SVG 2, 9.5.4).
 *
 * @returns the path, and whether all of it could be read
 */
export function svgPath(d: string, map: Matrix = IDENTITY): { readonly path: VectorPath; readonly whole: boolean } {
	const path = new VectorPath();
	const read = svgpath(d).abs().unshort();
	const error = (read as unknown as { err?: string }).err ?? "";
	read.iterate((segment, _, x, y) => {
		const [kind, ...given] = segment as [string, ...number[]];
		const at = (i: number) => given[i] as number;
		switch (kind) {
			case "M":
				path.move(map, at(0), at(1));
				break;
			case "L":
				path.line(map, at(0), at(1));
				break;
			case "H":
				path.line(map, at(0), y);
				break;
			case "V":
				path.line(map, x, at(0));
				break;
			case "Q":
				path.quadratic(map, at(0), at(1), at(2), at(3));
				break;
			case "C":
				path.cubic(map, [at(0), at(1)], [at(2), at(3)], [at(4), at(5)]);
				break;
			case "A": {
				const arc = arcFromEnds([x, y], [at(5), at(6)], {
					rx: at(0),
					ry: at(1),
					turned: at(2),
					large: at(3) === 1,
					clockwise: at(4) === 1,
				});
				if (arc) path.arc(map, arc);
				else path.line(map, at(5), at(6));
				break;
			}
			default:
				path.close();
		}
	});
	return { path, whole: error === "" };
}

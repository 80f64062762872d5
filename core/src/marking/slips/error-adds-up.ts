import type { Figure } from "../../figures/figure.ts";
import type { Point } from "../../geometry/points.ts";
import { number, type Slip } from "./slip.ts";
import type { Row } from "./slip-context.ts";

/** A row in the order in which the model draws it: turned round where it was drawn from its other end. */
function inOrder({ name, wanted, found }: Row): Row {
	const along = (row: readonly Figure[], axis: 0 | 1) =>
		((row.at(-1) as Figure).centre[axis] as number) - ((row[0] as Figure).centre[axis] as number);
	const against = along(wanted, 0) * along(found, 0) + along(wanted, 1) * along(found, 1) < 0;
	return { name, wanted, found: against ? [...found].reverse() : found };
}

/** Each next figure is off by the same step more. */
export const errorAddsUp: Slip = {
	id: "error-adds-up",
	about: ["place"],
	tries: (look) =>
		look
			.rows(3)
			.map(inOrder)
			.flatMap(({ name, wanted, found }) => {
				const offs = found.map(
					(f, k): Point => [
						f.centre[0] - (wanted[k] as (typeof wanted)[number]).centre[0],
						f.centre[1] - (wanted[k] as (typeof wanted)[number]).centre[1],
					],
				);
				const sized = found.every((f, k) => look.isSized({ found: f, wanted: wanted[k] as (typeof wanted)[number] }));
				if (!sized) return [];
				const n = offs.length - 1;
				const [first, last] = [offs[0] as Point, offs[n] as Point];
				const step: Point = [(last[0] - first[0]) / n, (last[1] - first[1]) / n];
				const grows = Math.max(Math.abs(last[0] - first[0]), Math.abs(last[1] - first[1]));
				if (grows <= look.position) return [];
				if (!offs.every(([x, y], k) => look.near([x, y], [first[0] + k * step[0], first[1] + k * step[1]]))) return [];
				return [
					{
						lines: [...new Set(found.flatMap((f) => f.lines))].sort((a, b) => a - b),
						figures: found.map((f) => f.index),
						claims: found.map((f) => `place ${f.index}`),
						evidence: [1, n].map((k) =>
							number(
								`${name} ${k + 1}, x`,
								(wanted[k] as (typeof wanted)[number]).centre[0] + first[0] + k * step[0],
								(found[k] as (typeof found)[number]).centre[0],
							),
						),
						data: { step: Math.round(Math.max(Math.abs(step[0]), Math.abs(step[1])) * 10) / 10 },
					},
				];
			}),
};

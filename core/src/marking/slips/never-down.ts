import type { Point } from "../../geometry/points.ts";
import { ENTRY } from "../../tape/layout.ts";
import { coordinate } from "../../tape/tape.ts";
import { rimPoints } from "../outline-relations.ts";
import { type Slip, word } from "./slip.ts";
import { unfinished } from "./unfinished-sides.ts";

/** Moves without ink that are looked at. */
const MAX_ROWS = 2_000;

/** The pen went where it should draw, and was up. */
export const neverDown: Slip = {
	id: "never-down",
	about: ["number", "shape", "place", "size", "paint"],
	tries(look) {
		const { tape } = look.scene;
		const rests = new Set(unfinished(tape).map((u) => u.row));
		const dry: { row: number; to: Point }[] = [];
		for (let i = 0; i < tape.length && dry.length < MAX_ROWS; i++)
			if (!rests.has(i) && (tape.kind[i] === ENTRY.travel || tape.kind[i] === ENTRY.curvedTravel))
				dry.push({ row: i, to: [coordinate(tape, i, 2), coordinate(tape, i, 3)] });
		if (dry.length < 2) return [];
		const bare = look.pairs
			.filter(
				({ found, wanted }) =>
					found.outline === -1 &&
					wanted.outline !== -1 &&
					wanted.closed &&
					look.idsAbout(["outline", "width"], [found.index]).length > 0,
			)
			.map((p) => p.wanted);
		const due = [...look.gone.map((g) => g.wanted), ...bare];
		const traced = due.flatMap((wanted) => {
			const corners = rimPoints(wanted);
			const rows = dry.filter((d) => corners.some((c) => look.near(c, d.to)));
			const met = corners.filter((c) => dry.some((d) => look.near(c, d.to)));
			return corners.length >= 2 && met.length * 3 >= corners.length * 2 && rows.length >= 2 ? rows : [];
		});
		if (traced.length === 0) return [];
		const lines = [...new Set(traced.map((t) => tape.line[t.row] as number))].sort((a, b) => a - b);
		return [{ lines, figures: [], claims: ["ink"], evidence: [word("pen", "up", "up")], data: {} }];
	},
};

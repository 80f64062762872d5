import type { Point } from "../../geometry/points.ts";
import { ENTRY } from "../../tape/layout.ts";
import { coordinate, type Tape } from "../../tape/tape.ts";
import { type Slip, word } from "./slip.ts";

function moves(tape: Tape, kinds: readonly number[]): { row: number; from: Point; to: Point }[] {
	const all: { row: number; from: Point; to: Point }[] = [];
	for (let i = 0; i < tape.length && all.length < 2_000; i++) {
		if (kinds.includes(tape.kind[i] as number)) all.push({ row: i, from: [coordinate(tape, i, 0), coordinate(tape, i, 1)], to: [coordinate(tape, i, 2), coordinate(tape, i, 3)] });
	}
	return all;
}

/** The pen went where it should draw, and was up. */
export const neverDown: Slip = {
	id: "never-down",
	about: ["number", "shape", "place", "size", "paint"],
	tries(look) {
		if (look.gone.length === 0) return [];
		const inked = moves(look.modelScene.tape, [ENTRY.segment, ENTRY.curve]);
		const dry = moves(look.scene.tape, [ENTRY.travel, ENTRY.curvedTravel]);
		const traced = dry.filter((d) => inked.some((m) => (look.near(d.from, m.from) && look.near(d.to, m.to)) || (look.near(d.from, m.to) && look.near(d.to, m.from))));
		if (inked.length === 0 || traced.length < Math.max(2, Math.min(inked.length, look.gone.length * 2) / 2)) return [];
		const lines = [...new Set(traced.map((t) => look.scene.tape.line[t.row] as number))].sort((a, b) => a - b);
		return [{ lines, figures: [], claims: ["ink"], evidence: [word("pen", "up", "up")], data: {} }];
	},
};

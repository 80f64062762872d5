import { bracketed, plus, putIn, replaced, without } from "./edits.ts";
import type { Look } from "./look.ts";
import type { Mistake } from "./mistake.ts";
import { statementOf, statementsThat } from "./pick.ts";

/** A value that doesn't change from frame to frame. */
export const stuckSameSum: Mistake = {
	id: "stuck-same-sum",
	family: "frames and chance",
	changes: [],
	made: "nothing changed from frame to frame",
	did: "`{was}` doesn't change the name",
	instead: "`{now}`",
	asks: "Every frame draws the same@. What should the new value be calculated from?",
	make: (sites) =>
		statementsThat(sites, "assign")
			.filter((s) => sites.names.some((n) => n.statement === s.index && n.name === s.name))
			.map((s) => without(sites, s)),
	*mend(look) {
		const { sites } = look;
		for (const s of statementsThat(sites, "declare").filter((d) => d.block !== 0)) {
			const value = sites.values.find((v) => v.statement === s.index);
			if (!value || !s.name) continue;
			const at = { ...s, start: s.start + s.indent.length, end: s.start + s.indent.length + s.text.length };
			yield replaced(sites, at, sites.write.assign(s.name, value.text), "word");
			// The new value was kept under another name than the one that is used.
			for (const { name } of sites.names.filter((n) => n.statement === s.index && n.name !== s.name))
				yield replaced(sites, at, sites.write.assign(name, value.text), "term");
		}
		const names = [
			...new Set(
				statementsThat(sites, "declare")
					.filter((d) => d.block === 0)
					.map((d) => d.name as string),
			),
		];
		const ends = sites.gaps.filter((g) => g.after === undefined && sites.statements[g.block - 1]?.does.has("frames"));
		const steps = pace(look);
		for (const gap of ends)
			for (const name of names.slice(0, 6))
				for (const by of steps) yield putIn(gap, sites.write.assign(name, plus(name, by)));
		for (const v of sites.values.filter((v) => statementOf(sites, v).does.has("assign"))) {
			const name = statementOf(sites, v).name as string;
			if (!v.text.includes(name)) yield replaced(sites, v, `${name} + ${bracketed(v.text)}`, "term");
		}
	},
	example: {
		right: "let x = 20\neach frame\n  wipe\n  circle centre x, 80 diameter 30\n  x = x + 3\nend\n",
		wrong: "let x = 20\neach frame\n  wipe\n  circle centre x, 80 diameter 30\nend\n",
	},
};

/** How far the model's figures go in a frame, across and up or down, each once. */
function pace({ moments: [first, later] }: Look): number[] {
	if (!first || !later) return [];
	const steps = first.pairs.flatMap(({ name, slot, wanted }) => {
		const then = later.pairs.find((p) => p.name === name && p.slot === slot)?.wanted;
		if (!then) return [];
		const frames = Math.max(1, then.frame - wanted.frame);
		return [0, 1].map(
			(i) => Math.round((((then.centre[i] as number) - (wanted.centre[i] as number)) / frames) * 100) / 100,
		);
	});
	return [...new Set(steps.filter((s) => s !== 0))].slice(0, 4);
}

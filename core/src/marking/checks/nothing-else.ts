import { z } from "zod";
import type { Common, FindingOf, Judgement, NoData } from "../criterion.ts";
import { membersOf } from "../group.ts";
import { criteriaIn } from "../marking-spec.ts";
import type { Scene } from "../scene.ts";
import { selector } from "../selector.ts";
import { figuresOf } from "../subjects.ts";
import { defineCheck, kindWords } from "./check.ts";

const options = { but: z.union([selector, z.array(selector).min(1)]).optional() };
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What is found beside the wanted figures. */
export type NothingElseFindings = {
	extra: { kind: string; line: number; count: number };
	"extra-none": NoData;
};
type Finding = FindingOf<NothingElseFindings>;

/**
 * Figures that other criteria ask for by a selector instead of a name: those that it takes, up to the number that is
 * asked for.
 */
function* askedFor(scene: Scene, wanted: ReadonlySet<number>): Iterable<number> {
	for (const { check, of, ...options } of criteriaIn(scene.programRun.spec.criteria)) {
		if (check === "nothing else" || typeof of !== "object" || Array.isArray(of)) continue;
		const {
			exactly,
			"at least": least,
			"at most": most,
		} = options as { [K in "exactly" | "at least" | "at most"]?: number };
		const asked = check === "count" ? (exactly ?? most ?? Number.POSITIVE_INFINITY) : Number.POSITIVE_INFINITY;
		if (check === "count" && exactly === undefined && least === undefined) continue;
		// Those that are wanted anyway are among the number.
		const figures = [...figuresOf(scene, of)].sort((a, b) => Number(wanted.has(b.index)) - Number(wanted.has(a.index)));
		for (const figure of figures.slice(0, asked)) yield* membersOf(figure);
	}
}

/** That nothing was drawn but the wanted figures. */
export const nothingElse = defineCheck<Options, Finding>()({
	name: "nothing else",
	topic: "Nothing extra",
	options,
	example: "{ id: neat, check: nothing else, points: 1 }",
	about: () => ["size", "shape", "number", "frames"],
	forbids: () => true,
	says: () => ({}),
	judge(o, scene): Judgement<Finding> {
		const allowed = o.but === undefined ? [] : [o.but].flat();
		const wanted = new Set([...scene.matches.values()].flatMap((t) => t.slots.flatMap((f) => f?.index ?? [])));
		// What a selector with a number or a choice allows is looked up as a whole.
		for (const of of allowed)
			for (const f of of.number === undefined && of["group of"] === undefined
				? scene.selection.all(of)
				: figuresOf(scene, of))
				for (const i of membersOf(f)) wanted.add(i);
		for (const index of [...askedFor(scene, wanted)]) wanted.add(index);
		const extra = scene.drawing.figures.filter((f) => !wanted.has(f.index));
		const findings: Finding[] = extra.map((f) => ({
			figure: f.index,
			met: false,
			code: "extra",
			data: { kind: kindWords(f), line: f.lines[0] ?? 0, count: extra.length },
		}));
		if (findings.length === 0) findings.push({ met: true, code: "extra-none", data: {} });
		return { findings, share: extra.length === 0 ? 1 : 0, figures: extra.map((f) => f.index) };
	},
});

import { z } from "zod";
import type { Figure } from "../../figures/figure.ts";
import { ANCHORS } from "../anchors.ts";
import type { FindingOf } from "../criterion.ts";
import { type Common, type FigureRef, figureRef, type Judgement } from "../criterion.ts";
import { membersOf } from "../group.ts";
import { EDGES, type Edge, RELATIONS, type Relation, RelationJudge, type RelationResult } from "../relation-judge.ts";
import type { Scene } from "../scene.ts";
import { neighbours, pairs } from "../sequence.ts";
import { figuresOf } from "../subjects.ts";
import { askedSubjects, defineCheck, judgementOf, nameOf } from "./check.ts";

const relationWord = z.enum(RELATIONS);
const point = z.tuple([z.number(), z.number()]);
const options = {
	is: z.union([relationWord, z.array(relationWord).min(1)]).optional(),
	to: z.union([z.enum(["sheet", "each other", ...EDGES]), figureRef, z.array(figureRef).min(1)]).optional(),
	by: z.enum(["centre", "top", "bottom", "left", "right"]).optional(),
	axis: z.enum(["across", "down", "both"]).optional(),
	gap: z.strictObject({ is: z.number().optional(), between: z.tuple([z.number(), z.number()]).optional() }).optional(),
	anchor: z.enum(ANCHORS).optional(),
	at: point.optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What is found of how a figure lies to another one; `found`, `low` and `high` are distances in sheet units. */
export type RelationFindings = {
	relation: Related & Gap;
	"relation-off": Related & Gap & { found: number };
	"relation-gap": Related & Gap & { found: number };
	"relation-missing": Related;
};
type Related = { name: string; to: string; is: Relation | "gap"; by: string; axis: string };
type Gap = { low: number; high: number };
type Finding = FindingOf<RelationFindings>;

const isEdge = (to: unknown): to is Edge => EDGES.includes(to as Edge);
const relationsOf = (o: Options): Relation[] => (o.is === undefined ? [] : [o.is].flat());

/** Relations that one figure of a name is enough for; the others hold with all of them. */
const WITH_ONE: ReadonlySet<Relation> = new Set([
	"inside",
	"touching",
	"overlapping",
	"joined",
	"meeting",
	"centred",
	"covers",
]);

/** The names that a criterion sets its figures against; none for the sheet, an edge or each other. */
function refsOf({ to }: Options): FigureRef[] {
	return to === undefined || to === "sheet" || to === "each other" || isEdge(to) ? [] : ([to].flat() as FigureRef[]);
}

/** What there is to judge: a figure with the one, or those, that it is set against. */
interface Setting {
	readonly figure: Figure;
	readonly name: string;
	readonly to: string;
	readonly others: readonly Figure[];
}

function settingsOf(
	o: Options,
	scene: Scene,
): { settings: Setting[]; all: number; wanted: number; figures: readonly Figure[] } {
	const subjects = askedSubjects(o, scene);
	const figures = subjects.flatMap((s) => s.figures);
	const wanted = subjects.reduce((sum, s) => sum + s.wanted, 0);
	const refs = refsOf(o);
	if (refs.length === 0 && o.to !== "sheet" && !isEdge(o.to)) {
		const two = o.for === "neighbours" ? neighbours(figures) : pairs(figures);
		const name = nameOf(o.of);
		const all = o.for === "neighbours" ? Math.max(0, wanted - 1) : (wanted * (wanted - 1)) / 2;
		return {
			settings: two.map(([a, b]) => ({ figure: b, name, to: "each other", others: [a] })),
			all,
			wanted,
			figures,
		};
	}
	const settings = subjects.flatMap((subject) =>
		subject.figures.flatMap((figure): Setting[] => {
			const name = subject.name || nameOf(o.of);
			if (refs.length === 0) return [{ figure, name, to: String(o.to), others: [] }];
			return refs.map((ref) => ({
				figure,
				name,
				to: nameOf(ref),
				others: figuresOf(scene, ref).filter((f) => f !== figure),
			}));
		}),
	);
	return { settings, all: wanted * Math.max(1, refs.length), wanted, figures };
}

/** What was found of one relation of one figure: with the others that it is worst with, or best where one is enough. */
function toldOf(
	related: RelationJudge,
	o: Options,
	is: Relation | "gap",
	{ figure, others, to }: Setting,
): RelationResult | undefined {
	if (to === "sheet" || isEdge(to)) return related.toSheet(is, figure, to as "sheet" | Edge);
	const told = others.map((other) => related.of(is, figure, other));
	const met = told.find((t) => t.met);
	const missed = told.find((t) => !t.met);
	return (is !== "gap" && WITH_ONE.has(is)) || o.for === "any" ? (met ?? missed) : (missed ?? met);
}

/** How figures lie to one another, to the sheet or to its edges. */
export const relation = defineCheck<Options, Finding>()({
	name: "relation",
	topic: "Shapes relative to each other",
	options,
	example: "{ id: on-it, check: relation, of: band, to: buoy, is: inside, points: 1 }",
	needs: (o) => {
		if (o.is === undefined && o.gap === undefined) return "say what is wanted: is, or gap";
		if (o.gap && (o.gap.is === undefined) === (o.gap.between === undefined)) return "gap takes is or between";
		const alone = o.to === undefined && o.for !== "each pair" && o.for !== "neighbours" && o.anchor === undefined;
		if (alone) return "say to what: to, or for: each pair or neighbours";
		const meets = relationsOf(o).includes("meeting");
		return (o.anchor !== undefined || o.at !== undefined) && !meets ? "anchor and at go with is: meeting" : undefined;
	},
	about: () => ["place", "turn", "size", "shape"],
	forbids: () => false,
	names: refsOf,
	says: (o) => ({
		name: nameOf(o.of),
		is: relationsOf(o),
		to: refsOf(o).length > 0 ? refsOf(o).map((r) => nameOf(r)) : [o.to === undefined ? "each other" : String(o.to)],
		by: o.by ?? "",
		axis: o.axis ?? "",
		gap: o.gap ? (o.gap.is !== undefined ? [o.gap.is] : [...(o.gap.between ?? [])]) : [],
		at: o.at ? [...o.at] : [],
		neighbours: o.for === "neighbours",
	}),
	judge(o, scene): Judgement<Finding> {
		const { settings, all, wanted, figures } = settingsOf(o, scene);
		const related = new RelationJudge(o, scene, figures);
		const asked: (Relation | "gap")[] = [...relationsOf(o), ...(o.gap ? (["gap"] as const) : [])];
		const findings: Finding[] = settings.flatMap((setting) =>
			asked.map((is): Finding => {
				const told = toldOf(related, o, is, setting);
				const data = { name: setting.name, to: setting.to, is, by: o.by ?? "", axis: o.axis ?? "" };
				if (!told) return { figure: setting.figure.index, met: false, code: "relation-missing", data };
				const base = {
					figure: setting.figure.index,
					met: told.met,
					...(told.off !== undefined && { off: told.off, full: told.full ?? 0 }),
				};
				const [low, high] = o.gap?.between ?? [o.gap?.is ?? 0, o.gap?.is ?? 0];
				if (told.found === undefined) return { ...base, code: "relation", data: { ...data, low, high } };
				const code = is === "gap" ? "relation-gap" : "relation-off";
				return { ...base, code, data: { ...data, found: told.found, low, high } };
			}),
		);
		const others = settings.flatMap((s) => s.others.slice(0, 1));
		const gone = refsOf(o).some((ref) => figuresOf(scene, ref).length === 0) || figures.length === 0;
		return judgementOf(o, findings, {
			all: all * asked.length,
			figures: [...figures, ...others].flatMap(membersOf),
			wanted,
			missing: gone || findings.length === 0,
		});
	},
});

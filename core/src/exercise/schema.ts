import { z } from "zod";
import { LANGUAGE_IDS, type LanguageId } from "../languages/language.ts";
import { LEAVABLE, VOCABULARIES, type Vocabulary } from "../languages/vocabulary/vocabulary.ts";
import { CHECKS, checkOf, optionsOf } from "../marking/checks/index.ts";
import { common, criterionId, type FigureRef } from "../marking/criterion.ts";
import { type Criterion, type CriterionOrGroup, innerOf } from "../marking/marking-spec.ts";
import { colourWord } from "../marking/paint-words.ts";
import { circleOf } from "../marking/selection.ts";
import { figureName, namesIn, type Selector, selector } from "../marking/selector.ts";
import { exampleOf } from "./file-messages.ts";
import { languagesOf } from "./languages-of.ts";

/** The first line of every exercise file. */
export const EXERCISE_FORMAT = "markpen/exercise@1";

const variants = CHECKS.map((check) => common.extend({ check: z.literal(check.name), ...check.options }));

/** A criterion: what all carry, and the options of its check. */
export const criterion = z.discriminatedUnion("check", variants as [(typeof variants)[number], ...typeof variants]);

/** Several criteria that count together; those inside have ids and no points. */
export const group = common.extend({
	check: z.undefined().optional(),
	"any of": z.array(criterion).min(1).max(20).optional(),
	"all of": z.array(criterion).min(1).max(20).optional(),
	"at least": z.int().min(1).optional(),
	among: z.array(criterion).min(1).max(20).optional(),
});

const wholeSize = z.int().min(1).max(4096);
export const FREE = ["place", "colour", "size", "order", "number", "kind"] as const;
export const PROGRAM_MOST = 256 * 1024;
const program = z.string().min(1).max(PROGRAM_MOST);

/** A topic of an exercise in a few words, for searching: "loops", "turns and angles". */
const topic = z
	.string()
	.trim()
	.regex(/^\p{L}[\p{L}\d' -]{0,39}$/u, "a topic is a few words, like: turns and angles");

/** How many entries its long parts have at most. */
export const MAX_PARTS = Object.freeze({ figures: 200, criteria: 100 });

/** The whole file, without what ties its parts together. */
export const exerciseShape = z.strictObject({
	format: z.literal(EXERCISE_FORMAT),
	id: criterionId,
	title: z.string().trim().min(1).max(120),
	brief: z.string().trim().min(1).max(20_000),
	language: z.enum(LANGUAGE_IDS).default("nib"),
	languages: z.array(z.enum(LANGUAGE_IDS)).min(1).max(LANGUAGE_IDS.length).optional(),
	sheet: z
		.strictObject({
			width: wholeSize,
			height: wholeSize,
			origin: z.enum(["top left", "centre", "bottom left"]).default("top left"),
			paper: colourWord.optional(),
		})
		.optional(),
	tolerance: z
		.strictObject({
			position: z.number().nonnegative().default(4),
			size: z.number().nonnegative().default(4),
			angle: z.number().nonnegative().default(2),
			colour: z.literal("family").default("family"),
		})
		.prefault({}),
	model: program,
	"model language": z.enum(LANGUAGE_IDS).optional(),
	starter: program.optional(),
	starters: z.partialRecord(z.enum(LANGUAGE_IDS), program).optional(),
	example: z
		.strictObject({ show: z.enum(["picture", "source"]), program, language: z.enum(LANGUAGE_IDS).optional() })
		.optional(),
	continues: criterionId.optional(),
	free: z.union([z.enum(FREE), z.array(z.enum(FREE)).min(1)]).optional(),
	run: z
		.strictObject({
			seeds: z.array(z.int().nonnegative()).min(1).max(20).optional(),
			frames: z.int().min(1).max(3_600).optional(),
			steps: z.int().min(1).max(20_000_000).optional(),
			answers: z.array(z.string().max(200)).max(50).optional(),
		})
		.optional(),
	statements: z.strictObject({ without: z.array(z.enum(LEAVABLE as [string, ...string[]])).min(1) }).optional(),
	figures: z.record(figureName, selector).default({}),
	criteria: z
		.array(
			// A list that is mapped has lost that it isn't empty, which the union asks for.
			z.discriminatedUnion("check", [...variants, group] as unknown as [(typeof variants)[number], ...typeof variants]),
		)
		.min(1)
		.max(MAX_PARTS.criteria),
	bonus: z.literal("beyond full").optional(),
	consequences: z.enum(["count", "forgiven"]).optional(),
	teaches: z.array(topic).min(1).max(8).optional(),
	level: z.int().min(1).max(4).optional(),
	minutes: z.int().min(1).max(600).optional(),
});

/** The whole file. */
export const exerciseFile = exerciseShape.superRefine((file, context) =>
	new Ties(file as ExerciseFile, context).check(),
);

export type ExerciseFile = Omit<z.infer<typeof exerciseShape>, "criteria"> & { readonly criteria: CriterionOrGroup[] };

type Path = (string | number)[];
const PAIRED: ReadonlySet<string> = new Set(["each pair", "neighbours"]);

/** Whatever ties the parts of a file together: names, ids, and options that need one another. */
class Ties {
	private readonly file: ExerciseFile;
	private readonly context: z.core.$RefinementCtx;
	private readonly names: ReadonlySet<string>;
	private readonly ids = new Set<string>();

	constructor(file: ExerciseFile, context: z.core.$RefinementCtx) {
		this.file = file;
		this.context = context;
		this.names = new Set(Object.keys(file.figures));
	}

	private tell(path: Path, message: string): void {
		this.context.addIssue({ code: "custom", path, message, params: { ties: true } });
	}

	check(): void {
		const { file } = this;
		this.languages();
		for (const [i, asked] of file.criteria.entries()) {
			this.id(asked.id, ["criteria", i, "id"]);
			for (const [inner, path] of withPaths(asked, ["criteria", i])) this.id(inner.id, [...path, "id"]);
		}
		for (const [name, of] of Object.entries(file.figures)) this.selector(of, ["figures", name]);
		const circle = circleOf(new Map(Object.entries(file.figures)));
		if (circle)
			this.tell(["figures", circle[0] as string], `these refer to each other in a cycle: ${circle.join(" → ")}`);
		for (const [i, asked] of file.criteria.entries()) {
			if ("check" in asked && asked.check !== undefined) this.criterion(asked, ["criteria", i]);
			else this.group(asked, ["criteria", i]);
			for (const id of asked.needs ?? []) this.knownId(id, ["criteria", i, "needs"]);
		}
	}

	/** Words of the source must be those of a language that students write in. */
	private languages(): void {
		const { file } = this;
		const own = languagesOf(file);
		if (file.languages && file.language !== "nib" && !own.includes(file.language))
			this.tell(["language"], `languages has ${own.join(", ")}, and not ${file.language}; leave one of the two out`);
		for (const id of Object.keys(file.starters ?? {}))
			if (!own.includes(id as LanguageId)) this.tell(["starters", id], `students don't write in ${id} here`);
		const known = (key: keyof Vocabulary) => new Set(own.flatMap((id) => VOCABULARIES[id]?.[key] ?? []));
		const [usable, leavable] = [known("usable"), known("leavable")];
		for (const [i, word] of (file.statements?.without ?? []).entries())
			if (!leavable.has(word)) this.tell(["statements", "without", i], `"${word}" isn't there in ${own.join(" or ")}`);
		for (const [asked, path] of file.criteria.flatMap((c, i) => withPaths(c, ["criteria", i]))) {
			const code = optionsOf(asked, "code");
			const words = [code?.uses ?? [], code?.avoids ?? [], Object.keys(code?.written ?? {})].flat();
			for (const word of words) if (!usable.has(word)) this.tell(path, `"${word}" isn't there in ${own.join(" or ")}`);
		}
	}

	private id(id: string, path: Path): void {
		if (this.ids.has(id)) this.tell(path, `the id "${id}" is used twice`);
		this.ids.add(id);
	}

	private knownId(id: string, path: Path): void {
		if (!this.ids.has(id)) this.tell(path, `no criterion has the id "${id}"`);
	}

	private group(asked: Exclude<CriterionOrGroup, Criterion> | CriterionOrGroup, path: Path): void {
		const own = asked as Exclude<CriterionOrGroup, Criterion>;
		const forms = [own["any of"], own["all of"], own.among].filter((f) => f !== undefined).length;
		if (forms === 0)
			return this.tell(path, "say what is checked: check, or for a group any of, all of, or at least with among");
		if (forms > 1) return this.tell(path, "a group is one of any of, all of and among");
		if ((own.among !== undefined) !== (own["at least"] !== undefined))
			return this.tell(path, "at least and among go together");
		if (own.among && (own["at least"] as number) > own.among.length)
			this.tell([...path, "at least"], `among holds only ${own.among.length}`);
		for (const [inner, at] of withPaths(asked, path)) {
			if (inner.points > 0)
				this.tell([...at, "points"], "inside a group a criterion has no points: the group has them");
			this.criterion(inner, at);
		}
	}

	private criterion(c: Criterion, path: Path): void {
		const check = checkOf(c.check);
		const needs = check.needs?.(c);
		if (needs) this.tell(path, needs + exampleOf(c.check));
		if (typeof c.of === "string" && c.of !== "everything" && c.of !== "run") this.name(c.of, [...path, "of"]);
		else if (Array.isArray(c.of)) for (const name of c.of) this.name(name, [...path, "of"]);
		else if (c.of !== undefined && typeof c.of !== "string") this.selector(c.of, [...path, "of"]);
		for (const ref of check.names?.(c) ?? []) this.ref(ref, path);
		for (const id of check.ids?.(c) ?? []) {
			this.knownId(id, path);
			// One that holds others can't be held: two could wait for each other without end.
			const held = this.file.criteria
				.flatMap((one) => ("check" in one && one.check !== undefined ? [one] : innerOf(one)))
				.find((one) => one.id === id);
			if (held && (checkOf(held.check).ids?.(held).length ?? 0) > 0)
				this.tell(path, `"${id}" holds other criteria itself, so that it can't be held`);
		}
		if (typeof c.when === "object" && "after" in c.when) this.name(c.when.after, [...path, "when"]);
		if (c.for && PAIRED.has(c.for) && c.check !== "relation")
			this.tell([...path, "for"], `for: ${c.for} goes with relation`);
		if (c.within === "1 step" && c.check !== "movement") this.tell([...path, "within"], "1 step goes with movement");
		this.given(c, path);
	}

	/** Programs that a criterion looks at must be in the file. */
	private given(c: Criterion, path: Path): void {
		const wanted: readonly unknown[] = [
			optionsOf(c, "likeness")?.to,
			optionsOf(c, "own work")?.from,
			c.check === "change" ? "starter" : undefined,
			optionsOf(c, "code")?.statements?.["fewer than"],
			optionsOf(c, "measure")?.["more than"]?.in,
			optionsOf(c, "measure")?.["less than"]?.in,
		];
		if (wanted.includes("starter") && this.file.starter === undefined && this.file.starters === undefined)
			this.tell(path, "this looks at the starter, and the file has none");
		if (wanted.includes("example") && this.file.example === undefined)
			this.tell(path, "this looks at the example, and the file has none");
	}

	private name(name: string, path: Path): void {
		if (!this.names.has(name))
			this.tell(path, `no figure is called "${name}"; figures has ${[...this.names].join(", ") || "none"}`);
	}

	private ref(ref: FigureRef | undefined, path: Path): void {
		if (typeof ref === "string") this.name(ref, path);
		else if (ref) this.selector(ref, path);
	}

	private selector(of: Selector, path: Path): void {
		for (const name of namesIn(of)) this.name(name, path);
		if (of.of !== undefined && of.zone === undefined) this.tell([...path, "of"], "of goes with zone");
		if (of.pick !== undefined && of.drawn !== undefined) this.tell(path, "give pick or drawn, not both");
	}
}

/** The criteria inside a group, with their places. */
function withPaths(asked: CriterionOrGroup, path: Path): [Criterion, Path][] {
	if ("check" in asked && asked.check !== undefined) return [];
	const own = asked as Exclude<CriterionOrGroup, Criterion>;
	const key = own["any of"] ? "any of" : own["all of"] ? "all of" : "among";
	return innerOf(asked).map((inner, k) => [inner, [...path, key, k]]);
}

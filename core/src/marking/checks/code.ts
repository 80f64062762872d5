import { z } from "zod";
import { USABLE } from "../../languages/vocabulary/vocabulary.ts";
import type { Common, FindingOf, Judgement, NoData } from "../criterion.ts";
import { findingMaker } from "../criterion.ts";
import type { Scene } from "../scene.ts";
import {
	callsWritten,
	coloursWritten,
	type Loop,
	loopsIn,
	pausesIn,
	picturesIn,
	stepsOf,
	tiedAndFixed,
	variablesIn,
	workedOut,
} from "../source/asked.ts";
import { firstUsing, linesUsing, repeatedStretch, statementLines } from "../source/constructs.ts";
import type { Program } from "../source/program.ts";
import { type Region, region, stepsIn } from "../source/region.ts";
import { figuresOf } from "../subjects.ts";
import { callsMade } from "../tape-ranges.ts";
import { defineCheck, judgementOf } from "./check.ts";

const word = z.enum(USABLE as [string, ...string[]]);
const words = z.union([word, z.array(word).min(1)]);
const place = z.enum(["places", "sizes", "conditions"]);
const options = {
	uses: words.optional(),
	avoids: words.optional(),
	"at least": z.int().min(1).optional(),
	first: z.literal(true).optional(),
	in: region.optional(),
	loop: z
		.strictObject({
			rounds: z.int().nonnegative().optional(),
			variable: z.literal("used").optional(),
			nested: z.literal(true).optional(),
		})
		.optional(),
	routine: z
		.strictObject({
			number: z.int().nonnegative().optional(),
			values: z.int().min(1).optional(),
			called: z.strictObject({ "at least": z.int().min(1) }).optional(),
			counting: z.enum(["written", "made"]).optional(),
		})
		.optional(),
	statements: z
		.strictObject({ "at most": z.int().min(1).optional(), "fewer than": z.enum(["starter", "own last"]).optional() })
		.optional(),
	written: z.partialRecord(word, z.int().nonnegative()).optional(),
	calculation: z
		.strictObject({
			in: z.union([place, z.array(place).min(1)]).optional(),
			"at least": z.int().min(1).optional(),
			operators: z
				.array(z.enum(["+", "-", "*", "/", "mod", "^"]))
				.min(1)
				.optional(),
			brackets: z.literal(true).optional(),
		})
		.optional(),
	variable: z.strictObject({ declared: region.optional(), changed: region.optional() }).optional(),
	tied: z.enum(["places", "sizes"]).optional(),
	"colour written as": z.enum(["name", "numbers", "code"]).optional(),
	picture: z
		.strictObject({ number: z.int().min(1).optional(), "inside another": z.literal(true).optional() })
		.optional(),
	pause: z
		.strictObject({
			is: z.number().nonnegative().optional(),
			"at least": z.number().nonnegative().optional(),
			"at most": z.number().nonnegative().optional(),
		})
		.optional(),
	"no stretch repeated": z.union([z.literal(true), z.strictObject({ "at least": z.int().min(2) })]).optional(),
	unused: z.literal("none").optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What is found in the source: numbers of places, and the lines they are in; -1 if none is asked for. */
export type CodeFindings = {
	"code-uses": { word: string; least: number; found: number; where: string };
	"code-first": { word: string; where: string };
	"code-pictures": { wanted: number; found: number };
	"code-inside": { pictures: number };
	/** Seconds; `found` is the wait that is furthest off, -1 if there is none. */
	"code-pause": { low: number; high: number; found: number; line: number };
	"code-avoids": { word: string; found: number; where: string; line: number };
	"code-loop": { rounds: number; variable: boolean; nested: boolean; loops: number; found: number; where: string };
	"code-routines": { wanted: number; found: number };
	"code-values": { wanted: number; found: number; routines: number };
	"code-called": { wanted: number; found: number; counting: "written" | "made"; routines: number };
	"code-statements": { most: number; found: number; where: string };
	"code-fewer": { than: string; before: number; found: number };
	"code-written": { word: string; wanted: number; found: number };
	"code-calculation": { where: string; least: number; found: number };
	"code-operator": { sign: string };
	"code-brackets": NoData;
	"code-variable": { declared: string; changed: string };
	"code-tied": { use: "places" | "sizes"; fixed: number; line: number };
	"code-colour": { as: "name" | "numbers" | "code"; found: string; line: number };
	"code-stretch": { first: number; again: number };
	"code-unused": { count: number; line: number };
};
type Finding = FindingOf<CodeFindings>;

/** Remarks that refer to what is written and never used; `pen up` and `pen down` aren't among them. */
const UNUSED: ReadonlySet<string> = new Set(["setting-unused", "routine-unused", "picture-unlaid", "name-unused"]);

const make = findingMaker<CodeFindings>();

/** A finding of the source: what was found, and the lines that it rests on. */
function finding<C extends keyof CodeFindings>(
	met: boolean,
	code: C,
	data: CodeFindings[C],
	lines: readonly number[] = [],
): Finding {
	return make({ met, lines: [...new Set(lines)] }, code, data);
}

class Judge {
	private readonly o: Options;
	private readonly scene: Scene;
	private readonly program: Program;
	private readonly where: Region;

	constructor(o: Options, scene: Scene) {
		this.o = o;
		this.scene = scene;
		this.program = scene.programRun.program;
		this.where = o.in ?? "anywhere";
	}

	/**
	 * Routines to look at where the program has none of the name that is asked for: those whose calls drew a figure of
	 * that name.
	 */
	private get instead(): string[] {
		if (!this.where.startsWith("routine ")) return [];
		const slots = this.scene.matches.get(this.where.slice("routine ".length))?.slots ?? [];
		return [...new Set(slots.flatMap((f) => (f ? this.scene.programRun.routinesOf(f).slice(0, 1) : [])))];
	}

	all(): Finding[] {
		const { o } = this;
		return [
			...(o.uses === undefined ? [] : [o.uses].flat().map((w) => this.uses(w))),
			...(o.avoids === undefined ? [] : [o.avoids].flat().map((w) => this.avoids(w))),
			...(o.loop ? [this.loop(o.loop)] : []),
			...(o.routine ? this.routine(o.routine) : []),
			...(o.statements ? this.statements(o.statements) : []),
			...Object.entries(o.written ?? {}).map(([w, n]) => this.written(w, n ?? 0)),
			...(o.calculation ? this.calculation(o.calculation) : []),
			...(o.variable ? [this.variable(o.variable)] : []),
			...(o.tied ? [this.tied(o.tied)] : []),
			...(o["colour written as"] ? [this.colours(o["colour written as"])] : []),
			...(o.picture ? this.pictures(o.picture) : []),
			...(o.pause ? [this.pause(o.pause)] : []),
			...(o["no stretch repeated"] ? [this.stretch(o["no stretch repeated"])] : []),
			...(o.unused ? [this.unused()] : []),
		];
	}

	private uses(w: string): Finding {
		if (this.o.first) {
			const first = firstUsing(this.program, w, this.where, this.instead);
			return finding(first.length > 0, "code-first", { word: w, where: this.where }, first);
		}
		const lines = linesUsing(this.program, w, this.where, this.instead);
		const least = this.o["at least"] ?? 1;
		return finding(
			lines.length >= least,
			"code-uses",
			{ word: w, least, found: lines.length, where: this.where },
			lines,
		);
	}

	private avoids(w: string): Finding {
		const lines = linesUsing(this.program, w, this.where, this.instead);
		return finding(
			lines.length === 0,
			"code-avoids",
			{ word: w, found: lines.length, where: this.where, line: lines[0] ?? 0 },
			lines,
		);
	}

	private loop({ rounds, variable, nested }: NonNullable<Options["loop"]>): Finding {
		const loops = loopsIn(this.program, this.where, this.instead);
		const found = loops.filter(
			(l) =>
				(rounds === undefined || l.rounds === rounds) &&
				(variable === undefined || l.usesVariable) &&
				(nested === undefined || l.nested),
		);
		const near = (found[0] ?? nearestLoop(loops, rounds))?.rounds;
		const data = {
			rounds: rounds ?? -1,
			variable: variable !== undefined,
			nested: nested === true,
			loops: loops.length,
			found: near ?? -1,
			where: this.where,
		};
		return finding(
			found.length > 0,
			"code-loop",
			data,
			(found.length > 0 ? found : loops).map((l) => l.line),
		);
	}

	private routine({ number, values, called, counting = "written" }: NonNullable<Options["routine"]>): Finding[] {
		const { program } = this;
		const routines = [...program.routines.values()];
		const lines = routines.map((r) => r.place.line);
		const findings: Finding[] = [];
		if (number !== undefined)
			findings.push(
				finding(routines.length === number, "code-routines", { wanted: number, found: routines.length }, lines),
			);
		if (values !== undefined) {
			const most = Math.max(0, ...routines.map((r) => r.parameters.length));
			findings.push(
				finding(most >= values, "code-values", { wanted: values, found: most, routines: routines.length }, lines),
			);
		}
		if (called) {
			const calls = counting === "made" ? callsMade(this.scene.tape) : callsWritten(program);
			const most = Math.max(0, ...calls.values());
			findings.push(
				finding(
					most >= called["at least"],
					"code-called",
					{ wanted: called["at least"], found: most, counting, routines: routines.length },
					lines,
				),
			);
		}
		if (findings.length === 0)
			findings.push(finding(routines.length > 0, "code-routines", { wanted: -1, found: routines.length }, lines));
		return findings;
	}

	private statements(asked: NonNullable<Options["statements"]>): Finding[] {
		const lines = statementLines(this.program, this.where, this.instead);
		const findings: Finding[] = [];
		if (asked["at most"] !== undefined)
			findings.push(
				finding(lines.length <= asked["at most"], "code-statements", {
					most: asked["at most"],
					found: lines.length,
					where: this.where,
				}),
			);
		const than = asked["fewer than"];
		if (than) {
			const other = this.scene.programRun.programOf(than === "starter" ? "starter" : "own last try");
			const before = other && statementLines(other, this.where).length;
			findings.push(
				finding(before !== undefined && lines.length < before, "code-fewer", {
					than,
					before: before ?? -1,
					found: lines.length,
				}),
			);
		}
		return findings;
	}

	private written(w: string, wanted: number): Finding {
		const lines = linesUsing(this.program, w, this.where, this.instead);
		return finding(lines.length === wanted, "code-written", { word: w, wanted, found: lines.length }, lines);
	}

	private get drawnBy() {
		const { of } = this.o;
		return of === undefined || of === "everything" || of === "run" ? undefined : figuresOf(this.scene, of as never);
	}

	private calculation(asked: NonNullable<Options["calculation"]>): Finding[] {
		const uses = asked.in === undefined ? (["places", "sizes", "conditions"] as const) : [asked.in].flat();
		const found = workedOut(stepsOf(this.program, this.where, this.instead, this.drawnBy), uses, this.program);
		const lines = found.map((f) => f.line);
		const least = asked["at least"] ?? 1;
		const data = { where: uses.join(" and "), least, found: found.length };
		const findings = [finding(found.length >= least, "code-calculation", data, lines)];
		for (const sign of asked.operators ?? [])
			findings.push(
				finding(
					found.some((f) => f.signs.includes(sign)),
					"code-operator",
					{ sign },
					lines,
				),
			);
		if (asked.brackets)
			findings.push(
				finding(
					found.some((f) => f.brackets),
					"code-brackets",
					{},
					lines,
				),
			);
		return findings;
	}

	private variable({ declared = "anywhere", changed }: NonNullable<Options["variable"]>): Finding {
		const found = variablesIn(this.program, declared, changed);
		return finding(
			found.length > 0,
			"code-variable",
			{ declared, changed: changed ?? "" },
			found.map((f) => f.line),
		);
	}

	private tied(use: "places" | "sizes"): Finding {
		const { tied, fixed } = tiedAndFixed(
			stepsOf(this.program, this.where, this.instead, this.drawnBy),
			use,
			this.program,
		);
		return finding(
			tied.length > 0 && fixed.length === 0,
			"code-tied",
			{ use, fixed: fixed.length, line: fixed[0] ?? 0 },
			fixed.length > 0 ? fixed : tied,
		);
	}

	private colours(as: "name" | "numbers" | "code"): Finding {
		const found = coloursWritten(this.program, this.scene.tape, this.drawnBy);
		const other = found.filter((f) => f.as !== as);
		return finding(
			found.length > 0 && other.length === 0,
			"code-colour",
			{ as, found: other[0]?.as ?? "", line: other[0]?.line ?? 0 },
			other.map((f) => f.line),
		);
	}

	private pictures({ number, "inside another": inside }: NonNullable<Options["picture"]>): Finding[] {
		const pictures = picturesIn(this.program);
		const lines = pictures.map((p) => p.line);
		const findings: Finding[] = [];
		if (number !== undefined || !inside)
			findings.push(
				finding(
					number === undefined ? pictures.length > 0 : pictures.length === number,
					"code-pictures",
					{ wanted: number ?? -1, found: pictures.length },
					lines,
				),
			);
		if (inside)
			findings.push(
				finding(
					pictures.some((p) => p.uses.length > 0),
					"code-inside",
					{ pictures: pictures.length },
					lines,
				),
			);
		return findings;
	}

	/** Every wait of the run, in seconds. */
	private pause({ is, "at least": least, "at most": most }: NonNullable<Options["pause"]>): Finding {
		const [low, high] = [is ?? least ?? 0, is ?? most ?? Number.POSITIVE_INFINITY];
		const off = (seconds: number) => Math.max(low - seconds, seconds - high, 0);
		const pauses = pausesIn(this.scene.tape).sort((a, b) => off(b.seconds) - off(a.seconds));
		const [worst] = pauses;
		return finding(
			worst !== undefined && off(worst.seconds) <= 1e-9,
			"code-pause",
			{ low, high: Number.isFinite(high) ? high : -1, found: worst?.seconds ?? -1, line: worst?.line ?? 0 },
			pauses.map((p) => p.line),
		);
	}

	private stretch(asked: NonNullable<Options["no stretch repeated"]>): Finding {
		const least = asked === true ? STRETCH : asked["at least"];
		const found = repeatedStretch(this.program, { where: this.where, instead: this.instead }, least);
		return finding(
			found === undefined,
			"code-stretch",
			{ first: found?.[0] ?? 0, again: found?.[1] ?? 0 },
			found ?? [],
		);
	}

	private unused(): Finding {
		const { program, run } = this.scene.programRun;
		const found = [...program.read.remarks, ...(run?.remarks ?? [])].filter((r) => UNUSED.has(r.code));
		return finding(
			found.length === 0,
			"code-unused",
			{ count: found.length, line: found[0]?.place.line ?? 0 },
			found.map((r) => r.place.line),
		);
	}
}

/** The loop whose rounds are nearest to those wanted; the first where none are wanted, or none can be counted. */
function nearestLoop(loops: readonly Loop[], rounds: number | undefined): Loop | undefined {
	const off = (loop: Loop) =>
		rounds === undefined || loop.rounds === undefined ? Number.POSITIVE_INFINITY : Math.abs(loop.rounds - rounds);
	return loops.reduce<Loop | undefined>((best, loop) => (best && off(best) <= off(loop) ? best : loop), undefined);
}

/** Statements that a stretch has at least, where a criterion doesn't say. */
const STRETCH = 3;

const FORBIDDING = ["avoids", "unused", "no stretch repeated"] as const;
const ASKING = [
	"uses",
	"loop",
	"routine",
	"written",
	"calculation",
	"variable",
	"tied",
	"colour written as",
	"picture",
	"pause",
] as const;

/** What the source is like. */
export const code = defineCheck<Options, Finding>()({
	name: "code",
	topic: "The program",
	options,
	example: "{ id: loop, check: code, uses: repeat, points: 1 }",
	timeless: true,
	needs: (o) => {
		if ([...FORBIDDING, ...ASKING, "statements" as const].every((way) => o[way] === undefined))
			return "say what is wanted of the source: uses, avoids, loop, routine, statements …";
		if (o.pause && Object.keys(o.pause).length === 0) return "pause takes is, at least or at most, in seconds";
		if (o.first && (o["at least"] !== undefined || o.in === undefined))
			return "first goes with uses and in, and not with at least";
		return (o["at least"] !== undefined || o.first) && o.uses === undefined
			? `${o.first ? "first" : "at least"} goes with uses`
			: undefined;
	},
	about: () => ["frames", "source"],
	forbids: (o) => ASKING.every((way) => o[way] === undefined),
	says: (o) => ({
		name: typeof o.of === "string" ? o.of : "",
		where: o.in ?? "anywhere",
		uses: o.uses === undefined ? [] : [o.uses].flat(),
		least: o["at least"] ?? 1,
		first: o.first === true,
		pictures: o.picture ? (o.picture.number ?? -1) : -2,
		inside: o.picture?.["inside another"] === true,
		pause: o.pause
			? [o.pause.is ?? o.pause["at least"] ?? 0, o.pause.is ?? o.pause["at most"] ?? Number.POSITIVE_INFINITY]
			: [],
		avoids: o.avoids === undefined ? [] : [o.avoids].flat(),
		loop: o.loop !== undefined,
		rounds: o.loop?.rounds ?? -1,
		variable: o.loop?.variable !== undefined,
		nested: o.loop?.nested === true,
		routines: o.routine ? (o.routine.number ?? -1) : -2,
		values: o.routine?.values ?? 0,
		called: o.routine?.called?.["at least"] ?? 0,
		most: o.statements?.["at most"] ?? 0,
		than: o.statements?.["fewer than"] ?? "",
		written: Object.entries(o.written ?? {}).map(([w, n]) => `${n} ${w}`),
		calculation: o.calculation ? [o.calculation.in ?? "anywhere"].flat() : [],
		operators: o.calculation?.operators ?? [],
		brackets: o.calculation?.brackets === true,
		declared: o.variable ? (o.variable.declared ?? "anywhere") : "",
		changed: o.variable?.changed ?? "",
		tied: o.tied ?? "",
		colour: o["colour written as"] ?? "",
		stretch: o["no stretch repeated"] !== undefined,
		unused: o.unused !== undefined,
	}),
	judge(o, scene): Judgement<Finding> {
		if (!scene.programRun.program.isReadable || stepsIn(scene.programRun.program, "anywhere").length === 0)
			return { findings: [], share: 0, figures: [], missing: true, lacks: "statements" };
		return judgementOf(o, new Judge(o, scene).all(), { figures: [] });
	},
});

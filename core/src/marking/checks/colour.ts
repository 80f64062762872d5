import { z } from "zod";
import { formatColour, parseColour } from "../../colour/colour.ts";
import { difference } from "../../colour/difference.ts";
import { nameOf as colourName, FAMILIES, type Family } from "../../colour/family.ts";
import type { Figure } from "../../figures/figure.ts";
import type { Aspect } from "../aspects.ts";
import type { FindingOf } from "../criterion.ts";
import { type Common, type FigureRef, figureRef, type Judgement } from "../criterion.ts";
import { membersOf } from "../group.ts";
import { colourWord, isColour, isOther, sameColour } from "../paint-words.ts";
import type { Scene, Subject } from "../scene.ts";
import { inDirection, STARTS } from "../sequence.ts";
import { figuresOf } from "../subjects.ts";
import { askedSubjects, defineCheck, judgementOf, nameOf } from "./check.ts";

const options = {
	what: z.enum(["fill", "outline", "text", "paper"]),
	is: colourWord.optional(),
	not: colourWord.optional(),
	"one of": z.array(colourWord).min(1).optional(),
	near: z.strictObject({ colour: colourWord, by: z.number().positive() }).optional(),
	same: z.literal(true).optional(),
	different: z.literal(true).optional(),
	as: figureRef.optional(),
	"not as": figureRef.optional(),
	"in order": z.array(colourWord).min(2).optional(),
	from: z.enum(STARTS).optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What is found of a paint; texts are empty if nothing of that sort is asked for. */
export type ColourFindings = {
	colour: {
		name: string;
		what: "fill" | "outline" | "text" | "paper";
		wanted: string;
		not: string;
		same: boolean;
		as: string;
		notAs: string;
		found: string;
	};
};
type Finding = FindingOf<ColourFindings>;

const ASPECTS = {
	fill: ["fill", "paint", "frames"],
	text: ["fill", "paint", "frames"],
	outline: ["outline", "paint"],
	paper: ["paper"],
} as const satisfies Readonly<Record<Options["what"], readonly Aspect[]>>;

const aspectsOf = (o: Options): readonly Aspect[] => (o["in order"] ? ["place", "fill", "paint"] : ASPECTS[o.what]);

/** A paint in words and code: "dark red #8b0000". */
export function inWords(paint: number): string {
	return paint === -1 ? "none" : `${colourName(paint)} ${formatColour(paint)}`;
}

/** Whether a paint is within a distance of a colour; a family has no one place, so that its own borders count. */
function isNear(paint: number, word: string, by: number): boolean {
	const wanted = parseColour(word);
	return wanted === undefined || FAMILIES.includes(word as Family)
		? isColour(paint, word)
		: difference(paint, wanted) <= by;
}

class Judge {
	private readonly o: Options;
	private readonly scene: Scene;

	constructor(o: Options, scene: Scene) {
		this.o = o;
		this.scene = scene;
	}

	paintOf(figure: Figure): number {
		if (this.o.what === "outline") return figure.outline;
		// Hollow letters are in the pen's colour.
		return figure.lettering && figure.fill === -1 ? figure.outline : figure.fill;
	}

	/** The paints of the figures that a name stands for. */
	private of(ref: FigureRef): number[] {
		return figuresOf(this.scene, ref).map((f) => this.paintOf(f));
	}

	right(paint: number, others: readonly number[]): boolean {
		const { o } = this;
		if (o.is !== undefined) return isColour(paint, o.is);
		if (o.not !== undefined) return paint !== -1 && isOther(paint, o.not);
		if (o["one of"]) return o["one of"].some((word) => isColour(paint, word));
		if (o.near) return paint !== -1 && isNear(paint, o.near.colour, o.near.by);
		if (o.as !== undefined) return this.of(o.as).some((other) => sameColour(paint, other));
		if (o["not as"] !== undefined)
			return paint !== -1 && this.of(o["not as"]).every((other) => !sameColour(paint, other));
		return o.same
			? others.every((other) => sameColour(paint, other))
			: others.every((other) => !sameColour(paint, other));
	}

	private data(paint: number, wanted?: string): ColourFindings["colour"] {
		const { o } = this;
		return {
			name: o.what === "paper" ? "paper" : nameOf(o.of),
			what: o.what,
			wanted: wanted ?? o.is ?? o.near?.colour ?? (o["one of"] ?? []).join(" or "),
			not: o.not ?? "",
			same: o.same === true,
			as: o.as === undefined ? "" : nameOf(o.as),
			notAs: o["not as"] === undefined ? "" : nameOf(o["not as"]),
			found: inWords(paint),
		};
	}

	paper(): Judgement<Finding> {
		const { paper } = this.scene.drawing;
		const met = this.right(paper, []);
		return { findings: [{ met, code: "colour", data: this.data(paper) }], share: met ? 1 : 0, figures: [] };
	}

	/** All of one colour: those in another than most have miss it. */
	subject({ figures }: Subject): Finding[] {
		const { o } = this;
		const row = o["in order"];
		if (row) {
			return inDirection(figures, o.from ?? "left", this.scene.up).map((figure, k) => {
				const wanted = row[k % row.length] as string;
				const paint = this.paintOf(figure);
				return { figure: figure.index, met: isColour(paint, wanted), code: "colour", data: this.data(paint, wanted) };
			});
		}
		const paints = figures.map((f) => this.paintOf(f));
		const usual = o.same
			? paints.reduce((best, p) => (alike(paints, p) > alike(paints, best) ? p : best), paints[0] ?? -1)
			: -1;
		return figures.map((figure, i) => {
			const paint = paints[i] as number;
			const met = o.same
				? sameColour(paint, usual)
				: this.right(
						paint,
						paints.filter((_, j) => j !== i),
					);
			return { figure: figure.index, met, code: "colour", data: this.data(paint) };
		});
	}
}

const alike = (paints: readonly number[], paint: number) => paints.filter((p) => sameColour(p, paint)).length;

const WAYS = ["is", "not", "one of", "near", "same", "different", "as", "not as", "in order"] as const;

/** What colour figures, words or the paper have. */
export const colour = defineCheck<Options, Finding>()({
	name: "colour",
	topic: "Colours",
	options,
	example: "{ id: red, check: colour, of: buoy, what: fill, is: red, points: 1 }",
	needs: (o) =>
		WAYS.filter((way) => o[way] !== undefined).length === 1
			? undefined
			: `say which colour by one of ${WAYS.join(", ")}`,
	about: aspectsOf,
	forbids: (o) => o.what === "paper",
	names: (o) => [o.as, o["not as"]],
	says: (o) => ({
		name: nameOf(o.of),
		what: o.what,
		is: o.is ?? o.near?.colour ?? "",
		not: o.not ?? "",
		choices: o["one of"] ?? [],
		same: o.same === true,
		different: o.different === true,
		as: o.as === undefined ? "" : nameOf(o.as),
		notAs: o["not as"] === undefined ? "" : nameOf(o["not as"]),
		order: o["in order"] ?? [],
		from: o.from ?? "left",
	}),
	judge(o, scene): Judgement<Finding> {
		const judge = new Judge(o, scene);
		if (o.what === "paper") return judge.paper();
		const subjects = askedSubjects(o, scene);
		const wanted = subjects.reduce((sum, s) => sum + s.wanted, 0);
		// All of one colour, or each in its own, is asked of all figures together.
		const together: Subject[] =
			o.same || o.different
				? [{ name: nameOf(o.of), wanted, figures: subjects.flatMap((s) => s.figures), slots: [] }]
				: subjects;
		const findings = together.flatMap((subject) => judge.subject(subject));
		return judgementOf(o, findings, {
			all: wanted,
			figures: subjects.flatMap((s) => s.figures.flatMap(membersOf)),
			wanted,
		});
	},
});

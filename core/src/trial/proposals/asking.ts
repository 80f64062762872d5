import { familiesOf } from "../../colour/family.ts";
import { programRunOf } from "../../exercise/program-run-of.ts";
import { modelOf } from "../../exercise/programs.ts";
import { readExercise } from "../../exercise/read.ts";
import type { ExerciseFile } from "../../exercise/schema.ts";
import { sentenceOf } from "../../exercise/student-copy.ts";
import type { Figure } from "../../figures/figure.ts";
import type { Languages } from "../../languages/language.ts";
import { judge } from "../../marking/judge.ts";
import type { ProgramRun } from "../../marking/scene.ts";

/** What a teacher wants to know, in the order in which sentences are offered. */
export const PROPOSAL_GROUPS = [
	"What is there",
	"How large",
	"Where",
	"Which colour",
	"How it lies",
	"Among the others",
	"The whole drawing",
	"The program",
	"Moving and changing",
	"Judged by people",
] as const;
export type ProposalGroup = (typeof PROPOSAL_GROUPS)[number];

export type Plain = Readonly<Record<string, unknown>>;

/** A criterion that could be asked: the model meets it, or a person judges it. */
export interface Proposal {
	readonly group: ProposalGroup;
	readonly sentence: string;
	/** As written in the file. */
	readonly criterion: Plain;
	/** Wanted figures that it refers to and that the file doesn't name yet. */
	readonly figures: Plain;
}

export type Candidate = Omit<Proposal, "sentence"> & { readonly plain?: true };

export const round = (value: number) => Math.round(value * 100) / 100 + 0;
export const pair = ([x, y]: readonly [number, number]) => [round(x), round(y)];
export const familyOf = (colour: number) => familiesOf(colour)[0];
/** Kinds that a teacher would use for a figure: a wider kind if the specific one says too much. */
const SPOKEN: Readonly<Record<string, string>> = {
	"equilateral-triangle": "triangle",
	"right-triangle": "triangle",
	"isosceles-triangle": "triangle",
	"scalene-triangle": "triangle",
	quadrilateral: "quadrilateral",
};
export const spoken = (figure: Figure) => SPOKEN[figure.kinds[0] as string] ?? (figure.kinds[0] as string);
export const isRound = (figure: Figure) => figure.kinds.includes("circle") || figure.kinds.includes("dot");

/** Figures that are spoken of under one name: those that were taken for it, or those of one kind and colour. */
export interface Named {
	readonly name: string;
	readonly figures: readonly Figure[];
	/** What is added to the file for it. */
	readonly added: Plain;
}

/** An exercise with its model's run, for proposing criteria. */
export class Asking {
	readonly file: ExerciseFile;
	readonly model: ProgramRun;
	readonly named: readonly Named[];
	private readonly ids: Set<string>;
	private readonly languages: Languages;

	constructor(file: ExerciseFile, languages: Languages) {
		this.file = file;
		this.languages = languages;
		this.model = programRunOf(modelOf(file), file, { languages });
		this.ids = new Set(file.criteria.map((c) => c.id));
		this.named = this.namesOf();
	}

	/** An id that no criterion has yet. */
	id(wish: string): string {
		const base = wish
			.toLowerCase()
			.replace(/[^a-z0-9]+/g, "-")
			.replace(/^-+|-+$/g, "");
		for (let n = 1; ; n++) {
			const id = n === 1 ? base : `${base}-${n}`;
			if (!this.ids.has(id)) return id;
		}
	}

	/** Whether a program in the model's language meets a criterion in full; undefined if the criterion can't be read. */
	meets(source: string, candidate: Candidate): boolean | undefined {
		const file = this.alone(candidate);
		if (!file) return undefined;
		const judged = judge(programRunOf({ ...modelOf(file), source }, file, { languages: this.languages })).judged[0];
		return judged !== undefined && judged.judgement.share >= 1 - 1e-9 && judged.judgement.findings.every((f) => f.met);
	}

	sentence(candidate: Candidate): string | undefined {
		const asked = this.alone(candidate)?.criteria[0];
		return asked && sentenceOf(asked);
	}

	private readonly read = new WeakMap<Candidate, ExerciseFile>();

	/** The exercise with this criterion alone. */
	private alone(candidate: Candidate): ExerciseFile | undefined {
		const known = this.read.get(candidate);
		if (known) return known;
		const { file } = this;
		const reading = readExercise(
			JSON.stringify({ ...file, figures: { ...file.figures, ...candidate.figures }, criteria: [candidate.criterion] }),
		);
		if (!reading.ok) return undefined;
		this.read.set(candidate, reading.exercise);
		return reading.exercise;
	}

	private namesOf(): Named[] {
		const { drawing, spec } = this.model;
		const named: Named[] = [];
		const seen = new Set<number>();
		for (const [name, taken] of this.model.scene.matches) {
			const figures = taken.slots.flatMap((f) => f ?? []);
			if (figures.length === 0) continue;
			named.push({ name, figures, added: {} });
			for (const figure of figures) seen.add(figure.index);
		}
		const others = new Map<string, Figure[]>();
		for (const figure of drawing.figures) {
			if (seen.has(figure.index)) continue;
			const like = `${spoken(figure)} ${familyOf(figure.fill === -1 ? figure.outline : figure.fill) ?? ""}`;
			others.set(like, [...(others.get(like) ?? []), figure]);
		}
		const names = new Set([...spec.figures.keys()]);
		for (const figures of others.values()) {
			const first = figures[0] as Figure;
			const kind = spoken(first);
			let name = kind;
			for (let n = 2; names.has(name); n++) name = `${kind}-${n}`;
			names.add(name);
			const fill = familyOf(first.fill);
			named.push({
				name,
				figures,
				added: { [name]: { kind, ...(fill && { fill }), ...(figures.length > 1 && { number: figures.length }) } },
			});
		}
		return named;
	}
}

import type { Drawing, Figure } from "../figures/figure.ts";
import { recognise } from "../figures/recognise.ts";
import { type Track, tracksOf } from "../figures/tracks.ts";
import { type Languages, languageOf, type SourceText } from "../languages/language.ts";
import { valuesOf } from "../languages/outline.ts";
import type { Run } from "../languages/run.ts";
import { DEFAULT_SHEET, type Sheet, upward } from "../tape/layout.ts";
import { type Area, areasOf, callsOf, coversAll, type Tape } from "../tape/tape.ts";
import { TapeWriter } from "../tape/writer.ts";
import { BudgetedRuns, type RunChange } from "./budgeted-runs.ts";
import type { Moment } from "./criterion.ts";
import type { MarkingSpec } from "./marking-spec.ts";
import { exchanges, match } from "./matching.ts";
import type { Preferred } from "./preferred.ts";
import type { References } from "./references.ts";
import type { FrameScene, ProgramRun, Reference, Scene, Submission } from "./scene.ts";
import { type Facts, Selection } from "./selection.ts";
import { Program } from "./source/program.ts";

/** What a run is made of. */
export interface RecordedRunParts {
	readonly program: Program;
	readonly spec: MarkingSpec;
	readonly submission?: Submission;
	readonly runs: BudgetedRuns;
	readonly references: References;
	readonly change?: RunChange;
	/** Figures that are to be taken for wanted ones, where they can be. */
	readonly preferred?: Preferred | undefined;
	/** The languages that programs to compare with are read in. */
	readonly languages: Languages;
	/** Drawings that were recognised before, by the row of the tape that each ends at. */
	readonly drawings?: Map<number, Drawing>;
}

/** Rows that the scenes of all frames may look at together; beyond, frames are left out evenly. */
const MAX_ROWS = 200_000;

/** Cost of a number of rows, because overlapping figures are compared in pairs. */
const costOf = (rows: number) => rows + (rows * rows) / 50;

/** A run of a student's program, with its scenes, tracks and references computed when they are first needed. */
export class RecordedRun implements ProgramRun {
	readonly program: Program;
	readonly spec: MarkingSpec;
	readonly submission: Submission;
	readonly runs: BudgetedRuns;
	readonly change: RunChange;
	readonly run: Run | undefined;
	readonly tape: Tape;
	private readonly scenes = new Map<number, Scene>();
	private readonly drawings: Map<number, Drawing>;
	private readonly preferred: Preferred | undefined;
	private readonly references: References;
	private readonly languages: Languages;
	private readonly compared = new Map<string, ProgramRun>();
	private moving: readonly Track[] | undefined;
	private areas: readonly Area[] | undefined;

	constructor({
		program,
		spec,
		submission = {},
		runs,
		references,
		languages,
		change = {},
		preferred,
		drawings = new Map(),
	}: RecordedRunParts) {
		this.preferred = preferred;
		this.drawings = drawings;
		this.program = program;
		this.spec = spec;
		this.submission = submission;
		this.runs = runs;
		this.references = references;
		this.languages = languages;
		this.change = change;
		this.run = program.isReadable ? runs.of(program.read, change) : undefined;
		this.tape =
			this.run?.tape ??
			new TapeWriter(1).finish(runs.settings.sheet ?? DEFAULT_SHEET, [], { x: 0, y: 0, facing: 0, down: true });
	}

	get sheet(): Sheet {
		return this.tape.sheet;
	}

	get scene(): Scene {
		return this.until(this.tape.length);
	}

	get drawing(): Drawing {
		return this.scene.drawing;
	}

	get framesAsked(): number {
		const { frames = 0, ended } = this.run ?? {};
		return ended === "whole" || frames === 0 ? frames : Math.max(frames, this.runs.settings.frames ?? 120);
	}

	get tracks(): readonly Track[] {
		this.moving ??= tracksOf(this.tape);
		return this.moving;
	}

	changed(change: RunChange): ProgramRun {
		const { references, languages, preferred } = this;
		return new RecordedRun({
			...this,
			references,
			languages,
			preferred,
			change: { ...this.change, ...change },
			drawings: new Map(),
		});
	}

	/** The same run with other figures taken for wanted ones. */
	preferring(preferred: Preferred): ProgramRun {
		const { references, languages, drawings } = this;
		return new RecordedRun({ ...this, references, languages, drawings, preferred });
	}

	get exchanges(): readonly Preferred[] {
		const { drawing, matches, selection } = this.scene;
		return exchanges(drawing.figures, { ...this.spec, preferred: this.preferred }, matches, selection);
	}

	until(end: number): Scene {
		let scene = this.scenes.get(end);
		if (!scene) {
			const drawing = this.drawings.get(end) ?? recognise(this.tape, undefined, end);
			this.drawings.set(end, drawing);
			scene = this.sceneOf(drawing);
			this.scenes.set(end, scene);
		}
		return scene;
	}

	at(moment: Moment): FrameScene[] {
		if (moment === "end") return [{ scene: this.scene }];
		if (moment === "every frame") return this.everyFrame();
		if (moment === "first frame") return [{ scene: this.until(this.endOfFrame(1)), frame: 1 }];
		if ("frame" in moment) return [{ scene: this.until(this.endOfFrame(moment.frame)), frame: moment.frame }];
		const last = this.scene.matches.get(moment.after)?.slots.flatMap((f) => f?.entries ?? []) ?? [];
		return [{ scene: last.length === 0 ? this.scene : this.until(this.completeAt(Math.max(...last))) }];
	}

	/** The row after the one with which a figure that ends in a row is complete: an area is once it ends. */
	private completeAt(row: number): number {
		this.areas ??= areasOf(this.tape);
		const area = this.areas.find(({ begin, end }) => begin < row && row < end);
		return (area?.end ?? row) + 1;
	}

	/** The row after a frame's last; the end of the tape where there are fewer frames. */
	private endOfFrame(frame: number): number {
		const { tape } = this;
		let end = tape.length;
		while (end > 0 && (tape.frame[end - 1] as number) > frame) end--;
		return end;
	}

	private everyFrame(): FrameScene[] {
		const { tape } = this;
		const ends = new Map<number, { end: number; rows: number }>();
		for (let i = 0, covered = 0; i < tape.length; i++) {
			if (coversAll(tape.kind[i])) covered = i;
			const frame = tape.frame[i] as number;
			if (frame > 0) ends.set(frame, { end: i + 1, rows: costOf(i + 1 - covered) + tape.length / 200 });
		}
		if (ends.size === 0) return [{ scene: this.scene }];
		const cost = [...ends.values()].reduce((sum, { rows }) => sum + rows, 0);
		const stride = Math.ceil(cost / MAX_ROWS);
		const last = Math.max(...ends.keys());
		return [...ends]
			.filter(([frame], i) => i % stride === 0 || frame === last)
			.map(([frame, { end }]) => ({ scene: this.until(end), frame }));
	}

	private sceneOf(drawing: Drawing): Scene {
		const { tape, spec } = this;
		const selection = new Selection({ drawing, sheet: tape.sheet }, spec.tolerances, spec.figures, this.facts);
		const matches = match(drawing.figures, { ...spec, preferred: this.preferred }, selection);
		return {
			drawing,
			tape,
			sheet: tape.sheet,
			up: upward(tape.sheet.origin),
			tolerances: spec.tolerances,
			matches,
			selection,
			programRun: this,
		};
	}

	private readonly facts: Facts = {
		routines: (figure) => this.routinesOf(figure),
		has: (routine) => this.program.routines.has(routine),
		follows: (figure, name) => this.follows(figure, name),
	};

	routinesOf(figure: Figure): readonly string[] {
		return callsOf(this.tape, figure.entries[0] as number).map(({ routine }) => routine);
	}

	private follows(figure: Figure, name: string): boolean {
		const { flow } = this.program;
		return figure.lines.some((line) =>
			this.program
				.at(line)
				.some((step) => step.node === "draw" && valuesOf(step).some((value) => flow.follows(value, name))),
		);
	}

	reference(which: Reference): ProgramRun | undefined {
		const text = this.textOf(which);
		if (text === undefined) return undefined;
		const key = JSON.stringify(which);
		let other = this.compared.get(key);
		if (!other) {
			const givenOut = typeof which === "string" && which !== "own last try";
			const { spec, references, languages } = this;
			other = references.runOf({ ...text, givenOut }, this.runs.settings, (settings) => {
				const runs = new BudgetedRuns(settings);
				return new RecordedRun({ program: this.read(text), spec, runs, references, languages });
			});
			this.compared.set(key, other);
		}
		return other;
	}

	programOf(which: Reference): Program | undefined {
		const text = this.textOf(which);
		return text && this.read(text);
	}

	private read({ source, language }: SourceText): Program {
		return new Program(languageOf(this.languages, language).read(source));
	}

	private textOf(which: Reference): SourceText | undefined {
		if (typeof which === "object") return this.submission.earlier?.[which["own hand-in of"]];
		switch (which) {
			case "own last try":
				return this.submission.lastTry ?? this.submission.earlier?.[this.spec.continues ?? ""];
			case "model":
				return this.spec.model;
			case "example":
				return this.spec.example;
			case "starter":
				return this.spec.starters.get(this.program.read.language);
		}
	}
}

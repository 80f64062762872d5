import type { Drawing, Figure } from "../figures/figure.ts";
import { recognise } from "../figures/recognise.ts";
import { type Track, tracksOf } from "../figures/tracks.ts";
import type { Run } from "../nib/runner.ts";
import { DEFAULT_SHEET, type Sheet, upward } from "../tape/layout.ts";
import { callsOf, coversAll, type Tape } from "../tape/tape.ts";
import { TapeWriter } from "../tape/writer.ts";
import type { BudgetedRuns, RunChange } from "./budgeted-runs.ts";
import type { Moment } from "./criterion.ts";
import type { MarkingSpec } from "./marking-spec.ts";
import { match } from "./matching.ts";
import type { Scene } from "./scene.ts";
import { type Facts, Selection } from "./selection.ts";
import type { Program } from "./source/program.ts";
import { statedProperties } from "./stated.ts";

/** What comes with a program beside its source. */
export interface Submission {
	/** The student's words to questions, by the criterion's id. */
	readonly answers?: Readonly<Record<string, string>>;
	/** Points that a teacher gave, by the criterion's id. */
	readonly judgements?: Readonly<Record<string, number>>;
	/** Whether it was handed in, so that what isn't answered stays unanswered. */
	readonly final?: boolean;
	/** The student's try before this one. */
	readonly lastTry?: string;
	/** The student's own hand-ins to other exercises, by their ids. */
	readonly earlier?: Readonly<Record<string, string>>;
}

/** Drawings that a program can be set beside. */
export type Reference = "model" | "example" | "starter" | "own last try" | { readonly "own hand-in of": string };

/** Rows that the scenes of all frames may look at together; beyond, frames are left out evenly. */
const MAX_ROWS = 200_000;

/** What looking at so many rows costs: figures that lie on one another are set against each other. */
const costOf = (rows: number) => rows + (rows * rows) / 50;

/** One run of a program with all that judging it needs. */
export class ProgramRun {
	readonly program: Program;
	readonly spec: MarkingSpec;
	readonly submission: Submission;
	readonly runs: BudgetedRuns;
	/** How it differs from the plain run. */
	readonly change: RunChange;
	/** Undefined where the program can't be read. */
	readonly run: Run | undefined;
	readonly tape: Tape;
	private readonly scenes = new Map<number, Scene>();
	private readonly others = new Map<string, ProgramRun | undefined>();
	private moving: readonly Track[] | undefined;

	constructor(program: Program, wanted: MarkingSpec, brought: Submission, runs: BudgetedRuns, change: RunChange = {}) {
		this.program = program;
		this.spec = wanted;
		this.submission = brought;
		this.runs = runs;
		this.change = change;
		this.run = program.checked && runs.of(program.checked, change);
		this.tape =
			this.run?.tape ??
			new TapeWriter(1).finish(runs.settings.sheet ?? DEFAULT_SHEET, [], { x: 0, y: 0, facing: 0, down: true });
	}

	get sheet(): Sheet {
		return this.tape.sheet;
	}

	/** The drawing at the end of the run. */
	get scene(): Scene {
		return this.until(this.tape.length);
	}

	get drawing(): Drawing {
		return this.scene.drawing;
	}

	/** Frames that were asked for; those of a program that left its frames itself are all that there are. */
	get framesAsked(): number {
		const { frames = 0, ended } = this.run ?? {};
		return ended === "whole" || frames === 0 ? frames : Math.max(frames, this.runs.settings.frames ?? 120);
	}

	/** The tracks of what moves. */
	get tracks(): readonly Track[] {
		this.moving ??= tracksOf(this.tape);
		return this.moving;
	}

	/** The same program run otherwise. */
	changed(change: RunChange): ProgramRun {
		return new ProgramRun(this.program, this.spec, this.submission, this.runs, { ...this.change, ...change });
	}

	/** The drawing as it stood before a row of the tape. */
	until(end: number): Scene {
		let scene = this.scenes.get(end);
		if (!scene) {
			scene = this.sceneOf(recognise(this.tape, undefined, end));
			this.scenes.set(end, scene);
		}
		return scene;
	}

	/** The scenes of a moment: one, or one a frame. */
	at(moment: Moment): { readonly scene: Scene; readonly frame?: number }[] {
		if (moment === "end") return [{ scene: this.scene }];
		if (moment === "every frame") return this.everyFrame();
		if (moment === "first frame") return [{ scene: this.until(this.endOfFrame(1)), frame: 1 }];
		if ("frame" in moment) return [{ scene: this.until(this.endOfFrame(moment.frame)), frame: moment.frame }];
		const last = this.scene.matches.get(moment.after)?.slots.flatMap((f) => f?.entries ?? []) ?? [];
		return [{ scene: last.length === 0 ? this.scene : this.until(Math.max(...last) + 1) }];
	}

	/** The row after a frame's last; the end of the tape where there are fewer frames. */
	private endOfFrame(frame: number): number {
		const { tape } = this;
		let end = tape.length;
		while (end > 0 && (tape.frame[end - 1] as number) > frame) end--;
		return end;
	}

	private everyFrame(): { readonly scene: Scene; readonly frame?: number }[] {
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
		const selection = new Selection(drawing, tape.sheet, spec.tolerances, spec.figures, this.facts);
		const matches = match(drawing.figures, spec.figures, statedProperties(spec), selection, tape.sheet);
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

	/** The routines whose calls drew a figure, the innermost first. */
	routinesOf(figure: Figure): readonly string[] {
		return callsOf(this.tape, figure.entries[0] as number).map(({ routine }) => routine);
	}

	private follows(figure: Figure, name: string): boolean {
		const { flow } = this.program;
		return figure.lines.some((line) =>
			this.program
				.at(line)
				.some(
					(step) =>
						step.node === "draw" &&
						[...step.values, ...step.phrases.flatMap((p) => p.values)].some((value) => flow.follows(value, name)),
				),
		);
	}

	/** Another program's drawing to set this one's beside; undefined where there is none. */
	reference(which: Reference): ProgramRun | undefined {
		const key = JSON.stringify(which);
		if (!this.others.has(key))
			this.others.set(key, this.other(this.sourceOf(which), typeof which === "string" && which !== "own last try"));
		return this.others.get(key);
	}

	/** The source of another program that this one is set beside. */
	sourceOf(which: Reference): string | undefined {
		if (typeof which === "object") return this.submission.earlier?.[which["own hand-in of"]];
		if (which === "own last try") return this.submission.lastTry;
		return which === "model" ? this.spec.model : which === "example" ? this.spec.example : this.spec.starter;
	}

	private other(source: string | undefined, given: boolean): ProgramRun | undefined {
		return source === undefined ? undefined : this.spec.references.caseOf(source, this.spec, this.runs.settings, given);
	}
}

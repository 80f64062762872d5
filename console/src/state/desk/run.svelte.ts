import type { Work } from "@markpen/contract";
import type { DrawingReport } from "@markpen/core";
import type { Answers as WorkerAnswers } from "../../worker/messages.ts";
import type { Loading } from "../../worker/runner.ts";
import type { Ports } from "../site/ports.ts";
import type { Program } from "./draft.svelte.ts";

/** The words of the language are asked for once, and may take as long as the worker takes to load. */
const HELP_MILLISECONDS = 30_000;

/** What a program draws at a desk. */
export class DeskRun {
	running = $state(false);
	drawn = $state.raw<DrawingReport | undefined>(undefined);
	/** The source that was run last. */
	source = $state<string | undefined>(undefined);
	/** Set where a run was lost with its worker. */
	lost = $state(false);
	seed = $state(1);
	/** How often it was run, on any device. */
	count = $state(0);
	/** Set while what is seen is an example's drawing. */
	example = $state(false);
	/** The words of the language, once they are there. */
	help = $state.raw<WorkerAnswers["help"] | undefined>(undefined);
	/** An interpreter that is being loaded, which a program waits for. */
	loading = $state.raw<Loading | undefined>(undefined);
	private readonly conditions: Work["exercise"]["conditions"];
	private readonly runner: Ports["runner"];

	constructor(work: Work, { runner }: Pick<Ports, "runner">) {
		this.conditions = work.exercise.conditions;
		this.runner = runner;
		runner.onloading = (loading) => (this.loading = loading);
		this.count = work.draft?.runs ?? 0;
		this.seed = this.conditions.seed;
		void this.learn(work.draft?.language ?? work.lastLanguage ?? work.exercise.languages[0] ?? "nib");
	}

	/** Fetches the words of a language. */
	async learn(language: Program["language"]): Promise<void> {
		this.help = await this.runner.ask("help", { language }, HELP_MILLISECONDS);
	}

	/** Runs a program as marking runs it; false if one is running already. */
	async start({ source, language }: Pick<Program, "source" | "language">, seed = this.seed): Promise<boolean> {
		if (this.running) return false;
		this.running = true;
		this.lost = false;
		this.example = false;
		this.seed = seed;
		const answer = await this.runner.ask("run", { source, language, conditions: this.conditions, seed });
		this.drawn = answer;
		this.source = source;
		this.lost = answer === undefined;
		this.running = false;
		this.count++;
		return true;
	}

	/** Draws an example, of the help or on the exercise's sheet; the program stays as it is. */
	async showExample({ source, language }: Pick<Program, "source" | "language">, ofExercise = false): Promise<void> {
		const conditions = ofExercise && { conditions: { ...this.conditions, without: [] } };
		const answer = await this.runner.ask("run", { source, language, ...conditions });
		if (!answer) return;
		this.drawn = answer;
		this.source = undefined;
		this.example = true;
	}

	leave(): void {
		this.runner.end();
	}
}

import type { Work } from "@markpen/contract";
import { saying } from "../site/loading.svelte.ts";
import { browserPorts, type Ports } from "../site/ports.ts";
import { DeskChecks, type SourceReport } from "./checks.svelte.ts";
import { DeskDraft, type Language } from "./draft.svelte.ts";
import { DeskHandIn } from "./hand-in.svelte.ts";
import { DeskRun } from "./run.svelte.ts";

/** One student's work at one exercise: what is written, what it draws, what was found, and what was handed in. */
export class Desk {
	readonly work: Work;
	readonly draft: DeskDraft;
	readonly run: DeskRun;
	readonly checks: DeskChecks;
	readonly handIn: DeskHandIn;
	private problem = $state("");

	constructor(work: Work, ports: Ports = browserPorts()) {
		this.work = work;
		this.draft = new DeskDraft(work, ports);
		this.run = new DeskRun(work, ports);
		this.checks = new DeskChecks(work, ports);
		this.handIn = new DeskHandIn(work, ports, this.checks);
	}

	/** Why the last check, hint or hand-in failed. */
	get error(): string {
		return this.problem || this.handIn.error;
	}

	/** What was found last, by a hand-in or a self-check. */
	get found(): SourceReport | undefined {
		const { result } = this.handIn;
		const { checked } = this.checks;
		if (!result?.report || result.source === checked?.source) return checked;
		return { report: result.report, source: result.source };
	}

	/** Whether what is seen was drawn by what is written. */
	get fresh(): boolean {
		return this.run.source === this.draft.source;
	}

	answer(criterion: string, words: string): void {
		this.draft.answer(criterion, words, this.run.count === 0 ? "before running" : "after running");
	}

	/** Goes on in another language. */
	turnTo(language: Language): void {
		this.draft.turnTo(language);
		void this.run.learn(language);
	}

	/** Puts another program in the editor; the one before is kept under earlier versions. */
	putIn(source: string, language: Language): void {
		this.draft.replace(source, language);
		void this.run.learn(language);
	}

	async runNow(seed = this.run.seed): Promise<void> {
		const { program } = this.draft;
		if (!(await this.run.start(program, seed))) return;
		void this.checks.noteRun(program, this.run.drawn?.state ?? "lost");
	}

	/** Asks how the program would do. */
	async check(): Promise<void> {
		if (this.checks.checking) return;
		this.clearErrors();
		if (!this.fresh) await this.runNow();
		try {
			await this.checks.check(this.draft.program);
			this.handIn.result = undefined;
			this.handIn.fits = undefined;
		} catch (error) {
			this.problem = saying(error);
		}
	}

	async hint(criterion: string): Promise<void> {
		try {
			await this.checks.hint(criterion, this.run.count > 0);
			this.clearErrors();
		} catch (error) {
			this.problem = saying(error);
		}
	}

	async handInNow(): Promise<void> {
		this.clearErrors();
		await this.handIn.handIn(this.draft.program);
	}

	private clearErrors(): void {
		this.problem = "";
		this.handIn.error = "";
	}

	leave(): void {
		this.draft.leave();
		this.checks.leave();
		this.handIn.leave();
		this.run.leave();
	}
}

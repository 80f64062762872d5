import type { HandInPage, Work } from "@markpen/contract";
import type { SaidDrawing } from "@markpen/core";
import { api } from "./api.ts";
import { Runner } from "./runner.ts";

/** Pauses between two looks at whether a hand-in has been checked. */
const LOOK_MILLISECONDS = [150, 250, 400, 700, 1000];

const draftKey = ({ assignmentId, exercise }: Work) => `markpen draft ${assignmentId} ${exercise.id}`;

/** One student's work at one assignment: the program, its last run, and what handing in gave. */
export class Desk {
	source = $state("");
	running = $state(false);
	run = $state.raw<SaidDrawing | undefined>(undefined);
	/** Set where a run was lost with its worker. */
	lost = $state(false);
	handing = $state(false);
	result = $state.raw<HandInPage | undefined>(undefined);
	error = $state("");
	tries = $state(0);
	readonly work: Work;
	private readonly runner = new Runner();

	constructor(work: Work) {
		this.work = work;
		this.tries = work.handIns.length;
		this.source = localStorage.getItem(draftKey(work)) ?? work.draft?.source ?? work.lastSource ?? work.exercise.starter ?? "";
		this.runner.warm();
	}

	get triesLeft(): number | null {
		return this.work.triesLeft === null ? null : Math.max(0, this.work.triesLeft - (this.tries - this.work.handIns.length));
	}

	/** Keeps what is written in this browser. */
	write(source: string): void {
		this.source = source;
		try {
			localStorage.setItem(draftKey(this.work), source);
		} catch {
			this.error = "This browser keeps no more drafts. Hand in, or copy your program, before you close the page.";
		}
	}

	async runNow(): Promise<void> {
		if (this.running) return;
		this.running = true;
		this.lost = false;
		const answer = await this.runner.ask("run", { source: this.source, sheet: this.work.exercise.sheet, frames: this.work.exercise.frames });
		this.run = answer;
		this.lost = answer === undefined;
		this.running = false;
	}

	/** Hands in and waits for the report. Whatever goes wrong, the program stays in the editor. */
	async handIn(): Promise<void> {
		if (this.handing) return;
		this.handing = true;
		this.error = "";
		try {
			const { id } = await api.handIn({ params: { id: this.work.assignmentId, exercise: this.work.exercise.id }, body: { source: this.source }, idempotencyKey: keyOfNow() });
			this.tries++;
			this.result = await this.reportOf(id);
		} catch (error) {
			this.error = error instanceof Error ? error.message : String(error);
		}
		this.handing = false;
	}

	private async reportOf(id: string): Promise<HandInPage> {
		for (let look = 0; ; look++) {
			const page = await api.showHandIn({ params: { id } });
			if (!page.waiting) return page;
			await new Promise((resolve) => setTimeout(resolve, LOOK_MILLISECONDS[Math.min(look, LOOK_MILLISECONDS.length - 1)]));
		}
	}

	leave(): void {
		this.runner.end();
	}
}

/** A key of its own for each hand-in; `crypto.randomUUID` isn't there on a plain-http address. */
function keyOfNow(): string {
	return Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => byte.toString(16).padStart(2, "0")).join("");
}

import { CallError } from "@markpen/client";
import type { SaidDrawing } from "@markpen/core";
import type { Answers } from "../worker/messages.ts";
import { api } from "./api.ts";
import { keptAt } from "./kept.ts";
import { saying } from "./loading.svelte.ts";
import { Runner } from "./runner.ts";

type Drawing = Awaited<ReturnType<typeof api.listFreeDrawings>>["drawings"][number];

const SAVE_MILLISECONDS = 1_200;
const AGAIN_MILLISECONDS = 5_000;
/** Frames that are drawn where a program moves. */
const FRAMES = 240;

/** A desk without an exercise: a program under a name, kept as it is written. */
export class FreeDesk {
	source = $state("");
	run = $state.raw<SaidDrawing | undefined>(undefined);
	running = $state(false);
	lost = $state(false);
	ran = $state<string | undefined>(undefined);
	saved = $state<"saved" | "unsaved" | "saving" | "offline">("saved");
	/** What was saved from another place meanwhile. */
	theirs = $state.raw<Drawing | undefined>(undefined);
	error = $state("");
	help = $state.raw<Answers["help"] | undefined>(undefined);
	readonly name: string;
	private revision: number;
	private readonly runner = new Runner();
	private saving: ReturnType<typeof setTimeout> | undefined;

	constructor(name: string, kept: Drawing | undefined, begin: string) {
		this.name = name;
		this.revision = kept?.revision ?? 0;
		this.source = localStorage.getItem(this.place) ?? kept?.source ?? begin;
		void this.runner.ask("help", {}, 30_000).then((help) => (this.help = help));
		if (!kept || this.source !== kept.source) this.soonSave();
	}

	private get place(): string {
		return keptAt(`free ${this.name}`);
	}

	write(source: string): void {
		if (source === this.source) return;
		this.source = source;
		localStorage.setItem(this.place, source);
		this.soonSave();
	}

	async runNow(source = this.source): Promise<void> {
		if (this.running) return;
		this.running = true;
		const answer = await this.runner.ask("run", { source, frames: FRAMES });
		this.run = answer;
		this.ran = source;
		this.lost = answer === undefined;
		this.running = false;
	}

	private soonSave(after = SAVE_MILLISECONDS): void {
		if (this.theirs) return;
		this.saved = "unsaved";
		clearTimeout(this.saving);
		this.saving = setTimeout(() => void this.save(), after);
	}

	async save(): Promise<void> {
		clearTimeout(this.saving);
		if (this.saved === "saved" || this.saved === "saving" || this.theirs) return;
		this.saved = "saving";
		const { source } = this;
		try {
			const row = await api.saveFreeDrawing({ params: { name: this.name }, body: { source }, revision: this.revision });
			this.revision = row.revision;
			if (this.source !== source) return this.soonSave();
			this.saved = "saved";
			localStorage.removeItem(this.place);
		} catch (error) {
			this.saved = "offline";
			if (error instanceof CallError && error.code === "changed-since") this.theirs = (await api.listFreeDrawings({})).drawings.find((d) => d.name === this.name);
			else if (error instanceof CallError && error.status === 0) this.soonSave(AGAIN_MILLISECONDS);
			else this.error = saying(error);
		}
	}

	settle(mine: boolean): void {
		const { theirs } = this;
		if (!theirs) return;
		this.theirs = undefined;
		this.revision = theirs.revision;
		if (!mine) this.source = theirs.source;
		this.soonSave(0);
	}

	leave(): void {
		clearTimeout(this.saving);
		if (this.saved !== "saved") void this.save();
		this.runner.end();
	}
}

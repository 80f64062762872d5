import type { Proposal, Report, ReportFigure } from "@markpen/core";
import { Runner } from "../../worker/runner.ts";
import type { api } from "../site/api.ts";
import { Autosave } from "../site/autosave.svelte.ts";
import { finished } from "../site/jobs.ts";
import { notes } from "../site/notes.svelte.ts";
import { browserPorts, type Ports } from "../site/ports.ts";
import { storageKey } from "../site/storage-key.ts";
import { type FileParts, partsOf, withCriterion } from "./exercise-file.ts";
import { UndoHistory } from "./undo.ts";

export type ExercisePage = Awaited<ReturnType<typeof api.showExercise>>;
export type TrialProgram = ExercisePage["trialPrograms"][number];

/** What trying an exercise on the service found. */
export interface Tried {
	readonly strength: number | null;
	readonly fairness: number | null;
	readonly wrong: readonly string[];
	/** Whether nothing but the model was tried, since it misses something itself. */
	readonly modelOnly?: boolean;
	/** Where brief and criteria may disagree; older trials have none. */
	readonly doubts?: readonly string[];
	readonly unseen: readonly { readonly says: string; readonly line: number; readonly source: string }[];
	readonly punished: readonly { readonly says: string; readonly source: string; readonly lost: readonly string[] }[];
}

const MODEL = "the model";
const STILL_MILLISECONDS = 250;

/** What the editor of an exercise needs: a second runner proposes criteria while the first one draws. */
export type ExercisePorts = Pick<Ports, "api" | "clock" | "runner"> & { readonly proposer: Ports["runner"] };

const exercisePorts = (): ExercisePorts => ({ ...browserPorts(), proposer: new Runner() });

type Written = { readonly source: string; readonly programs: readonly TrialProgram[] };

/** An exercise in the making: its file, what it draws and what its criteria say, saved by itself. */
export class ExerciseDesk {
	source = $state("");
	programs = $state.raw<readonly TrialProgram[]>([]);
	parts = $state.raw<FileParts | undefined>(undefined);
	problems = $state.raw<readonly { path: string; line: number; message: string }[]>([]);
	/** The model's report; none until it could be marked. */
	report = $state.raw<Report | undefined>(undefined);
	/** Where brief and criteria may disagree, shown while the teacher writes. */
	doubts = $state.raw<readonly string[]>([]);
	programReports = $state.raw<ReadonlyMap<string, Report>>(new Map());
	measured = $state.raw<readonly ReportFigure[]>([]);
	picked = $state<number | null>(null);
	proposals = $state.raw<readonly Proposal[]>([]);
	proposing = $state(false);
	tried = $state.raw<Tried | null>(null);
	trying = $state.raw<{ done: number; total: number } | null>(null);
	/** The newest published version. */
	version = $state<number | null>(null);
	canUndo = $state(false);
	canRedo = $state(false);
	readonly page: ExercisePage;
	readonly keeping: Autosave<Written, ExercisePage>;
	private readonly ports: ExercisePorts;
	private readonly history = new UndoHistory();
	private stopWaiting: () => void = () => undefined;
	private turn = 0;

	constructor(page: ExercisePage, ports = exercisePorts()) {
		this.page = page;
		this.version = page.version;
		this.ports = ports;
		const { api } = ports;
		this.keeping = new Autosave<Written, ExercisePage>({
			place: storageKey(`exercise ${page.id}`),
			revision: page.revision,
			now: () => ({ source: this.source, programs: this.programs }),
			save: ({ source, programs }, revision) =>
				api.saveExercise({ params: { id: page.id }, body: { source, trialPrograms: [...programs] }, revision }),
			fetch: () => api.showExercise({ params: { id: page.id } }),
			same: (mine, theirs) =>
				mine.source === theirs.source && JSON.stringify(mine.programs) === JSON.stringify(theirs.trialPrograms),
		});
		this.source = page.source;
		this.programs = page.trialPrograms;
		this.parts = partsOf(page.source);
		this.takeUp();
		void this.look();
	}

	/** What this browser kept and the service didn't get. */
	private takeUp(): void {
		const { kept } = this.keeping;
		if (!kept) return;
		const { source, programs } = kept.content;
		if (source === this.source && JSON.stringify(programs) === JSON.stringify(this.programs))
			return this.keeping.drop();
		this.keepForUndo(this.source);
		this.source = source;
		this.programs = programs;
		this.parts = partsOf(source);
		if (kept.revision !== this.page.revision) return this.keeping.clash(this.page, kept.at);
		this.keeping.wrote();
		notes.say("Your unsaved changes are restored.");
	}

	/** Puts another source in place; undefined changes nothing, as where a file can't be read. */
	write(source: string | undefined, apart = false): void {
		if (source === undefined) {
			notes.say("The exercise file has an error. Correct it under “File” first. Nothing was changed.", {
				wrong: true,
			});
			return;
		}
		if (source === this.source || !this.page.mine) return;
		this.history.changed(this.source, this.ports.clock.now(), apart);
		this.put(source);
	}

	undo(): void {
		const before = this.history.undo(this.source);
		if (before !== undefined) this.put(before);
	}

	redo(): void {
		const after = this.history.redo(this.source);
		if (after !== undefined) this.put(after);
	}

	private keepForUndo(source: string): void {
		this.history.push(source);
		this.canUndo = true;
	}

	setPrograms(programs: readonly TrialProgram[]): void {
		this.programs = programs;
		this.soonLook();
		this.wrote();
	}

	private put(source: string): void {
		this.source = source;
		this.parts = partsOf(source) ?? this.parts;
		this.canUndo = this.history.canUndo;
		this.canRedo = this.history.canRedo;
		this.soonLook();
		this.wrote();
	}

	private soonLook(): void {
		this.stopWaiting();
		this.stopWaiting = this.ports.clock.after(STILL_MILLISECONDS, () => void this.look());
	}

	/** Draws the model and judges it and the trial programs. */
	private async look(): Promise<void> {
		const turn = ++this.turn;
		const { parts, source, programs } = this;
		const drawn =
			parts &&
			(await this.ports.runner.ask("run", {
				source: parts.model,
				language: parts.language,
				conditions: parts.conditions,
			}));
		const marked = await this.ports.runner.ask("mark", {
			exercise: source,
			programs: [{ name: MODEL, source: parts?.model ?? "" }, ...programs],
		});
		if (turn !== this.turn) return;
		if (drawn) this.measured = drawn.figures;
		if (!marked) return;
		this.problems = marked.problems;
		this.doubts = marked.doubts;
		if (marked.problems.length > 0) return;
		this.report = marked.reports.find((r) => r.name === MODEL)?.report;
		this.programReports = new Map(marked.reports.filter((r) => r.name !== MODEL).map((r) => [r.name, r.report]));
		if (this.proposing) void this.propose(this.picked);
	}

	/** Offers criteria for the figure that is pointed at, or for the whole. */
	async propose(picked: number | null): Promise<void> {
		this.picked = picked;
		this.proposing = true;
		const found = await this.ports.proposer.ask("propose", { exercise: this.source, picked });
		if (found && this.picked === picked) this.proposals = found;
	}

	stopProposing(): void {
		this.proposing = false;
		this.picked = null;
		this.proposals = [];
	}

	/** Takes a criterion over. */
	take(proposal: Proposal): void {
		this.write(withCriterion(this.source, proposal), true);
		this.proposals = this.proposals.filter((p) => p !== proposal);
	}

	/** Adds a criterion that notices an alteration; alterations now noticed leave the list. */
	async seeTo(altered: string): Promise<void> {
		const sentence = await this.addFor(altered);
		if (sentence) notes.say(`Criterion added: ${sentence}.`, { undo: () => this.undo() });
		else
			notes.say("No suggested criterion separates this mistake from the model. Write your own under “File”.", {
				wrong: true,
			});
	}

	/** Adds a criterion that notices an alteration; returns its sentence, or undefined if there is none. */
	private async addFor(altered: string): Promise<string | undefined> {
		const found = await this.ports.proposer.ask("against", { exercise: this.source, altered }, 20_000);
		if (!found?.proposal) return undefined;
		const { sentence } = found.proposal;
		const next = withCriterion(this.source, found.proposal);
		this.write(next, true);
		if (next === undefined || !this.tried) return sentence;
		const unseen = this.tried.unseen.filter((u) => u.source !== altered);
		this.tried = { ...this.tried, unseen };
		const looked = await this.ports.proposer.ask(
			"notice",
			{ exercise: next, altered: unseen.map((u) => u.source) },
			20_000,
		);
		if (looked && this.tried) this.tried = { ...this.tried, unseen: unseen.filter((_, i) => !looked.noticed[i]) };
		return sentence;
	}

	/** Whether the model has an error. Verdicts mean nothing until it is fixed. */
	get waitsForModel(): boolean {
		return (this.report?.errors.length ?? 0) > 0;
	}

	/** Adds a criterion for each alteration that passes unseen, as far as the ready sentences go. */
	async seeToAll(): Promise<void> {
		const before = this.source;
		let added = 0;
		const asked = new Set<string>();
		const next = () => this.tried?.unseen.find((change) => !asked.has(change.source));
		for (let change = next(); change; change = next()) {
			asked.add(change.source);
			if (await this.addFor(change.source)) added++;
		}
		const still = this.tried?.unseen.length ?? 0;
		const changes = still === 1 ? "1 mistake needs" : `${still} changes need`;
		const left = still === 0 ? "" : ` ${changes} a criterion that you write yourself.`;
		if (added > 0)
			notes.say((added === 1 ? "1 criterion is added." : `${added} criteria are added.`) + left, {
				undo: () => this.write(before, true),
			});
		else notes.say("No suggested criterion notices these mistakes. Write your own under “File”.", { wrong: true });
	}

	/** Tries the exercise on the service, as it is. */
	async tryIt(): Promise<void> {
		await this.keeping.save();
		if (this.keeping.saved !== "saved" && this.page.mine) return;
		this.trying = { done: 0, total: 1 };
		await notes.trying(async () => {
			const { jobId } = await this.ports.api.tryDraft({ params: { id: this.page.id } });
			const job = await finished(jobId, ({ done, total }) => (this.trying = { done, total }));
			this.tried = job.result as Tried;
		});
		this.trying = null;
	}

	/** Publishes what is there as the next version. */
	async publish(): Promise<number | undefined> {
		await this.keeping.save();
		if (this.keeping.saved !== "saved") return undefined;
		const made = await notes.trying(() =>
			this.ports.api.publishDraft({ params: { id: this.page.id }, revision: this.keeping.revision }),
		);
		if (made) this.version = made.number;
		return made?.number;
	}

	private wrote(): void {
		if (this.page.mine) this.keeping.wrote();
	}

	/** Goes on with one of two versions; the other one stays in what can be undone. */
	async settle(mine: boolean): Promise<void> {
		const { theirs } = this.keeping;
		if (!theirs) return;
		if (mine) this.keepForUndo(theirs.source);
		else this.write(theirs.source, true);
		this.keeping.settled();
		await this.keeping.save();
	}

	leave(): void {
		this.stopWaiting();
		this.keeping.leave();
		this.ports.runner.end();
		this.ports.proposer.end();
	}
}

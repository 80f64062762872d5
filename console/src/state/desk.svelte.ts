import { CallError } from "@markpen/client";
import type { HandInPage, ReportBody, Work } from "@markpen/contract";
import type { DrawingReport } from "@markpen/core";
import type { Answers as Found } from "../worker/messages.ts";
import { api } from "./api.ts";
import { Autosave } from "./autosave.svelte.ts";
import { pause } from "./jobs.ts";
import { saying } from "./loading.svelte.ts";
import { freshKey, type Pressed, pressedFor, send } from "./outbox.ts";
import { Runner } from "./runner.ts";
import { follow } from "./server-events.ts";
import { storageKey } from "./storage-key.ts";

type Draft = NonNullable<Work["draft"]>;
type Answers = Draft["answers"];

/** What is kept of a desk. */
interface Written {
	readonly source: string;
	readonly answers: Answers;
}
/** A version that wasn't taken. */
type Aside = Written & { readonly at: string };

/** Runs without a check, after which one is made unseen, so that the teacher sees who doesn't get on. */
const RUNS_UNCHECKED = 4;
const MAX_SET_ASIDE = 10;
const MAX_OTHERS = 5;

/** The kind of device, for the person who wrote there. */
function device(): string {
	return /iPhone|iPad|Android|Windows|Macintosh|CrOS|Linux/.exec(navigator.userAgent)?.[0] ?? "another device";
}

function read<T>(place: string): T | undefined {
	const kept = localStorage.getItem(place);
	return kept ? (JSON.parse(kept) as T) : undefined;
}

/** One student's work at one exercise: the program, what it draws, what was found, and what is kept where. */
export class Desk {
	source = $state("");
	answers = $state.raw<Answers>({});
	/** What the student ticked off. */
	ticks = $state.raw<ReadonlySet<string>>(new Set());
	running = $state(false);
	run = $state.raw<DrawingReport | undefined>(undefined);
	/** The source that was run last. */
	ran = $state<string | undefined>(undefined);
	/** Set where a run was lost with its worker. */
	lost = $state(false);
	seed = $state(1);
	runs = $state(0);
	checking = $state(false);
	/** What the last self-check found, and of which source. */
	checked = $state.raw<{ readonly report: ReportBody; readonly source: string } | undefined>(undefined);
	hints = $state.raw<Readonly<Record<string, readonly string[]>>>({});
	/** Criteria that have another hint. */
	more = $state.raw<ReadonlySet<string>>(new Set());
	/** Versions that weren't taken. */
	aside = $state.raw<readonly Aside[]>([]);
	handing = $state(false);
	/** Another open exercise that what was handed in fits, where it earned nothing here. */
	fits = $state.raw<Work | undefined>(undefined);
	/** Pressed, and waiting for a network. */
	waiting = $state.raw<Pressed | undefined>(undefined);
	result = $state.raw<HandInPage | undefined>(undefined);
	error = $state("");
	/** The tries that were handed in, oldest first. */
	handIns = $state.raw<Work["handIns"]>([]);
	readonly work: Work;
	readonly keeping: Autosave<Written, Draft>;
	private readonly runner = new Runner();
	private worked = Date.now();
	private unchecked = 0;
	private left = false;

	constructor(work: Work) {
		this.work = work;
		this.handIns = work.handIns;
		this.runs = work.draft?.runs ?? 0;
		this.seed = work.exercise.conditions.seed;
		this.keeping = new Autosave<Written, Draft>({
			place: this.place("draft"),
			revision: work.draft?.revision ?? 0,
			now: () => ({ source: this.source, answers: this.answers }),
			save: ({ source, answers }, revision) =>
				api.saveDraft({ params: this.params(), body: { source, answers, device: device() }, revision }),
			fetch: async () => (await api.showWork({ params: this.params() })).draft ?? undefined,
			same: (mine, theirs) => mine.source === theirs.source,
		});
		this.source = work.draft?.source ?? work.lastSource ?? work.continues?.source ?? work.exercise.starter ?? "";
		this.answers = work.draft?.answers ?? {};
		this.ticks = new Set(read<string[]>(this.place("ticks")) ?? []);
		this.aside = read<Aside[]>(this.place("aside")) ?? [];
		this.waiting = pressedFor({ assignmentId: work.assignmentId, exercise: work.exercise.id });
		this.takeUp();
		void this.runner.ask("help", {}, 30_000).then((help) => (this.help = help));
		addEventListener("online", this.online);
		if (this.waiting) void this.deliver(this.waiting, true);
		void this.givenHints();
	}

	/** The hints that were given before, again. */
	private async givenHints(): Promise<void> {
		for (const [criterion, given] of Object.entries(this.work.hinted))
			for (let n = 0; n < given && !this.left; n++) await this.hint(criterion);
	}

	get triesLeft(): number | null {
		return this.work.triesLeft === null
			? null
			: Math.max(0, this.work.triesLeft - (this.handIns.length - this.work.handIns.length));
	}

	/** What was found last, by a hand-in or a self-check, and of which source. */
	get found(): { readonly report: ReportBody; readonly source: string } | undefined {
		const { result } = this;
		return result?.report && result.source !== this.checked?.source
			? { report: result.report, source: result.source }
			: this.checked;
	}

	/** How many questions aren't answered yet. */
	get unanswered(): number {
		return this.work.exercise.criteria.filter((c) => c.ask && !this.answers[c.id]?.words.trim()).length;
	}

	/** Whether what is seen was drawn by what is written. */
	get fresh(): boolean {
		return this.ran === this.source;
	}

	private place(what: "draft" | "ticks" | "aside"): string {
		return storageKey(`${what} ${this.work.assignmentId} ${this.work.exercise.id}`);
	}

	private params() {
		return { id: this.work.assignmentId, exercise: this.work.exercise.id };
	}

	/** What this browser kept and the service didn't get. */
	private takeUp(): void {
		const { kept } = this.keeping;
		if (!kept) return;
		const { answers } = kept.content;
		if (
			kept.content.source === this.source &&
			Object.entries(answers).every(([id, a]) => this.answers[id]?.words === a.words)
		)
			return this.keeping.drop();
		const other = kept.content.source !== this.source;
		this.source = kept.content.source;
		this.answers = { ...this.answers, ...answers };
		const { draft } = this.work;
		// Written here without a network, and elsewhere since: neither is chosen silently.
		if (other && draft && kept.revision !== draft.revision) this.keeping.clash(draft, kept.at);
		else this.keeping.wrote();
	}

	/** Keeps what is written, here at once and at the service a moment later. */
	write(source: string): void {
		if (source === this.source) return;
		this.source = source;
		this.keeping.wrote();
	}

	answer(criterion: string, words: string): void {
		const when = this.runs === 0 ? "before running" : "after running";
		this.answers = { ...this.answers, [criterion]: { words, when } };
		this.keeping.wrote();
	}

	tick(criterion: string): void {
		const next = new Set(this.ticks);
		if (!next.delete(criterion)) next.add(criterion);
		this.ticks = next;
		localStorage.setItem(this.place("ticks"), JSON.stringify([...next]));
	}

	private readonly online = (): void => {
		if (this.waiting) void this.deliver(this.waiting, true);
	};

	/** Goes on with one of two versions; the other one is put aside, not lost. */
	settle(mine: boolean): void {
		const { theirs } = this.keeping;
		if (!theirs) return;
		this.putAside(mine ? { source: theirs.source, answers: theirs.answers, at: theirs.savedAt } : this.written());
		if (!mine) {
			this.source = theirs.source;
			this.answers = { ...this.answers, ...theirs.answers };
		}
		this.keeping.settled();
	}

	/** Puts another program in the editor; what stood there is put aside. */
	replace(source: string): void {
		if (source === this.source) return;
		this.putAside(this.written());
		this.write(source);
	}

	private written(): Aside {
		return { source: this.source, answers: this.answers, at: this.keeping.writtenAt ?? new Date().toISOString() };
	}

	private putAside(version: Aside): void {
		if (version.source.trim() === "") return;
		this.aside = [version, ...this.aside.filter((k) => k.source !== version.source)].slice(0, MAX_SET_ASIDE);
		localStorage.setItem(this.place("aside"), JSON.stringify(this.aside));
	}

	async runNow(seed = this.seed): Promise<void> {
		if (this.running) return;
		this.running = true;
		this.lost = false;
		this.example = false;
		this.seed = seed;
		const { source } = this;
		const { conditions } = this.work.exercise;
		const answer = await this.runner.ask("run", { source, conditions, seed });
		this.run = answer;
		this.ran = source;
		this.lost = answer === undefined;
		this.running = false;
		this.runs++;
		void this.noteRun(answer?.state ?? "lost");
	}

	/** The words of the language, once they are there. */
	help = $state.raw<Found["help"] | undefined>(undefined);
	/** Set while what is seen is an example's drawing. */
	example = $state(false);

	/** Draws an example, of the help or on the exercise's sheet; the program stays as it is. */
	async showExample(source: string, ofExercise = false): Promise<void> {
		const answer = await this.runner.ask("run", {
			source,
			...(ofExercise && { conditions: { ...this.work.exercise.conditions, without: [] } }),
		});
		if (!answer) return;
		this.run = answer;
		this.ran = undefined;
		this.example = true;
	}

	/** Tells the service that it was run, and now and then looks unseen at what is met. */
	private async noteRun(state: string): Promise<void> {
		const milliseconds = Math.min(3_600_000, Math.max(0, Date.now() - this.worked));
		this.worked = Date.now();
		this.unchecked++;
		const source = this.ran ?? "";
		try {
			let report = this.checked?.source === source ? this.checked.report : undefined;
			if (!report && this.unchecked >= RUNS_UNCHECKED) {
				report = await this.reportOn(this.params(), source, this.answers);
				this.unchecked = 0;
			}
			const met = (report?.criteria ?? []).filter((c) => c.verdict === "met").map((c) => c.id);
			await api.noteRun({ params: this.params(), body: { state, met, milliseconds } });
		} catch (error) {
			// Runs are told as far as there is a network.
			if (!(error instanceof CallError)) throw error;
		}
	}

	/** Asks how the program would do, and shows what the teacher lets be seen. */
	async check(): Promise<void> {
		if (this.checking) return;
		this.checking = true;
		this.error = "";
		if (!this.fresh) await this.runNow();
		const { source, answers } = this;
		try {
			const report = await this.reportOn(this.params(), source, answers);
			if (report) {
				this.checked = { report, source };
				this.result = undefined;
				this.fits = undefined;
			}
			this.unchecked = 0;
		} catch (error) {
			this.error = saying(error);
		}
		this.checking = false;
	}

	/** How a program would do; nothing once the desk was left. */
	private async reportOn(
		params: { id: string; exercise: string },
		source: string,
		answers: Answers,
	): Promise<ReportBody | undefined> {
		const { id } = await api.selfCheck({ params, body: { source, answers } });
		for (let look = 0; !this.left; look++) {
			const { report } = await api.showSelfCheck({ params: { id } });
			if (report) return report;
			await pause(look);
		}
		return undefined;
	}

	/** The next hint of a criterion. */
	async hint(criterion: string): Promise<void> {
		const given = this.hints[criterion] ?? [];
		const first = this.work.exercise.criteria.find((c) => c.id === criterion)?.hint;
		try {
			const { hint, more } = await api.nextHint({ params: { ...this.params(), criterion, number: given.length + 1 } });
			this.hints = { ...this.hints, [criterion]: [...given, hint] };
			const next = new Set(this.more);
			if (more) next.add(criterion);
			else next.delete(criterion);
			this.more = next;
			this.error = "";
		} catch (error) {
			// Without a network the first one is here.
			if (error instanceof CallError && error.status === 0 && given.length === 0 && first && this.runs > 0)
				this.hints = { ...this.hints, [criterion]: [first] };
			else this.error = saying(error);
		}
	}

	/** Hands in. Whatever goes wrong, the program stays in the editor and what was pressed is kept. */
	async handIn(): Promise<void> {
		if (this.handing) return;
		this.error = "";
		const { assignmentId, exercise } = this.work;
		await this.deliver(
			{
				assignmentId,
				exercise: exercise.id,
				source: this.source,
				answers: this.answers,
				key: freshKey(),
				at: new Date().toISOString(),
			},
			false,
		);
	}

	private async deliver(pressed: Pressed, waited: boolean): Promise<void> {
		this.handing = true;
		const sent = await send(pressed, waited);
		if (sent.state === "waits") this.waiting = pressed;
		else {
			this.waiting = undefined;
			if (sent.state === "refused") this.error = sent.why;
			else await this.arrived(sent.id);
		}
		this.handing = false;
	}

	private async arrived(id: string): Promise<void> {
		this.result = await api.showHandIn({ params: { id } });
		this.noteTry(this.result);
		if (!this.result.waiting) return;
		await new Promise<void>((resolve) => {
			const stop = follow(`/hand-ins/${id}/events`, { checked: () => resolve() });
			// Where events don't come through, a look now and then does.
			const look = setInterval(async () => {
				const page = await api.showHandIn({ params: { id } }).catch(() => undefined);
				if (page && !page.waiting) resolve();
			}, 1_500);
			this.stopFollowing = () => {
				stop();
				clearInterval(look);
				resolve();
			};
		});
		this.stopFollowing();
		if (this.left) return;
		this.result = await api.showHandIn({ params: { id } });
		this.noteTry(this.result);
		if (this.result.points?.earned === 0 && this.result.report?.state === "drew")
			await this.lookElsewhere(this.result.source);
	}

	private noteTry({ id, tryNumber, handedInAt, late, points }: HandInPage): void {
		this.handIns = [
			...this.handIns.filter((t) => t.id !== id),
			{ id, tryNumber, handedInAt, late, points, open: points?.open ?? 0, counts: false },
		];
	}

	/** Whether a program that earned nothing here fits another exercise that is open. */
	private async lookElsewhere(source: string): Promise<void> {
		const { work } = await api.listWork({});
		const others = work
			.filter(
				(w) => w.exercise.id !== this.work.exercise.id && Date.parse(w.closesAt) > Date.now() && w.triesLeft !== 0,
			)
			.slice(0, MAX_OTHERS);
		for (const other of others) {
			const report = await this.reportOn({ id: other.assignmentId, exercise: other.exercise.id }, source, {});
			if (report?.points && report.points.earned >= report.points.possible / 2) this.fits = other;
			if (this.fits || this.left) return;
		}
	}

	/** Hands the same program in where it fits. */
	async handInThere(): Promise<boolean> {
		const { fits, result } = this;
		if (!fits || !result) return false;
		const sent = await send(
			{
				assignmentId: fits.assignmentId,
				exercise: fits.exercise.id,
				source: result.source,
				answers: {},
				key: freshKey(),
				at: new Date().toISOString(),
			},
			false,
		);
		if (sent.state === "refused") this.error = sent.why;
		return sent.state !== "refused";
	}

	private stopFollowing: () => void = () => undefined;

	leave(): void {
		this.left = true;
		this.stopFollowing();
		removeEventListener("online", this.online);
		this.keeping.leave();
		this.runner.end();
	}
}

import { CallError } from "@markpen/client";
import type { ReportBody, Work } from "@markpen/contract";
import { untilExplained } from "../hand-in/explained.ts";
import { lookAfter } from "../site/jobs.ts";
import type { Ports } from "../site/ports.ts";
import type { Program } from "./draft.svelte.ts";

/** Runs without a check, after which one is made unseen, so that the teacher sees who makes no progress. */
const RUNS_UNCHECKED = 4;
/** The longest time of one run that is reported to the service, in milliseconds. */
const MAX_WORKED = 3_600_000;

/** A report, and the source that it is about. */
export interface SourceReport {
	readonly report: ReportBody;
	readonly source: string;
}

/** An exercise of an assignment, as calls name it. */
export interface WorkParams {
	readonly id: string;
	readonly exercise: string;
}

/** What a student learns before handing in: self-checks and hints. */
export class DeskChecks {
	checking = $state(false);
	/** What the last self-check found. */
	checked = $state.raw<SourceReport | undefined>(undefined);
	hints = $state.raw<Readonly<Record<string, readonly string[]>>>({});
	/** Criteria that have another hint. */
	more = $state.raw<ReadonlySet<string>>(new Set());
	private readonly work: Work;
	private readonly ports: Ports;
	private readonly params: WorkParams;
	private worked: number;
	private unchecked = 0;
	private left = false;

	constructor(work: Work, ports: Ports) {
		this.work = work;
		this.ports = ports;
		this.params = { id: work.assignmentId, exercise: work.exercise.id };
		this.worked = ports.clock.now();
		void this.givenHints();
	}

	/** Asks for the hints that were given before, again. */
	private async givenHints(): Promise<void> {
		for (const [criterion, given] of Object.entries(this.work.hinted))
			for (let n = 0; n < given && !this.left; n++) await this.hint(criterion, true).catch(() => undefined);
	}

	/** Reports runs to the service, and sometimes checks the criteria in the background. */
	async noteRun(program: Program, state: string): Promise<void> {
		const { source } = program;
		const now = this.ports.clock.now();
		const milliseconds = Math.min(MAX_WORKED, Math.max(0, now - this.worked));
		this.worked = now;
		this.unchecked++;
		try {
			let report = this.checked?.source === source ? this.checked.report : undefined;
			if (!report && this.unchecked >= RUNS_UNCHECKED) {
				report = await this.reportOn(this.params, program);
				this.unchecked = 0;
			}
			const met = (report?.criteria ?? []).filter((c) => c.verdict === "met").map((c) => c.id);
			await this.ports.api.noteRun({ params: this.params, body: { state, met, milliseconds } });
		} catch (error) {
			// Runs are reported as far as there is a network.
			if (!(error instanceof CallError)) throw error;
		}
	}

	/** Asks how a program would do, and shows what the teacher lets be seen. */
	async check(program: Program): Promise<void> {
		const { source } = program;
		this.checking = true;
		try {
			const { api } = this.ports;
			const { id } = await api.selfCheck({ params: this.params, body: { ...program } });
			const report = await this.reportOf(id);
			if (report) this.checked = { report, source };
			this.unchecked = 0;
			void this.explained(id, source);
		} finally {
			this.checking = false;
		}
	}

	/** Puts the causes into what was checked, once they are found, unless something else was checked since. */
	private async explained(id: string, source: string): Promise<void> {
		const { api, clock } = this.ports;
		const look = async () => {
			if (this.left || this.checked?.source !== source) return undefined;
			const { report } = await api.showSelfCheck({ params: { id } }).catch(() => ({ report: null }));
			if (report && this.checked?.source === source) this.checked = { report, source };
			return report;
		};
		await untilExplained(this.checked?.report, look, (ms) => new Promise((done) => clock.after(ms, done)));
	}

	/** How a program would do; nothing once the desk was left. */
	async reportOn(params: WorkParams, program: Program): Promise<ReportBody | undefined> {
		const { id } = await this.ports.api.selfCheck({ params, body: { ...program } });
		return this.reportOf(id);
	}

	private async reportOf(id: string): Promise<ReportBody | undefined> {
		const { api, clock } = this.ports;
		for (let look = 0; !this.left; look++) {
			const { report } = await api.showSelfCheck({ params: { id } });
			if (report) return report;
			await new Promise<void>((resolve) => clock.after(lookAfter(look), resolve));
		}
		return undefined;
	}

	/**
	 * The next hint of a criterion.
	 *
	 * @param ran whether the program was run: without a network the first hint is here, and is given only then
	 */
	async hint(criterion: string, ran: boolean): Promise<void> {
		const given = this.hints[criterion] ?? [];
		const first = this.work.exercise.criteria.find((c) => c.id === criterion)?.hint;
		try {
			const params = { ...this.params, criterion, number: given.length + 1 };
			const { hint, more } = await this.ports.api.nextHint({ params });
			this.hints = { ...this.hints, [criterion]: [...given, hint] };
			const next = new Set(this.more);
			if (more) next.add(criterion);
			else next.delete(criterion);
			this.more = next;
		} catch (error) {
			const offline = error instanceof CallError && error.status === 0;
			if (!offline || given.length > 0 || !first || !ran) throw error;
			this.hints = { ...this.hints, [criterion]: [first] };
		}
	}

	leave(): void {
		this.left = true;
	}
}

import type { HandInPage, Work } from "@markpen/contract";
import type { Ports } from "../site/ports.ts";
import type { DeskChecks } from "./checks.svelte.ts";
import type { Program } from "./draft.svelte.ts";
import { freshKey, type Pressed, pressedFor, send } from "./outbox.ts";

/** Other exercises that are tried where a program earned nothing. */
const MAX_OTHERS = 5;
/** How often the page looks for a report where events don't come through, in milliseconds. */
const LOOK_MILLISECONDS = 1_500;
/** Below this share of the points a program may be meant for another exercise: one in which it earns more. */
const FITS = 0.5;
/** How much more of the points it earns there at least. */
const BETTER = 0.25;

/** The part of the points that is earned; 0 if there are none. */
const shareOf = (points: { earned: number; possible: number } | null | undefined) =>
	points && points.possible > 0 ? points.earned / points.possible : 0;

/** Handing in: what was pressed, what arrived, and where else it fits. */
export class DeskHandIn {
	handing = $state(false);
	/** Another open exercise that what was handed in looks like, where it earned little here. */
	fits = $state.raw<Work | undefined>(undefined);
	/** Pressed, and waiting for a network. */
	waiting = $state.raw<Pressed | undefined>(undefined);
	result = $state.raw<HandInPage | undefined>(undefined);
	/** Why it was refused. */
	error = $state("");
	/** The tries that were handed in, oldest first. */
	handIns = $state.raw<Work["handIns"]>([]);
	private readonly work: Work;
	private readonly ports: Ports;
	private readonly checks: DeskChecks;
	private readonly stopListening: () => void;
	private stopFollowing: () => void = () => undefined;
	private left = false;

	constructor(work: Work, ports: Ports, checks: DeskChecks) {
		this.work = work;
		this.ports = ports;
		this.checks = checks;
		this.handIns = work.handIns;
		this.waiting = pressedFor(ports.storage, { assignmentId: work.assignmentId, exercise: work.exercise.id });
		this.stopListening = ports.onOnline(() => this.deliverWaiting());
		this.deliverWaiting();
	}

	get triesLeft(): number | null {
		if (this.work.triesLeft === null) return null;
		return Math.max(0, this.work.triesLeft - (this.handIns.length - this.work.handIns.length));
	}

	private deliverWaiting(): void {
		if (this.waiting) void this.deliver(this.waiting, true);
	}

	private pressed(work: Work, program: Program): Pressed {
		const at = new Date(this.ports.clock.now()).toISOString();
		return { assignmentId: work.assignmentId, exercise: work.exercise.id, ...program, key: freshKey(), at };
	}

	/** Hands in. Whatever goes wrong, the program stays in the editor and what was pressed is kept. */
	async handIn(program: Program): Promise<void> {
		if (this.handing) return;
		this.error = "";
		await this.deliver(this.pressed(this.work, program), false);
	}

	private async deliver(pressed: Pressed, waited: boolean): Promise<void> {
		this.handing = true;
		const sent = await send(this.ports, pressed, waited);
		if (sent.state === "waits") this.waiting = pressed;
		else {
			this.waiting = undefined;
			if (sent.state === "refused") this.error = sent.why;
			else await this.arrived(sent.id);
		}
		this.handing = false;
	}

	private async arrived(id: string): Promise<void> {
		const { api } = this.ports;
		this.take(await api.showHandIn({ params: { id } }));
		if (this.result?.waiting) {
			await this.reportOf(id);
			if (this.left) return;
			this.take(await api.showHandIn({ params: { id } }));
		}
		const { points, report, source, language } = this.result as HandInPage;
		if (points && shareOf(points) < FITS && report?.state === "drew")
			await this.lookElsewhere({ source, language, answers: {} }, shareOf(points) + BETTER);
	}

	/** Waits until a hand-in has its report, or until the desk is left. */
	private reportOf(id: string): Promise<void> {
		const { api, clock, follow } = this.ports;
		return new Promise<void>((resolve) => {
			let stopLooking: () => void = () => undefined;
			const end = () => {
				stop();
				stopLooking();
				resolve();
			};
			// Where events don't come through, a look now and then does.
			const look = () => {
				stopLooking = clock.after(LOOK_MILLISECONDS, async () => {
					const page = await api.showHandIn({ params: { id } }).catch(() => undefined);
					if (page && !page.waiting) end();
					else look();
				});
			};
			const stop = follow(`/hand-ins/${id}/events`, { checked: end });
			look();
			this.stopFollowing = end;
		});
	}

	private take(page: HandInPage): void {
		this.result = page;
		const { id, tryNumber, handedInAt, late, points } = page;
		const one = { id, tryNumber, handedInAt, late, points, open: points?.open ?? 0, counts: false };
		this.handIns = [...this.handIns.filter((t) => t.id !== id), one];
	}

	/** Looks for the open exercise in which a program earns most, if that is enough. */
	private async lookElsewhere(program: Program, enough: number): Promise<void> {
		const { work } = await this.ports.api.listWork({});
		const now = this.ports.clock.now();
		const isOpen = (w: Work) =>
			Date.parse(w.closesAt) > now && w.triesLeft !== 0 && w.exercise.languages.includes(program.language);
		const others = work.filter((w) => w.exercise.id !== this.work.exercise.id && isOpen(w)).slice(0, MAX_OTHERS);
		let most = Math.max(FITS, enough) - 1e-9;
		for (const other of others) {
			const params = { id: other.assignmentId, exercise: other.exercise.id };
			const report = await this.checks.reportOn(params, program);
			if (this.left) return;
			const share = shareOf(report?.points);
			if (share > most) [this.fits, most] = [other, share];
			if (share === 1) return;
		}
	}

	/** Hands the same program in where it fits. */
	async handInThere(): Promise<boolean> {
		const { fits, result } = this;
		if (!fits || !result) return false;
		const sent = await send(
			this.ports,
			this.pressed(fits, { source: result.source, language: result.language, answers: {} }),
			false,
		);
		if (sent.state === "refused") this.error = sent.why;
		return sent.state !== "refused";
	}

	leave(): void {
		this.left = true;
		this.stopFollowing();
		this.stopListening();
	}
}

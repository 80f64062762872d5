import type { ReplayAnswer } from "../../worker/messages.ts";

/** Rows a second at which a replay can go. */
export const SPEEDS = [2, 10, 60, 400] as const;
/** Frames a second, where it is played frame by frame. */
export const FRAME_SPEEDS = [1, 5, 15, 30] as const;
/** Default frames per second. */
const USUAL_FRAMES = 30;
/** A pause of the program's is waited for as long as it says, but no longer than this. */
const LONGEST_PAUSE = 5_000;

/** A replay: its position, whether it is playing, and the state at its row. */
export class Replaying {
	row = $state(0);
	playing = $state(false);
	speed = $state<number>(10);
	/** Whether it plays frame by frame, as a film, and not step by step. */
	byFrame = $state(false);
	readonly of: ReplayAnswer;
	/** Milliseconds that a pause of the program's still lasts. */
	private waits = $state(0);
	private carried = 0;

	constructor(of: ReplayAnswer) {
		this.of = of;
		if (this.frames > 1) {
			this.playBy(true);
			this.goFrame(1);
		}
	}

	playBy(frame: boolean): void {
		this.byFrame = frame;
		this.speed = frame ? USUAL_FRAMES : 10;
	}

	/** Whether the pen is seen: where it walks, unless the program hides it. */
	readonly penShows = $derived.by(() => this.of.walks && this.of.replay.shown[this.row] === 1);

	get last(): number {
		return Math.max(0, this.of.replay.rows - 1);
	}

	/** The source line of the row. */
	readonly line = $derived.by(() => this.of.replay.lines[this.row] ?? null);

	/** What each watched name holds after the row. */
	readonly values = $derived.by(() => {
		const held = new Map<string, string>();
		for (const change of this.of.changes) if (change.entry <= this.row) held.set(change.name, change.value);
		return this.of.names.map((name) => ({ name, value: held.get(name) ?? "" }));
	});

	readonly pen = $derived.by(() => {
		const { pen } = this.of.replay;
		return { x: pen[3 * this.row] ?? 0, y: pen[3 * this.row + 1] ?? 0, facing: pen[3 * this.row + 2] ?? 0 };
	});

	/** How many frames there are; they are counted from 1. */
	get frames(): number {
		return this.of.replay.frames.at(-1) ?? 0;
	}

	readonly frame = $derived.by(() => this.of.replay.frames[this.row] ?? 0);

	go(row: number): void {
		this.row = Math.max(0, Math.min(this.last, Math.round(row)));
	}

	/** To the end of a frame. */
	goFrame(frame: number): void {
		const end = this.of.replay.frames.findIndex((f) => f > frame);
		this.go(end < 0 ? this.last : end - 1);
	}

	step(by: number): void {
		this.playing = false;
		this.go(this.row + by);
	}

	play(): void {
		if (this.row >= this.last) this.row = 0;
		this.playing = true;
		this.carried = 0;
		this.waits = this.pauseAt(this.row);
	}

	/** Whether the replay is at one of the program's pauses. */
	get waiting(): boolean {
		return this.playing && this.waits > 0;
	}

	/** So much time has passed. */
	tick(milliseconds: number): void {
		if (!this.playing) return;
		const waited = Math.min(this.waits, milliseconds);
		this.waits -= waited;
		this.carried += ((milliseconds - waited) * this.speed) / 1000;
		const whole = Math.floor(this.carried);
		this.carried -= whole;
		if (whole > 0) this.playOn(whole);
		if (this.row >= this.last && this.waits === 0) this.playing = false;
	}

	/** Advances by steps or frames, but not beyond a pause. */
	private playOn(by: number): void {
		const from = this.row;
		if (this.byFrame) this.goFrame(this.frame + by);
		else this.go(from + by);
		const pause = this.of.replay.pauses.find((p) => p.row > from && p.row <= this.row);
		if (!pause) return;
		this.row = pause.row;
		this.waits = this.pauseAt(pause.row);
		this.carried = 0;
	}

	/** Milliseconds that are waited at a row. */
	private pauseAt(row: number): number {
		const pause = this.of.replay.pauses.find((p) => p.row === row);
		return pause ? Math.min(LONGEST_PAUSE, 1000 * pause.seconds) : 0;
	}
}

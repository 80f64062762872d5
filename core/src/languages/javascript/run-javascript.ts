import type { Program as Tree } from "acorn";
import { COLOUR_NAMES } from "../../colour/colour.ts";
import { CLASS_LIMITS, NEVER } from "../../limits/limits.ts";
import { DEFAULT_SHEET, ENTRY, type Sheet } from "../../tape/layout.ts";
import { TapeFull, TapeWriter } from "../../tape/writer.ts";
import { nearest } from "../nearest.ts";
import type { Problem, SourceRange } from "../problem.ts";
import { type Run, type RunOptions, USUAL_FRAMES, type VariableChange } from "../run.ts";
import { fontSize } from "../vector/font.ts";
import { METHODS, OP, UNRECORDED } from "./canvas-methods.ts";
import { CanvasRecorder, normalColour } from "./canvas-recorder.ts";
import { type Instrumented, instrument } from "./instrument.ts";
import { runtimeProblem } from "./runtime-problem.ts";
import type { Called, Sandbox, SandboxHost } from "./sandbox.ts";

/** Steps that pass between two questions of the interpreter: loop passes and calls (QuickJS's counter). */
const STEPS_BETWEEN = 10_000;
/** Milliseconds of one frame. */
const FRAME = 1_000 / 30;
/** Texts that one run may write, all different. */
const MAX_TEXTS = 200_000;
/** Changes of watched names that one run keeps, and remarks. */
const MAX_CHANGES = 20_000;
const MAX_REMARKS = 100;

/** Thrown to end what the sandbox asks for; the run ends at the interpreter's next question. */
class Ends extends Error {}

/** Doubles of each record after its number, its place and its target. */
const SIZES: ReadonlyMap<number, number> = new Map([
	...METHODS.map(({ op, values }) => [op, values.length] as const),
	[OP.setTransform, 6],
	[OP.roundRect, 12],
	[OP.fillText, 4],
	[OP.strokeText, 4],
	[OP.addPath, 7],
	[OP.linearGradient, 4],
	[OP.radialGradient, 6],
	[OP.conicGradient, 3],
]);
/** All others have two. */
const USUAL_SIZE = 2;

/** One run of a program on a canvas. */
export class CanvasRun implements SandboxHost {
	private readonly source: string;
	private readonly options: RunOptions;
	private readonly made: Instrumented;
	private readonly writer: TapeWriter;
	private readonly recorder: CanvasRecorder;
	private readonly sandbox: Sandbox;
	private readonly limits: NonNullable<RunOptions["limits"]>;
	/** Numbers that the tape may have: each entry a few, and long paths their share. */
	private readonly room: number;
	private sheet: Sheet;
	private readonly texts: string[] = [];
	private readonly remarks = new Map<string, Problem>();
	private readonly changes: VariableChange[] = [];
	private leftOut = 0;
	private questions = 0;
	private calls = 0;
	private characters = 0;
	private interned = 0;
	private ended: Problem | undefined;
	/** Whether nothing more is recorded: the tape, or what goes on it, is full. */
	private full = false;
	/** Routines that were called and have recorded nothing yet, the outermost first; 0 for those that have. */
	private readonly open: { routine: number; line: number; row: number }[] = [];

	constructor(source: string, tree: Tree, sandbox: Sandbox, options: RunOptions) {
		this.source = source;
		this.options = options;
		this.sandbox = sandbox;
		this.limits = options.limits ?? CLASS_LIMITS;
		this.room = this.limits.cells / 4 + 8 * this.limits.entries;
		this.made = instrument(source, tree, { given: options.given, watch: options.watch });
		this.sheet = options.sheet ?? DEFAULT_SHEET;
		this.writer = new TapeWriter(this.limits.entries);
		this.recorder = this.record();
	}

	private record(): CanvasRecorder {
		return new CanvasRecorder(this.writer, this.sheet, this.options.paper ?? 0xffffffff, {
			note: (code, line, data = {}) => this.remark(code, { line, column: 1, length: 1 }, data),
		});
	}

	/** Runs the program to its end, with all frames that it asks for. */
	run(): Run {
		const { sandbox, options } = this;
		const { width, height } = this.sheet;
		sandbox.begin(this, {
			seed: options.seed ?? 1,
			width,
			height,
			answers: options.answers ?? [],
			atOnce: options.calls !== undefined,
		});
		let called = sandbox.run(this.made.code);
		this.take();
		if (called.ok && !this.ended) {
			called = sandbox.start();
			this.take();
		}
		const frames = options.frames ?? USUAL_FRAMES;
		while (called.ok && !this.ended && sandbox.waits() > 0 && this.writer.frame < frames) {
			if (this.writer.frame >= this.limits.frames) {
				this.ends("limit-frames", { most: this.limits.frames });
				break;
			}
			called = this.nextFrame();
		}
		if (!called.ok) {
			const place = this.made.places[sandbox.place()] ?? { line: 1, column: 1, length: 1 };
			// An interrupted run is reported at the place that it had reached.
			if (!this.ended) this.ended = runtimeProblem(called, place, { source: this.source, limits: this.limits });
			else if (this.ended.code === "limit-steps" || this.ended.code === "limit-time")
				this.ended = { ...this.ended, place };
		}
		return this.finish();
	}

	private nextFrame(): Called {
		const { writer } = this;
		const frame = writer.frame + 1;
		this.place = 0;
		writer.frame = frame;
		this.recorder.frame();
		this.tryTo(() => writer.add1(ENTRY.frame, 1, this.steps, frame));
		const called = this.sandbox.tick(frame * FRAME);
		this.take();
		return called;
	}

	private finish(): Run {
		const { writer, ended, options } = this;
		this.recorder.finish();
		while (this.open.length > 0) this.endCall(true);
		const tape = writer.finish(this.sheet, this.made.routines, {
			x: 0,
			y: 0,
			facing: 0,
			down: false,
		});
		const remarks = [...this.remarks.values()].sort((a, b) => a.place.line - b.place.line);
		return {
			tape,
			ended: ended === undefined ? "whole" : ended.code === "limit-time" ? "clock" : "stopped",
			...(ended && { problem: ended }),
			remarks,
			steps: this.steps,
			frames: writer.frame,
			...(options.watch && { watched: { changes: this.changes, leftOut: this.leftOut } }),
		};
	}

	/** Steps so far: what the interpreter has counted, and the calls that were recorded. */
	private get steps(): number {
		return this.questions * STEPS_BETWEEN + this.calls;
	}

	private place = 0;

	private ends(code: string, data: Problem["data"] = {}, place = this.made.places[this.place]): void {
		this.ended ??= { code, place: place ?? { line: 1, column: 1, length: 1 }, data };
	}

	/** Ends the run where nothing more can be recorded. */
	private fills(code: string, most: number): void {
		this.ends(code, { most });
		this.full = true;
	}

	/** Does something that may fill the tape. */
	private tryTo(act: () => void): void {
		try {
			act();
		} catch (error) {
			if (!(error instanceof TapeFull)) throw error;
			this.fills("limit-entries", this.limits.entries);
		}
	}

	intern(text: string): number {
		this.interned += text.length;
		if (this.texts.length >= MAX_TEXTS || this.interned > 4 * this.limits.cells) {
			this.take();
			this.fills("limit-cells", this.limits.cells);
		}
		this.texts.push(text.length > this.limits.text ? text.slice(0, this.limits.text) : text);
		return this.texts.length - 1;
	}

	flush(): void {
		this.take();
		const { most, reached } = this.options.calls ?? {};
		reached?.(this.calls);
		if (most !== undefined && this.calls >= most) this.ends("limit-time");
		if (this.ended) throw new Ends();
	}

	colour(text: string): string {
		return normalColour(text);
	}

	font(text: string): boolean {
		return fontSize(text) !== undefined;
	}

	ask(what: number, a: number, b: number, c: number, d: number): number {
		return this.recorder.ask(what, a, b, c, d, this.texts);
	}

	interrupts(): boolean {
		if (this.ended) return true;
		this.questions++;
		if (this.steps > this.limits.steps) this.ends("limit-steps", { most: this.limits.steps });
		else if ((this.options.stop ?? NEVER)()) this.ends("limit-time");
		return this.ended !== undefined;
	}

	/** Carries out what is in the log. */
	private take(): void {
		const { log } = this.sandbox;
		const end = log[0] as number;
		for (let i = 1; i < end && !this.full; ) {
			const op = log[i] as number;
			const size = op === OP.setLineDash ? 1 + (log[i + 3] as number) : (SIZES.get(op) ?? USUAL_SIZE);
			this.place = log[i + 1] as number;
			this.calls++;
			this.tryTo(() => this.carryOut(op, log[i + 2] as number, log, i + 3));
			if (this.writer.used > this.room) this.fills("limit-cells", this.limits.cells);
			i += 3 + size;
		}
		log[0] = 1;
	}

	private carryOut(op: number, target: number, log: Float64Array, at: number): void {
		const line = this.made.places[this.place]?.line ?? 1;
		switch (op) {
			case OP.message:
				this.message(this.texts[log[at] as number] ?? "", line);
				return;
			case OP.unrecorded:
				this.remark("not-recorded", this.made.places[this.place], { name: UNRECORDED[log[at] as number] ?? "" });
				return;
			case OP.ignored:
				this.ignored(this.texts[log[at] as number] ?? "");
				return;
			case OP.call:
				if (this.open.length < this.limits.calls) this.open.push({ routine: log[at] as number, line, row: -1 });
				return;
			case OP.callEnd:
				this.endCall(false);
				return;
			case OP.watch:
				this.watched(log[at] as number, this.texts[log[at + 1] as number] ?? "", line);
				return;
			case OP.size:
				this.size(log[at] as number, log[at + 1] as number, line);
				return;
			default: {
				this.begins(op);
				this.recorder.carryOut(op, target, log, at, this.texts, { line, step: this.steps });
			}
		}
	}

	/** Calls are recorded once something is drawn in them. */
	private begins(op: number): void {
		if (this.open.length === 0 || !DRAWS.has(op)) return;
		const { writer } = this;
		for (const call of this.open) {
			if (call.row >= 0) continue;
			writer.add1(ENTRY.callBegin, call.line, this.steps, call.routine);
			call.row = writer.length - 1;
			writer.call = call.row + 1;
		}
	}

	private endCall(over: boolean): void {
		const call = this.open.pop();
		if (!call || call.row < 0) return;
		const { writer } = this;
		if (over) writer.allowOne();
		writer.add(ENTRY.callEnd, call.line, this.steps);
		writer.call = (this.open.findLast((c) => c.row >= 0)?.row ?? -1) + 1;
	}

	/** A call, or a setting with its value, that the canvas takes no notice of. */
	private ignored(text: string): void {
		const [, name, value] = /^(\S+) ([\s\S]*)$/.exec(text) ?? [];
		const place = this.made.places[this.place];
		if (name === undefined || value === undefined) return this.remark("call-ignored", place, { name: text });
		const near = name === "font" ? undefined : nearest(value, COLOUR_NAMES);
		this.remark("setting-ignored", place, { name, value: value.slice(0, 60), ...(near && { near }) });
	}

	private message(text: string, line: number): void {
		this.characters += text.length;
		if (this.characters > this.limits.messages) {
			this.fills("limit-messages", this.limits.messages);
			return;
		}
		this.writer.add1(ENTRY.message, line, this.steps, this.writer.textNumber(text));
	}

	private watched(name: number, value: string, line: number): void {
		if (this.changes.length >= MAX_CHANGES) {
			this.leftOut++;
			return;
		}
		const text = value.length > 200 ? `${value.slice(0, 200)}…` : value;
		const { writer } = this;
		this.changes.push({
			name: this.options.watch?.[name] ?? "",
			line,
			step: this.steps,
			entry: writer.length,
			value: text,
		});
	}

	/** The program sets the canvas's size, which empties it; an exercise's own sheet stays. */
	private size(width: number, height: number, line: number): void {
		const most = this.limits.sheet;
		if (this.options.sheet) {
			const { sheet } = this;
			if (width !== sheet.width || height !== sheet.height)
				this.remark("sheet-overruled", this.made.places[this.place], { ...sheet });
		} else if (width < 1 || height < 1 || width > most || height > most) {
			this.ends("js-canvas-size", { width, height, most });
			return;
		} else if (this.writer.length === 0 && (width !== this.sheet.width || height !== this.sheet.height)) {
			this.sheet = { ...this.sheet, width, height };
			this.recorder.resize(this.sheet);
		}
		this.recorder.reset({ line, step: this.steps });
	}

	private remark(code: string, place: SourceRange | undefined, data: Problem["data"]): void {
		if (this.remarks.size >= MAX_REMARKS) return;
		const at = place ?? { line: 1, column: 1, length: 1 };
		const key = `${code} ${at.line} ${data.name ?? ""}`;
		if (!this.remarks.has(key)) this.remarks.set(key, { code, place: at, data });
	}
}

/** Records that leave a mark. */
const DRAWS: ReadonlySet<number> = new Set([
	OP.fill,
	OP.stroke,
	OP.fillText,
	OP.strokeText,
	...METHODS.filter((m) => m.does === "mark").map((m) => m.op),
]);

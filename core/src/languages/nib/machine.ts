import { cosDeg, directionDeg, sinDeg } from "../../geometry/trig.ts";
import { ENTRY, type Sheet, sheetBounds, upward } from "../../tape/layout.ts";
import { TapeWriter } from "../../tape/writer.ts";
import type { PenSetting, SettingLog } from "./run-remarks.ts";
import { isFar, RunState, type Setup } from "./run-state.ts";

const WHITE_PAPER = 0xffffffff;
/** What a new pair of pen and fill counts as among the cells of a run. */
const CELLS_A_STYLE = 4;

/** The pen, the paper and what is being recorded; a picture block has its own, and puts these aside. */
interface SavedPen {
	readonly tape: TapeWriter;
	readonly settings: SettingLog;
	readonly x: number;
	readonly y: number;
	readonly facing: number;
	readonly down: boolean;
	readonly ink: number;
	readonly width: number;
	readonly fill: number;
	readonly paper: number;
	readonly area: number;
	readonly opened: number;
	readonly size: { readonly width: number; readonly height: number } | undefined;
}

/** The pen and the sheet while a program runs; generated code and the statements act on it. */
export class Machine extends RunState {
	x = 0;
	y = 0;
	/** Degrees, 0 to the right, anticlockwise as seen. */
	facing = 0;
	down = true;
	ink = 0x000000ff;
	width = 2;
	fill = -1;
	paper = WHITE_PAPER;
	depth = 0;
	sheet: Sheet;
	/** 1 where y grows upwards as seen, else -1. */
	up: 1 | -1 = 1;
	/** What is recorded to: the run's tape, or that of the picture being made. */
	tape: TapeWriter;
	/** The size of the picture being made, where it was given one. */
	size: { readonly width: number; readonly height: number } | undefined;
	frame = 0;
	private readonly main: TapeWriter;
	private settings: SettingLog;
	private readonly aside: SavedPen[] = [];
	/** The row of the open area's beginning; -1 if none is open. */
	private area = -1;
	private cos = 1;
	private sin = 0;
	/** The routine and the line of each call in progress. */
	private readonly callRoutines: number[] = [];
	private readonly callLines: number[] = [];
	/** Number of open calls already recorded on the tape. */
	private opened = 0;
	private readonly callsBefore: number[] = [];
	private characters = 0;

	constructor(setup: Setup) {
		super(setup);
		this.sheet = setup.sheet;
		this.main = new TapeWriter(setup.limits.entries);
		this.tape = this.main;
		this.settings = this.remarks.log();
		this.placePen();
		if (setup.paper !== undefined) this.cover(1, setup.paper);
	}

	private placePen(): void {
		const { left, right, low, high } = sheetBounds(this.sheet);
		this.x = (left + right) / 2;
		this.y = (low + high) / 2;
		this.up = upward(this.sheet.origin);
		this.tape.use(this.ink, this.width, this.fill);
	}

	// Steps

	/** Begins the next frame, if there is to be one. */
	nextFrame(line: number): boolean {
		if (this.frame >= this.setup.frames) return false;
		if (this.frame >= this.limits.frames) this.fail(line, "limit-frames", { most: this.limits.frames });
		if (++this.steps > this.next) this.pause(line);
		this.frame++;
		this.tape.frame = this.frame;
		this.tape.add1(ENTRY.frame, line, this.steps, this.frame);
		return true;
	}

	/** Begins a call; it goes on the tape only when something is recorded inside it. */
	enter(routine: number, line: number): void {
		const depth = this.depth;
		if (depth >= this.limits.calls)
			this.fail(line, "limit-calls", { most: this.limits.calls, first: this.callLines[0] as number });
		if (++this.steps > this.next) this.pause(line);
		this.callRoutines[depth] = routine;
		this.callLines[depth] = line;
		this.depth = depth + 1;
	}

	/** The line of the outermost call in progress. */
	get firstCall(): number {
		return this.callLines[0] as number;
	}

	leave(line: number): void {
		this.depth--;
		if (this.opened <= this.depth || this.aside.length > 0) return;
		this.tape.add(ENTRY.callEnd, line, this.steps);
		this.opened--;
		this.tape.call = this.callsBefore.pop() as number;
	}

	/** Puts the calls in progress on the tape. */
	private open(): void {
		const { tape } = this;
		while (this.opened < this.depth) {
			tape.add1(
				ENTRY.callBegin,
				this.callLines[this.opened] as number,
				this.steps,
				this.callRoutines[this.opened] as number,
			);
			this.callsBefore.push(tape.call);
			tape.call = tape.length;
			this.opened++;
		}
	}

	/** Records something of one coordinate that isn't drawn: it goes on the run's tape, never into a picture. */
	private note(kind: number, line: number, value: number): void {
		if (this.aside.length > 0) return;
		if (this.opened < this.depth) this.open();
		this.tape.add1(kind, line, this.steps, value);
	}

	// Moving

	walk(line: number, length: number): void {
		this.move(line, this.x + length * this.cos, this.y + this.up * length * this.sin);
	}

	goTo(line: number, x: number, y: number): void {
		this.move(line, x, y);
	}

	private move(line: number, x: number, y: number): void {
		if (isFar(x) || isFar(y)) this.fail(line, "place-far", {});
		if (this.opened < this.depth) this.open();
		const inked = this.down && this.ink !== -1;
		this.tape.add4(inked ? ENTRY.segment : ENTRY.travel, line, this.steps, this.x, this.y, x, y);
		if (!inked && this.down && this.area < 0) this.remarks.noInk(line);
		this.x = x;
		this.y = y;
	}

	/** Walks along a circle whose middle is to the left or right of the pen, by a sweep in degrees. */
	curve(line: number, left: boolean, radius: number, sweep: number): void {
		const side = left ? 1 : -1;
		const [cx, cy] = [this.x - side * radius * this.sin, this.y + this.up * side * radius * this.cos];
		const start = this.facing - side * 90;
		const turn = side * sweep;
		const whole = sweep % 360 === 0;
		const x = whole ? this.x : cx + radius * cosDeg(start + turn);
		const y = whole ? this.y : cy + this.up * radius * sinDeg(start + turn);
		if ([x, y, cx, cy, radius, sweep].some(isFar)) this.fail(line, "place-far", {});
		if (this.opened < this.depth) this.open();
		const inked = this.down && this.ink !== -1;
		if (!inked && this.down && this.area < 0) this.remarks.noInk(line);
		this.tape.add(inked ? ENTRY.curve : ENTRY.curvedTravel, line, this.steps);
		for (const value of [this.x, this.y, x, y, cx, cy, radius, start, turn]) this.tape.put(value);
		this.x = x;
		this.y = y;
		this.heading(this.facing + turn);
	}

	turn(line: number, angle: number): void {
		this.note(ENTRY.turn, line, angle);
		this.heading(this.facing + angle);
	}

	face(line: number, angle: number): void {
		this.note(ENTRY.face, line, angle);
		this.heading(angle);
	}

	faceToward(line: number, x: number, y: number): void {
		this.face(line, directionDeg(x - this.x, this.up * (y - this.y)));
	}

	private heading(angle: number): void {
		const a = angle % 360;
		this.facing = a < 0 ? a + 360 : a;
		this.cos = cosDeg(this.facing);
		this.sin = sinDeg(this.facing);
	}

	lift(line: number, down: boolean): void {
		this.down = down;
		this.note(ENTRY.pen, line, down ? 1 : 0);
	}

	showPen(line: number, on: boolean): void {
		this.note(ENTRY.cursor, line, on ? 1 : 0);
	}

	wait(line: number, seconds: number): void {
		this.notNegative(line, "pause", seconds, "time");
		this.note(ENTRY.pause, line, seconds);
	}

	// Paint

	setPen(line: number, ink: number | undefined, width: number | undefined): void {
		if (ink !== undefined) this.set("ink", line);
		if (width !== undefined) {
			this.notNegative(line, "width", width, "width");
			this.set("width", line);
		}
		this.ink = ink ?? this.ink;
		this.width = width ?? this.width;
		this.use(line, this.fill);
	}

	setFill(line: number, colour: number): void {
		this.set("fill", line);
		this.fill = colour;
		this.use(line, colour);
	}

	/** What is drawn from now on has the pen's ink and width, and this fill; a style that is new is counted. */
	private use(line: number, fill: number): void {
		const before = this.tape.styles;
		this.tape.use(this.ink, this.width, fill);
		if (this.tape.styles > before) this.spend(line, CELLS_A_STYLE);
	}

	private set(aspect: PenSetting, line: number): void {
		this.settings.set(aspect, line, this.tape);
	}

	// Placing

	/** Records a placed shape in the present paint. */
	placed(kind: number, line: number, coords: readonly number[]): void {
		if (this.opened < this.depth) this.open();
		for (const c of coords) if (isFar(c)) this.fail(line, "place-far", {});
		this.tape.add(kind, line, this.steps);
		for (const c of coords) this.tape.put(c);
	}

	/** Records a polygon or polyline through points, turned about the middle of its box. */
	through(kind: number, line: number, points: readonly number[], angle: number): void {
		const flat = [...points];
		const n = flat.length;
		const least = kind === ENTRY.polygon ? 6 : 4;
		if (kind === ENTRY.polygon && n > 6 && flat[0] === flat[n - 2] && flat[1] === flat[n - 1]) flat.length = n - 2;
		if (flat.length < least)
			this.fail(line, "corners-few", {
				count: flat.length / 2,
				least: least / 2,
				what: kind === ENTRY.polygon ? "polygon" : "polyline",
			});
		this.spend(line, flat.length);
		if (angle !== 0) this.turnAboutMiddle(flat, angle);
		this.placed(kind, line, flat);
	}

	private turnAboutMiddle(flat: number[], angle: number): void {
		let [left, right, low, high] = [flat[0] as number, flat[0] as number, flat[1] as number, flat[1] as number];
		for (let i = 0; i < flat.length; i += 2) {
			const [x, y] = [flat[i] as number, flat[i + 1] as number];
			left = Math.min(left, x);
			right = Math.max(right, x);
			low = Math.min(low, y);
			high = Math.max(high, y);
		}
		const [mx, my] = [(left + right) / 2, (low + high) / 2];
		const c = cosDeg(angle);
		const s = this.up * sinDeg(angle);
		for (let i = 0; i < flat.length; i += 2) {
			const dx = (flat[i] as number) - mx;
			const dy = (flat[i + 1] as number) - my;
			flat[i] = mx + dx * c - dy * s;
			flat[i + 1] = my + dx * s + dy * c;
		}
	}

	/** Covers the sheet with a colour, or with the present paper; in a picture, the picture's size. */
	cover(line: number, colour: number | undefined): void {
		if (colour !== undefined) this.paper = colour;
		if (this.aside.length > 0) return this.coverPicture(line, colour === undefined ? "wipe" : "paper");
		if (this.opened < this.depth) this.open();
		this.use(line, this.paper);
		this.tape.add(colour === undefined ? ENTRY.wipe : ENTRY.paper, line, this.steps);
		this.tape.use(this.ink, this.width, this.fill);
	}

	private coverPicture(line: number, head: string): void {
		const { size } = this;
		if (!size) return this.fail(line, "paper-unsized", { head });
		const { left, right, low, high } = sheetBounds({ ...size, origin: this.sheet.origin });
		this.tape.use(-1, this.width, this.paper);
		this.placed(ENTRY.rect, line, [(left + right) / 2, (low + high) / 2, size.width, size.height, 0, 0]);
		this.tape.use(this.ink, this.width, this.fill);
	}

	words(line: number, text: string, x: number, y: number, size: number, align: number, angle: number): void {
		this.work(line, text.length);
		this.placed(ENTRY.text, line, [x, y, size, align, angle, this.tape.textNumber(text), 0]);
	}

	print(line: number, text: string): void {
		this.characters += text.length + 1;
		if (this.characters > this.limits.messages) this.fail(line, "limit-messages", { most: this.limits.messages });
		if (this.aside.length === 0 && this.opened < this.depth) this.open();
		this.main.add1(ENTRY.message, line, this.steps, this.main.textNumber(text));
	}

	/** Takes the program's own sheet, unless the exercise has set one. */
	takeSheet(line: number, sheet: Sheet): void {
		const most = this.limits.sheet;
		if (sheet.width < 1 || sheet.height < 1)
			this.fail(line, "sheet-small", { width: sheet.width, height: sheet.height });
		if (sheet.width > most || sheet.height > most)
			this.fail(line, "sheet-large", { width: sheet.width, height: sheet.height, most });
		if (!this.setup.imposed) {
			this.sheet = sheet;
			this.placePen();
		} else if (
			sheet.width !== this.sheet.width ||
			sheet.height !== this.sheet.height ||
			sheet.origin !== this.sheet.origin
		) {
			const { width, height, origin } = this.sheet;
			this.remarks.add("sheet-overruled", line, { width, height, origin });
		}
	}

	// Areas

	beginArea(line: number): void {
		if (this.area >= 0) this.fail(line, "area-inside");
		if (this.opened < this.depth) this.open();
		this.area = this.tape.length;
		this.tape.add(ENTRY.areaBegin, line, this.steps);
		this.tape.put(this.x);
		this.tape.put(this.y);
	}

	/** @param began the line on which the area began */
	endArea(line: number, began: number): void {
		let walked = false;
		for (let i = this.area; i < this.tape.length && !walked; i++) {
			const kind = this.tape.kindAt(i);
			walked = kind === ENTRY.segment || kind === ENTRY.travel || kind === ENTRY.curve || kind === ENTRY.curvedTravel;
		}
		if (!walked) this.remarks.add("area-empty", began);
		this.tape.add(ENTRY.areaEnd, line, this.steps);
		this.area = -1;
	}

	// Pictures

	/** Begins a picture: a pen, fill and paper of its own that start as a run does. */
	beginPicture(line: number, size: { width: number; height: number } | undefined): void {
		if (this.aside.length >= this.limits.nesting) this.fail(line, "limit-pictures", { most: this.limits.nesting });
		const { tape, settings, x, y, facing, down, ink, width, fill, paper, area, opened } = this;
		this.aside.push({ tape, settings, x, y, facing, down, ink, width, fill, paper, area, opened, size: this.size });
		this.tape = tape.part();
		this.settings = this.remarks.log();
		this.size = size;
		this.opened = Number.POSITIVE_INFINITY;
		const box = size ? sheetBounds({ ...size, origin: this.sheet.origin }) : { left: 0, right: 0, low: 0, high: 0 };
		[this.x, this.y] = [(box.left + box.right) / 2, (box.low + box.high) / 2];
		[this.down, this.ink, this.width, this.fill, this.paper, this.area] = [true, 0x000000ff, 2, -1, WHITE_PAPER, -1];
		this.heading(0);
		this.tape.use(this.ink, this.width, this.fill);
	}

	/** Ends the current picture; returns its recording and restores the outer state. */
	endPicture(line: number): TapeWriter {
		const made = this.tape;
		this.settings.end(made);
		const before = this.dropPicture();
		before.tape.charge(line, before.tape.left - made.left);
		return made;
	}

	/** Restores the state saved for the current picture. */
	private dropPicture(): SavedPen {
		const before = this.aside.pop() as SavedPen;
		this.tape = before.tape;
		this.settings = before.settings;
		this.size = before.size;
		this.opened = before.opened;
		[this.x, this.y, this.down, this.ink, this.width, this.fill] = [
			before.x,
			before.y,
			before.down,
			before.ink,
			before.width,
			before.fill,
		];
		[this.paper, this.area] = [before.paper, before.area];
		this.heading(before.facing);
		return before;
	}

	/** Drops the picture being made, where there is one. */
	dropOpenPicture(): void {
		if (this.aside.length > 0) this.dropPicture();
	}

	/** Prepares the tape for entries that are laid on it. */
	openForLaying(): TapeWriter {
		if (this.opened < this.depth) this.open();
		return this.tape;
	}

	/** After an error of the program: drops an open picture, closes an open area. */
	closeOpen(line: number): void {
		while (this.aside.length > 0) this.dropPicture();
		if (this.area < 0) return;
		this.tape.allowOne();
		this.tape.add(ENTRY.areaEnd, line, this.steps);
		this.area = -1;
	}

	/** Ends the run's own log of settings. */
	closeSettings(): void {
		this.settings.end(this.tape);
	}
}

import { formatColour } from "../colour/colour.ts";
import { decimal } from "../geometry/decimal.ts";
import { cosDeg, directionDeg, sinDeg } from "../geometry/trig.ts";
import type { Limits, Stop } from "../limits/limits.ts";
import { ENTRY, type Sheet, sheetBounds, upward } from "../tape/layout.ts";
import { TapeWriter } from "../tape/writer.ts";
import { chance } from "./chance.ts";
import { Paint } from "./paint.ts";

/** Thrown to end a run: what the program did wrong, or which limit it met. */
export class Halt extends Error {
	override readonly name = "Halt";
	readonly code: string;
	readonly line: number;
	readonly data: Readonly<Record<string, string | number>>;
	constructor(code: string, line: number, data: Readonly<Record<string, string | number>>) {
		super(code);
		this.code = code;
		this.line = line;
		this.data = data;
	}
}

const BLOCK = 16_384;
/** Beyond this a place is of no use, and sums of places would lose their fractions. */
const FARTHEST = 1e12;

/** The pen and the sheet while a program runs; generated code and the statements act on it. */
export class Machine {
	x = 0;
	y = 0;
	/** Degrees, 0 to the right, anticlockwise as seen. */
	facing = 0;
	down = true;
	ink = 0x000000ff;
	width = 2;
	fill = -1;
	steps = 0;
	/** The step after which generated code calls {@link pause}. */
	next: number;
	depth = 0;
	/** A value that a failed test in generated code speaks of. */
	bad: unknown = undefined;
	sheet: Sheet;
	/** 1 where y grows upwards as seen, else -1. */
	up: 1 | -1 = 1;
	readonly tape: TapeWriter;
	readonly limits: Limits;
	/** Filled with [line, code, data] of things worth saying that stop nothing. */
	readonly remarks: { code: string; line: number; data: Readonly<Record<string, string | number>> }[] = [];
	private cos = 1;
	private sin = 0;
	private readonly stop: Stop;
	/** Steps between two questions to the stop. */
	private readonly every: number;
	private readonly imposed: boolean;
	private readonly chance: () => number;
	private readonly routines: { routine: number; line: number }[] = [];
	/** How many of the calls in progress stand on the tape. */
	private opened = 0;
	private readonly callsBefore: number[] = [];
	private characters = 0;
	private cells = 0;

	/** @param imposed whether the sheet is the exercise's, which a program's own `sheet` doesn't change */
	constructor(sheet: Sheet, imposed: boolean, seed: number, limits: Limits, stop: Stop, every: number) {
		this.every = every;
		this.sheet = sheet;
		this.imposed = imposed;
		this.limits = limits;
		this.stop = stop;
		this.chance = chance(seed);
		this.tape = new TapeWriter(limits.entries);
		this.next = Math.min(limits.steps, every);
		this.placePen();
	}

	private placePen(): void {
		const { left, right, low, high } = sheetBounds(this.sheet);
		this.x = (left + right) / 2;
		this.y = (low + high) / 2;
		this.up = upward(this.sheet.origin);
		this.tape.use(this.ink, this.width, this.fill);
	}

	fail(line: number, code: string, data: Readonly<Record<string, string | number>> = {}): never {
		throw new Halt(code, line, data);
	}

	/** Called when a step passes {@link next}: asks whether to stop, and ends the run at its limit. */
	pause(line: number): void {
		if (this.steps > this.limits.steps) {
			this.steps = this.limits.steps;
			this.fail(line, "limit-steps", { most: this.limits.steps });
		}
		if (this.stop()) this.fail(line, "limit-time");
		this.next = Math.min(this.limits.steps, (Math.floor(this.steps / this.every) + 1) * this.every);
	}

	/** Counts the passes of a loop's next block at once, and says how many it may have. */
	block(left: number, line: number): number {
		const room = this.limits.steps - this.steps;
		if (room <= 0) this.fail(line, "limit-steps", { most: this.limits.steps });
		const passes = Math.min(left, BLOCK, this.every, room);
		this.steps += passes;
		if (this.steps > this.next) this.pause(line);
		return passes;
	}

	/** Begins a call; it goes on the tape only when something is recorded inside it. */
	enter(routine: number, line: number): void {
		if (++this.depth > this.limits.calls) this.fail(line, "limit-calls", { most: this.limits.calls });
		if (++this.steps > this.next) this.pause(line);
		this.routines.push({ routine, line });
	}

	leave(line: number): void {
		this.routines.pop();
		this.depth--;
		if (this.opened <= this.depth) return;
		this.tape.add(ENTRY.callEnd, line, this.steps);
		this.opened--;
		this.tape.call = this.callsBefore.pop() as number;
	}

	/** Puts the calls in progress on the tape. */
	private open(): void {
		const { tape } = this;
		while (this.opened < this.depth) {
			const { routine, line } = this.routines[this.opened] as { routine: number; line: number };
			tape.add1(ENTRY.callBegin, line, this.steps, routine);
			this.callsBefore.push(tape.call);
			tape.call = tape.length;
			this.opened++;
		}
	}

	// Moving

	walk(line: number, length: number): void {
		this.move(line, this.x + length * this.cos, this.y + this.up * length * this.sin);
	}

	goTo(line: number, x: number, y: number): void {
		this.move(line, x, y);
	}

	private move(line: number, x: number, y: number): void {
		if (!(x < FARTHEST && x > -FARTHEST && y < FARTHEST && y > -FARTHEST)) this.fail(line, "place-far", {});
		if (this.opened < this.depth) this.open();
		this.tape.add4(this.down && this.ink !== -1 ? ENTRY.segment : ENTRY.travel, line, this.steps, this.x, this.y, x, y);
		this.x = x;
		this.y = y;
	}

	turn(line: number, angle: number): void {
		if (this.opened < this.depth) this.open();
		this.tape.add1(ENTRY.turn, line, this.steps, angle);
		this.heading(this.facing + angle);
	}

	face(line: number, angle: number): void {
		if (this.opened < this.depth) this.open();
		this.tape.add1(ENTRY.face, line, this.steps, angle);
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
		if (this.opened < this.depth) this.open();
		this.tape.add1(ENTRY.pen, line, this.steps, down ? 1 : 0);
	}

	// Paint

	setPen(line: number, ink: number | undefined, width: number | undefined): void {
		if (ink !== undefined) this.ink = ink;
		if (width !== undefined) {
			this.notNegative(line, "width", width, "width");
			this.width = width;
		}
		this.tape.use(this.ink, this.width, this.fill);
	}

	setFill(colour: number): void {
		this.fill = colour;
		this.tape.use(this.ink, this.width, colour);
	}

	// Placing

	/** Records a placed shape in the present paint. */
	placed(kind: number, line: number, coords: readonly number[]): void {
		if (this.opened < this.depth) this.open();
		this.tape.add(kind, line, this.steps);
		for (const c of coords) {
			if (!(c < FARTHEST && c > -FARTHEST)) this.fail(line, "place-far", {});
			this.tape.put(c);
		}
	}

	/** Records a polygon through points, turned about the middle of its box. */
	corners(line: number, points: readonly number[], angle: number): void {
		const flat = [...points];
		const n = flat.length;
		if (n > 6 && flat[0] === flat[n - 2] && flat[1] === flat[n - 1]) flat.length = n - 2;
		if (flat.length < 6) this.fail(line, "corners-few", { count: flat.length / 2 });
		if (angle !== 0) this.turnAboutMiddle(flat, angle);
		this.placed(ENTRY.polygon, line, flat);
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

	/** Covers the sheet with a colour. */
	covered(kind: number, line: number, colour: number): void {
		if (this.opened < this.depth) this.open();
		this.tape.use(this.ink, this.width, colour);
		this.tape.add(kind, line, this.steps);
		this.tape.use(this.ink, this.width, this.fill);
	}

	words(line: number, value: unknown, x: number, y: number, size: number, align: number, angle: number): void {
		const text = this.tape.textNumber(this.text(line, value));
		this.placed(ENTRY.text, line, [x, y, size, align, angle, text]);
	}

	print(line: number, values: readonly unknown[]): void {
		const text = values.map((v) => this.text(line, v)).join(" ");
		this.characters += text.length + 1;
		if (this.characters > this.limits.messages) this.fail(line, "limit-messages", { most: this.limits.messages });
		if (this.opened < this.depth) this.open();
		this.tape.add1(ENTRY.message, line, this.steps, this.tape.textNumber(text));
	}

	/** Takes the program's own sheet, unless the exercise has set one. */
	takeSheet(line: number, sheet: Sheet): void {
		const most = this.limits.sheet;
		if (sheet.width < 1 || sheet.height < 1) this.fail(line, "sheet-small", { width: sheet.width, height: sheet.height });
		if (sheet.width > most || sheet.height > most) this.fail(line, "sheet-large", { width: sheet.width, height: sheet.height, most });
		if (!this.imposed) {
			this.sheet = sheet;
			this.placePen();
		} else if (sheet.width !== this.sheet.width || sheet.height !== this.sheet.height || sheet.origin !== this.sheet.origin) {
			const { width, height, origin } = this.sheet;
			this.remarks.push({ code: "sheet-overruled", line, data: { width, height, origin } });
		}
	}

	// Values

	/** A number within 1e-9 of a whole one as that; else the run ends. */
	whole(line: number, owner: string, value: number): number {
		const near = Math.round(value);
		if (Math.abs(value - near) > 1e-9) this.fail(line, "not-whole", { owner, value: decimal(value) });
		return near;
	}

	/** How many passes `repeat` makes. */
	count(line: number, value: number): number {
		const n = this.whole(line, "repeat", value);
		if (n < 0) this.fail(line, "count-negative", { value: n });
		return n;
	}

	/** How many passes `for` makes (rule 19 of docs/language.md). */
	passes(line: number, from: number, to: number, by: number): number {
		if (by === 0) this.fail(line, "by-zero");
		const n = Math.floor((to - from) / by + 1e-9) + 1;
		return n < 1 ? 0 : n;
	}

	notNegative(line: number, phrase: string, value: number, what: string): void {
		if (value < 0) this.fail(line, "size-negative", { phrase, value: decimal(value), what });
	}

	/** A value as text (rule 23 of docs/language.md). */
	text(line: number, value: unknown): string {
		if (typeof value === "string") return value;
		if (typeof value === "number") return decimal(value);
		if (typeof value === "boolean") return value ? "true" : "false";
		if (value instanceof Paint) return formatColour(value.rgba);
		return this.fail(line, "value-of-nothing", { name: "", owner: "" });
	}

	/** Two values joined as text. */
	join(line: number, left: unknown, right: unknown): string {
		const a = this.text(line, left);
		const b = this.text(line, right);
		const length = a.length + b.length;
		if (length > this.limits.text) this.fail(line, "limit-text", { most: this.limits.text });
		this.spend(line, length);
		return a + b;
	}

	/** Counts characters, items or corners that the run makes. */
	spend(line: number, cells: number): void {
		this.cells += cells;
		if (this.cells > this.limits.cells) this.fail(line, "limit-cells", { most: this.limits.cells });
	}

	/** `+` of values whose kinds are known only now. */
	plus(line: number, left: unknown, right: unknown): number | string {
		if (typeof left === "number" && typeof right === "number") return left + right;
		if (typeof left === "string" || typeof right === "string") return this.join(line, left, right);
		return this.fail(line, "kind-plus", { left: kindOf(left), right: kindOf(right) });
	}

	/** `==` of values whose kinds are known only now. */
	same(left: unknown, right: unknown): boolean {
		if (left instanceof Paint && right instanceof Paint) return left.rgba === right.rgba;
		return left === right;
	}

	/** A random number: below 1, or between two ends, whole when both are. */
	random(lo?: number, hi?: number): number {
		const r = this.chance();
		if (lo === undefined) return r;
		const [a, b] = hi === undefined ? [0, lo] : [lo, hi];
		if (Number.isInteger(a) && Number.isInteger(b)) return Math.min(a, b) + Math.floor(r * (Math.abs(b - a) + 1));
		return a + r * (b - a);
	}
}

/** What a value is, in a word. */
export function kindOf(value: unknown): string {
	if (value instanceof Paint) return "colour";
	return typeof value === "string" ? "text" : typeof value === "undefined" ? "nothing" : typeof value;
}

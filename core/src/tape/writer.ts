import type { LineStyle, Sheet, Style, StyleMore } from "./layout.ts";
import type { Tape } from "./tape.ts";

/** Thrown by the writer when an entry more than allowed is recorded. */
export class TapeFull extends Error {
	override readonly name = "TapeFull";
	/** The source line whose entry was one too many. */
	readonly line: number;
	constructor(line: number) {
		super("the tape is full");
		this.line = line;
	}
}

const START = 256;
const PART_START = 32;
/** Small enough that a copy and what it copies stay under twice what is in use. */
const GROWTH = 1.5;

const NONE: StyleMore = Object.freeze({});

/** The styles and texts of a run, each stored once; its pictures' too. */
class Tables {
	readonly styles: Style[] = [];
	readonly texts: string[] = [];
	readonly styleIndex = new Map<string, number>();
	readonly textIndex = new Map<string, number>();
}

/** A tape in the making. Columns grow; nothing is kept for each entry but its row. */
export class TapeWriter {
	length = 0;
	used = 0;
	frame = 0;
	/** The open call's entry plus one; 0 in the main program. */
	call = 0;
	/** Index of the style that entries get. */
	current = 0;
	private max: number;
	private room: number;
	private coordsRoom: number;
	private kind: Uint8Array;
	private line: Uint32Array;
	private step: Uint32Array;
	private frames: Uint16Array;
	private style: Uint32Array;
	private calls: Uint32Array;
	private at: Uint32Array;
	private coords: Float64Array;
	private readonly tables: Tables;

	/**
	 * @param max how many entries the tape may hold; {@link TapeFull} is thrown at the next one
	 * @param start rows there is room for at first
	 */
	constructor(max: number, start = START, tables = new Tables()) {
		this.max = max;
		this.tables = tables;
		this.room = Math.min(start, max);
		this.coordsRoom = start * 4;
		this.kind = new Uint8Array(start);
		this.line = new Uint32Array(start);
		this.step = new Uint32Array(start);
		this.frames = new Uint16Array(start);
		this.style = new Uint32Array(start);
		this.calls = new Uint32Array(start);
		this.at = new Uint32Array(start);
		this.coords = new Float64Array(this.coordsRoom);
	}

	/** A tape for a part of the run: it shares styles and texts, and may hold what this one may still. */
	part(): TapeWriter {
		return new TapeWriter(this.left, PART_START, this.tables);
	}

	/** Entries that may still be recorded. */
	get left(): number {
		return this.max - this.length;
	}

	/** Counts entries that a line made elsewhere against what this tape may hold. */
	charge(line: number, entries: number): void {
		if (this.length + entries > this.max) throw new TapeFull(line);
		this.max -= entries;
		this.room = Math.min(this.room, this.max);
	}

	/** Allows one entry beyond the most, for what closes something open. */
	allowOne(): void {
		this.max = Math.max(this.max, this.length) + 1;
	}

	/** Makes a style the current one. */
	use(ink: number, width: number, fill: number, line?: LineStyle, clip?: number, paints: StyleMore = NONE): void {
		const more = line || clip || paints !== NONE ? ` ${JSON.stringify([line ?? null, clip ?? 0, paints])}` : "";
		const key = `${ink} ${width} ${fill}${more}`;
		let index = this.tables.styleIndex.get(key);
		if (index === undefined) {
			index = this.tables.styles.length;
			this.tables.styles.push({ ink, width, fill, ...(line && { line }), ...(clip && { clip }), ...paints });
			this.tables.styleIndex.set(key, index);
		}
		this.current = index;
	}

	/** A style that has been used, by its number. */
	styleAt(index: number): Style {
		return this.tables.styles[index] as Style;
	}

	/** The number under which a text is stored. */
	textNumber(text: string): number {
		let index = this.tables.textIndex.get(text);
		if (index === undefined) {
			index = this.tables.texts.length;
			this.tables.texts.push(text);
			this.tables.textIndex.set(text, index);
		}
		return index;
	}

	/** How many styles the run has used so far. */
	get styles(): number {
		return this.tables.styles.length;
	}

	/** The number of the style of a row that has been recorded. */
	styleNumber(row: number): number {
		return this.style[row] as number;
	}

	/** The texts of the run so far. */
	get allTexts(): readonly string[] {
		return this.tables.texts;
	}

	/** The kind of a row that has been recorded. */
	kindAt(row: number): number {
		return this.kind[row] as number;
	}

	/** Records an entry without coordinates; {@link put} adds them. Returns its row. */
	add(kind: number, line: number, step: number): number {
		const n = this.length;
		if (n === this.room) this.grow(line);
		this.kind[n] = kind;
		this.line[n] = line;
		this.step[n] = step;
		this.frames[n] = this.frame;
		this.style[n] = this.current;
		this.calls[n] = this.call;
		this.at[n] = this.used;
		this.length = n + 1;
		return n;
	}

	/** Takes back the newest entries, so that something else can be recorded in their place. */
	takeBack(entries: number): void {
		if (entries === 0) return;
		this.length -= entries;
		this.used = this.at[this.length] as number;
	}

	/** Adds one coordinate to the newest entry. */
	put(value: number): void {
		if (this.used === this.coordsRoom) this.growCoords();
		this.coords[this.used++] = value + 0;
	}

	/** Records an entry in a style of its own; the current one stays. */
	addStyled(kind: number, line: number, step: number, style: number): void {
		const before = this.current;
		this.current = style;
		this.add(kind, line, step);
		this.current = before;
	}

	/** Records an entry of one coordinate. */
	add1(kind: number, line: number, step: number, a: number): void {
		this.add(kind, line, step);
		this.put(a);
	}

	/** Records an entry of four coordinates. */
	add4(kind: number, line: number, step: number, a: number, b: number, c: number, d: number): void {
		this.add(kind, line, step);
		const u = this.used;
		if (u + 4 > this.coordsRoom) this.growCoords();
		const coords = this.coords;
		coords[u] = a + 0;
		coords[u + 1] = b + 0;
		coords[u + 2] = c + 0;
		coords[u + 3] = d + 0;
		this.used = u + 4;
	}

	/** Copies of the columns that a picture keeps; `at` is one longer than the rest. */
	columns(): {
		length: number;
		kind: Uint8Array;
		line: Uint32Array;
		style: Uint32Array;
		at: Uint32Array;
		coords: Float64Array;
	} {
		const n = this.length;
		const at = new Uint32Array(n + 1);
		at.set(this.at.subarray(0, n));
		at[n] = this.used;
		return {
			length: n,
			kind: this.kind.slice(0, n),
			line: this.line.slice(0, n),
			style: this.style.slice(0, n),
			at,
			coords: this.coords.slice(0, this.used),
		};
	}

	/** Closes the tape; the writer must not be used after it. */
	finish(sheet: Sheet, routines: readonly string[], pen: Tape["pen"]): Tape {
		const n = this.length;
		return {
			sheet,
			length: n,
			kind: this.kind.subarray(0, n),
			line: this.line.subarray(0, n),
			step: this.step.subarray(0, n),
			frame: this.frames.subarray(0, n),
			style: this.style.subarray(0, n),
			call: this.calls.subarray(0, n),
			at: this.at.subarray(0, n),
			coords: this.coords.subarray(0, this.used),
			styles: this.tables.styles,
			texts: this.tables.texts,
			routines,
			pen,
		};
	}

	private grow(line: number): void {
		if (this.length >= this.max) throw new TapeFull(line);
		const room = Math.min(this.max, Math.ceil(this.room * GROWTH));
		const wider = <T extends Uint8Array | Uint16Array | Uint32Array>(column: T, fresh: T): T => {
			fresh.set(column.subarray(0, this.length));
			return fresh;
		};
		this.kind = wider(this.kind, new Uint8Array(room));
		this.line = wider(this.line, new Uint32Array(room));
		this.step = wider(this.step, new Uint32Array(room));
		this.frames = wider(this.frames, new Uint16Array(room));
		this.style = wider(this.style, new Uint32Array(room));
		this.calls = wider(this.calls, new Uint32Array(room));
		this.at = wider(this.at, new Uint32Array(room));
		this.room = room;
	}

	private growCoords(): void {
		const room = Math.ceil(this.coordsRoom * GROWTH);
		const coords = new Float64Array(room);
		coords.set(this.coords);
		this.coords = coords;
		this.coordsRoom = room;
	}
}

import type { Sheet, Style } from "./layout.ts";
import type { Tape } from "./tape.ts";

/** Thrown by the writer when an entry more than allowed is recorded. */
export class TapeFull extends Error {
	override readonly name = "TapeFull";
}

const START = 1024;
/** Small enough that a copy and what it copies stay under twice what is in use. */
const GROWTH = 1.5;

/** A tape in the making. Columns grow; nothing is kept for each entry but its row. */
export class TapeWriter {
	length = 0;
	used = 0;
	frame = 0;
	/** The open call's entry plus one; 0 in the main program. */
	call = 0;
	/** Index of the style that entries get. */
	current = 0;
	private readonly max: number;
	private room: number;
	private coordsRoom = START * 4;
	private kind = new Uint8Array(START);
	private line = new Uint32Array(START);
	private step = new Uint32Array(START);
	private frames = new Uint16Array(START);
	private style = new Uint32Array(START);
	private calls = new Uint32Array(START);
	private at = new Uint32Array(START);
	private coords = new Float64Array(START * 4);
	private readonly styles: Style[] = [];
	private readonly styleIndex = new Map<string, number>();
	private readonly texts: string[] = [];
	private readonly textIndex = new Map<string, number>();

	/** @param max how many entries the tape may hold; {@link TapeFull} is thrown at the next one */
	constructor(max: number) {
		this.max = max;
		this.room = Math.min(START, max);
	}

	/** Makes a style the current one. */
	use(ink: number, width: number, fill: number): void {
		const key = `${ink} ${width} ${fill}`;
		let index = this.styleIndex.get(key);
		if (index === undefined) {
			index = this.styles.length;
			this.styles.push({ ink, width, fill });
			this.styleIndex.set(key, index);
		}
		this.current = index;
	}

	/** The number under which a text is stored. */
	textNumber(text: string): number {
		let index = this.textIndex.get(text);
		if (index === undefined) {
			index = this.texts.length;
			this.texts.push(text);
			this.textIndex.set(text, index);
		}
		return index;
	}

	/** Records an entry without coordinates; {@link put} adds them. Returns its row. */
	add(kind: number, line: number, step: number): number {
		const n = this.length;
		if (n === this.room) this.grow();
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

	/** Adds one coordinate to the newest entry. */
	put(value: number): void {
		if (this.used === this.coordsRoom) this.growCoords();
		this.coords[this.used++] = value + 0;
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
			styles: this.styles,
			texts: this.texts,
			routines,
			pen,
		};
	}

	private grow(): void {
		if (this.length >= this.max) throw new TapeFull();
		const room = Math.min(this.max, Math.ceil(this.room * GROWTH));
		const wider = <T extends Uint8Array | Uint16Array | Uint32Array>(column: T, fresh: T): T => {
			fresh.set(column);
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

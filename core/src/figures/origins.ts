import { ENTRY } from "../tape/layout.ts";
import { callsOf, type Tape } from "../tape/tape.ts";

/** Where in the program something was drawn from: the calls and the laid pictures that its rows belong to. */
export class Origins {
	private readonly tape: Tape;
	/** For each row its laid picture plus one; 0 without a picture. Undefined if nothing was laid. */
	private readonly pictures: Uint32Array | undefined;
	private readonly nested: boolean;
	private readonly known = new Map<string, readonly number[]>();

	constructor(tape: Tape) {
		this.tape = tape;
		this.pictures = tape.kind.includes(ENTRY.pictureBegin) ? picturesOf(tape) : undefined;
		this.nested = this.pictures !== undefined || tape.kind.includes(ENTRY.callBegin);
	}

	/**
	 * The source lines that drew some rows, each once: those of the calls and of `lay` first, the outermost before
	 * those inside it, then the statements' own in order.
	 */
	linesOf(entries: readonly number[]): readonly number[] {
		const { tape } = this;
		const own = new Set<number>();
		const outer = new Set<number>();
		for (const entry of entries) {
			own.add(tape.line[entry] as number);
			if (this.nested) for (const line of this.around(entry)) outer.add(line);
		}
		const inner = [...own].sort((a, b) => a - b);
		return outer.size === 0 ? inner : [...new Set([...outer, ...inner])];
	}

	/** The lines of the calls and of `lay` that a row belongs to, the outermost first. */
	private around(entry: number): readonly number[] {
		const [call, picture] = [this.tape.call[entry] as number, this.pictures?.[entry] ?? 0];
		if (call === 0 && picture === 0) return [];
		const key = `${call} ${picture}`;
		const known = this.known.get(key);
		if (known) return known;
		const rows = callsOf(this.tape, entry).map(({ row }) => row);
		for (let laid = picture; laid !== 0; laid = this.pictures?.[laid - 1] ?? 0) rows.push(laid - 1);
		const lines = rows.sort((a, b) => a - b).map((row) => this.tape.line[row] as number);
		this.known.set(key, lines);
		return lines;
	}
}

/** For each row the laid picture that it belongs to, plus one. */
function picturesOf(tape: Tape): Uint32Array {
	const pictures = new Uint32Array(tape.length);
	const open: number[] = [];
	for (let i = 0; i < tape.length; i++) {
		if (tape.kind[i] === ENTRY.pictureEnd) open.pop();
		pictures[i] = open.at(-1) ?? 0;
		if (tape.kind[i] === ENTRY.pictureBegin) open.push(i + 1);
	}
	return pictures;
}

import type { Tape } from "../tape/tape.ts";

/**
 * A checksum of everything that is drawn, without lines, steps and calls: FNV-1a over the columns, in two halves so
 * that different drawings practically never share one.
 */
export function drawnSum(tape: Tape): string {
	let [a, b] = [0x811c9dc5, 0x01000193];
	const add = (word: number) => {
		a = Math.imul(a ^ word, 0x01000193);
		b = Math.imul(b ^ (word >>> 7) ^ (word << 11), 0x85ebca6b);
	};
	const coords = new Uint32Array(tape.coords.buffer, tape.coords.byteOffset, tape.coords.length * 2);
	for (const word of coords) add(word);
	for (let i = 0; i < tape.length; i++) {
		const style = tape.styles[tape.style[i] as number];
		add(tape.kind[i] as number);
		add(tape.frame[i] as number);
		if (!style) continue;
		add(style.ink);
		add(style.fill);
		add(Math.round(style.width * 1000));
	}
	for (const text of tape.texts) for (let i = 0; i < text.length; i++) add(text.charCodeAt(i));
	return `${a >>> 0} ${b >>> 0} ${tape.length}`;
}

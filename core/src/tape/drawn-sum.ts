import checksums from "crc-32";
import type { Tape } from "./tape.ts";

/**
 * Checksum of a drawing: CRC-32 (ISO 3309) of its coordinates, rows and texts, without lines, steps and calls. Runs
 * with equal drawings have equal checksums.
 */
export function drawnSum(tape: Tape): string {
	const { length, coords } = tape;
	const rows = new Int32Array(length * 5);
	for (let i = 0; i < length; i++) {
		const style = tape.styles[tape.style[i] as number];
		const width = Math.round((style?.width ?? 0) * 1000);
		rows.set([tape.kind[i] as number, tape.frame[i] as number, style?.ink ?? 0, style?.fill ?? 0, width], i * 5);
	}
	const bytes = ({ buffer, byteOffset, byteLength }: ArrayBufferView) => new Uint8Array(buffer, byteOffset, byteLength);
	const sums = [checksums.buf(bytes(coords)), checksums.buf(bytes(rows)), checksums.str(tape.texts.join("\n"))];
	return [...sums, length].join(" ");
}

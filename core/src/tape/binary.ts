import checksums from "crc-32";
import { strFromU8, strToU8, unzlibSync, zlibSync } from "fflate";
import type { Tape } from "./tape.ts";
import { tapeProblem } from "./tape-problem.ts";

/*
 * A tape in bytes. All numbers are little-endian.
 *
 *   8 bytes  4d 50 54 0d 0a 1a 0a 00   the letters MPT and what shows damage by a transfer as text
 *   uint32   version of the form, 1
 *   uint32   length of the body before compression
 *   uint32   CRC-32 (ISO 3309) of the body before compression
 *   the body, compressed (zlib, RFC 1950):
 *     uint32   length of the head, then the head: JSON in UTF-8 of sheet, styles, texts, routines, pen, entries, coordinates
 *     columns, one after the other: kind (uint8), line, step (uint32), frame (uint16), style, call, at (uint32), coordinates (float64)
 */

const MAGIC = [0x4d, 0x50, 0x54, 0x0d, 0x0a, 0x1a, 0x0a, 0x00];
const VERSION = 1;
const HEADER = 20;
/** Bytes of a body that is read at most: some five million entries. */
const MAX_BYTES = 512 * 1024 * 1024;
const COLUMN_BYTES = [1, 4, 4, 2, 4, 4, 4] as const;

/** Thrown where bytes or lines aren't a tape; the message says what is wrong with them. */
export class NoTape extends Error {
	override readonly name = "NoTape";
}

type Column = Uint8Array | Uint16Array | Uint32Array;

const columnsOf = (tape: Tape): Column[] => [
	tape.kind,
	tape.line,
	tape.step,
	tape.frame,
	tape.style,
	tape.call,
	tape.at,
];

/** A tape's bytes before compression: the same for the same run in every engine. */
export function tapeBody(tape: Tape): Uint8Array {
	const { sheet, styles, texts, routines, pen, length } = tape;
	const head = strToU8(
		JSON.stringify({ sheet, styles, texts, routines, pen, entries: length, coordinates: tape.coords.length }),
	);
	const rowBytes = COLUMN_BYTES.reduce((sum: number, b) => sum + b, 0);
	const body = new Uint8Array(4 + head.length + rowBytes * length + 8 * tape.coords.length);
	const view = new DataView(body.buffer);
	view.setUint32(0, head.length, true);
	body.set(head, 4);
	let at = 4 + head.length;
	columnsOf(tape).forEach((column, c) => {
		const size = COLUMN_BYTES[c] as number;
		for (let i = 0; i < length; i++, at += size) {
			const value = column[i] as number;
			if (size === 1) body[at] = value;
			else if (size === 2) view.setUint16(at, value, true);
			else view.setUint32(at, value, true);
		}
	});
	for (const value of tape.coords) {
		view.setFloat64(at, value, true);
		at += 8;
	}
	return body;
}

/** CRC-32 and length of a tape's body: two runs that drew the same have the same. */
export function tapeChecksum(tape: Tape): string {
	const body = tapeBody(tape);
	return `${(checksums.buf(body) >>> 0).toString(16).padStart(8, "0")}-${body.length}`;
}

/** A tape as bytes to be kept. */
export function encodeTape(tape: Tape): Uint8Array {
	const body = tapeBody(tape);
	const packed = zlibSync(body, { level: 6 });
	const bytes = new Uint8Array(HEADER + packed.length);
	bytes.set(MAGIC);
	const view = new DataView(bytes.buffer);
	view.setUint32(8, VERSION, true);
	view.setUint32(12, body.length, true);
	view.setUint32(16, checksums.buf(body) >>> 0, true);
	bytes.set(packed, HEADER);
	return bytes;
}

/** The tape that bytes hold. Throws {@link NoTape} for any others. */
export function decodeTape(bytes: Uint8Array): Tape {
	if (bytes.length < HEADER || MAGIC.some((byte, i) => bytes[i] !== byte)) throw new NoTape("This isn't a tape.");
	const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
	const version = view.getUint32(8, true);
	if (version !== VERSION)
		throw new NoTape(`This tape has the form ${version}; ${VERSION} is the only one known here.`);
	const size = view.getUint32(12, true);
	if (size > MAX_BYTES) throw new NoTape("This tape is too large.");
	const body = unpacked(bytes.subarray(HEADER), size);
	if (checksums.buf(body) >>> 0 !== view.getUint32(16, true))
		throw new NoTape("This tape is damaged: its checksum doesn't fit.");
	return tapeOf(body);
}

function unpacked(packed: Uint8Array, size: number): Uint8Array {
	try {
		const body = unzlibSync(packed, { out: new Uint8Array(size) });
		if (body.length === size) return body;
	} catch {
		// Told below, like bytes that unpack to something of another length.
	}
	throw new NoTape("This tape is damaged: it can't be unpacked.");
}

function tapeOf(body: Uint8Array): Tape {
	const view = new DataView(body.buffer, body.byteOffset, body.byteLength);
	const headLength = body.length < 4 ? Number.POSITIVE_INFINITY : view.getUint32(0, true);
	if (4 + headLength > body.length) throw new NoTape("This tape is damaged: its head is cut off.");
	const { entries, coordinates, ...head } = headOf(body.subarray(4, 4 + headLength));
	const rowBytes = COLUMN_BYTES.reduce((sum: number, b) => sum + b, 0);
	if (
		!(
			Number.isInteger(entries) &&
			Number.isInteger(coordinates) &&
			entries >= 0 &&
			coordinates >= 0 &&
			4 + headLength + rowBytes * entries + 8 * coordinates === body.length
		)
	)
		throw new NoTape("This tape is damaged: it has too few or too many bytes.");
	let at = 4 + headLength;
	const read = <T extends Column>(column: T, size: 1 | 2 | 4): T => {
		for (let i = 0; i < entries; i++, at += size)
			column[i] = size === 1 ? view.getUint8(at) : size === 2 ? view.getUint16(at, true) : view.getUint32(at, true);
		return column;
	};
	const columns = {
		kind: read(new Uint8Array(entries), 1),
		line: read(new Uint32Array(entries), 4),
		step: read(new Uint32Array(entries), 4),
		frame: read(new Uint16Array(entries), 2),
		style: read(new Uint32Array(entries), 4),
		call: read(new Uint32Array(entries), 4),
		at: read(new Uint32Array(entries), 4),
	};
	const coords = new Float64Array(coordinates);
	for (let i = 0; i < coordinates; i++, at += 8) coords[i] = view.getFloat64(at, true);
	const tape = { ...head, length: entries, ...columns, coords } as Tape;
	const problem = tapeProblem(tape);
	if (problem !== undefined) throw new NoTape(`This isn't a tape: ${problem}.`);
	return tape;
}

function headOf(bytes: Uint8Array): { entries: number; coordinates: number } {
	try {
		const head: unknown = JSON.parse(strFromU8(bytes));
		if (typeof head === "object" && head !== null) {
			const { sheet, styles, texts, routines, pen, entries, coordinates } = head as Record<string, unknown>;
			return { sheet, styles, texts, routines, pen, entries, coordinates } as never;
		}
	} catch {
		// Told below.
	}
	throw new NoTape("This tape is damaged: its head can't be read.");
}

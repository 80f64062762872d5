// node run-cold.mjs SCENARIO ours|byHand: runs one side once in this fresh process; prints milliseconds, checksum and
// bytes a segment.
const [, , scenario, side] = process.argv;
const module = await import(new URL(`${scenario}.mjs`, import.meta.url));

/** FNV-1a over the bytes of every column, and over the texts. */
function checksum(tape) {
	let hash = 0x811c9dc5;
	const add = (bytes) => {
		for (const byte of bytes) hash = Math.imul(hash ^ byte, 0x01000193);
	};
	for (const column of columns) add(new Uint8Array(column.buffer, column.byteOffset, column.byteLength));
	add(new TextEncoder().encode(JSON.stringify([tape.styles, tape.texts, tape.pen])));
	return (hash >>> 0).toString(16);
}

const from = performance.now();
const tape = module[side]();
const milliseconds = performance.now() - from;
const columns = [tape.kind, tape.line, tape.step, tape.frame, tape.style, tape.call, tape.at, tape.coords];
process.stdout.write(
	JSON.stringify({
		milliseconds,
		checksum: checksum(tape),
		entries: tape.length,
		bytes: columns.reduce((sum, c) => sum + c.byteLength, 0),
	}),
);

// 50,000,000 passes of a loop that only calculates, compiled afresh and run once.
import { decimal } from "../dist/geometry/decimal.js";
import { read } from "../dist/languages/nib/read.js";
import { run } from "../dist/languages/nib/runner.js";
import { CLASS_LIMITS } from "../dist/limits/limits.js";
import { ENTRY } from "../dist/tape/layout.js";
import { TapeWriter } from "../dist/tape/writer.js";

const PASSES = 50_000_000;

export function ours() {
	const reading = read(`let a = 1\nlet b = 0\nrepeat ${PASSES}\n  b = b + a * 2\n  a = a + 1\nend\nprint b, a`);
	return run(reading.checked, { limits: { ...CLASS_LIMITS, steps: 1e9 } }).tape;
}

/** The same loop by hand, counting steps. */
export function byHand() {
	const tape = new TapeWriter(10);
	tape.use(0x000000ff, 2, -1);
	let a = 1;
	let b = 0;
	let steps = 0;
	for (let i = 0; i < PASSES; i++) {
		if (++steps > 1e9) throw new Error("too many steps");
		b = b + a * 2;
		a = a + 1;
	}
	tape.add1(ENTRY.message, 7, steps, tape.textNumber(`${decimal(b)} ${decimal(a)}`));
	return tape.finish({ width: 400, height: 300, origin: "top left" }, [], { x: 200, y: 150, facing: 0, down: true });
}

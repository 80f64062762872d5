// 20,000,000 passes that change a top-level name which a routine uses too, compiled afresh and run once.
import { decimal } from "../dist/geometry/decimal.js";
import { read } from "../dist/languages/nib/read.js";
import { run } from "../dist/languages/nib/runner.js";
import { CLASS_LIMITS } from "../dist/limits/limits.js";
import { ENTRY } from "../dist/tape/layout.js";
import { TapeWriter } from "../dist/tape/writer.js";

const PASSES = 20_000_000;

export function ours() {
	const source = `let sum = 0\nroutine tell()\n  print sum\nend\nrepeat ${PASSES}\n  sum = sum * 0.5 + 3\nend\ntell()`;
	return run(read(source).checked, { limits: { ...CLASS_LIMITS, steps: 1e9 } }).tape;
}

/** The same loop by hand, counting steps; the name lives where a function can see it. */
export function byHand() {
	const tape = new TapeWriter(10);
	tape.use(0x000000ff, 2, -1);
	let [sum, steps] = [0, 0];
	for (let i = 0; i < PASSES; i++) {
		if (++steps > 1e9) throw new Error("too many steps");
		sum = sum * 0.5 + 3;
	}
	steps++;
	tape.add1(ENTRY.callBegin, 8, steps, 0);
	tape.call = tape.length;
	tape.add1(ENTRY.message, 3, steps, tape.textNumber(decimal(sum)));
	tape.add(ENTRY.callEnd, 2, steps);
	return tape.finish({ width: 400, height: 300, origin: "top left" }, [], { x: 200, y: 150, facing: 0, down: true });
}

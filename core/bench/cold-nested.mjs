// A routine that calls itself until 1,000 calls are in progress, 1,000 times over, compiled afresh and run once.
import { decimal } from "../dist/geometry/decimal.js";
import { read } from "../dist/languages/nib/read.js";
import { run } from "../dist/languages/nib/runner.js";
import { CLASS_LIMITS } from "../dist/limits/limits.js";
import { ENTRY } from "../dist/tape/layout.js";
import { TapeWriter } from "../dist/tape/writer.js";

const DEEP = 1_000;
const TIMES = 1_000;

export function ours() {
	const source = `let t = 0\nroutine dive(n)\n  if n > 1\n    return dive(n - 1) + 1\n  end\n  return 1\nend\nrepeat ${TIMES}\n  t = t + dive(${DEEP})\nend\nprint t`;
	return run(read(source).checked, { limits: { ...CLASS_LIMITS, steps: 1e9 } }).tape;
}

/** The same by hand, counting steps and depth. */
export function byHand() {
	const tape = new TapeWriter(10);
	tape.use(0x000000ff, 2, -1);
	let [steps, depth, t] = [0, 0, 0];
	function dive(n) {
		if (++depth > DEEP) throw new Error("too deep");
		if (++steps > 1e9) throw new Error("too many steps");
		const result = n > 1 ? dive(n - 1) + 1 : 1;
		depth--;
		return result;
	}
	for (let i = 0; i < TIMES; i++) {
		if (++steps > 1e9) throw new Error("too many steps");
		t += dive(DEEP);
	}
	tape.add1(ENTRY.message, 11, steps, tape.textNumber(decimal(t)));
	return tape.finish({ width: 400, height: 300, origin: "top left" }, [], { x: 200, y: 150, facing: 0, down: true });
}

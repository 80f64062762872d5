// 10,000,000 calls of a routine with two values, inside two loops, compiled afresh and run once.
import { decimal } from "../dist/geometry/decimal.js";
import { read } from "../dist/languages/nib/read.js";
import { run } from "../dist/languages/nib/runner.js";
import { CLASS_LIMITS } from "../dist/limits/limits.js";
import { ENTRY } from "../dist/tape/layout.js";
import { TapeWriter } from "../dist/tape/writer.js";

const OUTER = 1_000;
const INNER = 10_000;

export function ours() {
	const source = `routine weigh(a, b)\n  return a * 0.5 + b\nend\nlet t = 0\nfor i from 1 to ${OUTER}\n  for j from 1 to ${INNER}\n    t = weigh(t, j)\n  end\nend\nprint t`;
	return run(read(source).checked, { limits: { ...CLASS_LIMITS, steps: 1e9 } }).tape;
}

/** The same by hand: it counts passes and calls, and how deep the calls are. */
export function byHand() {
	const tape = new TapeWriter(10);
	tape.use(0x000000ff, 2, -1);
	let [steps, depth] = [0, 0];
	const step = () => {
		if (++steps > 1e9) throw new Error("too many steps");
	};
	function weigh(a, b) {
		if (++depth > 1_000) throw new Error("too deep");
		step();
		const result = a * 0.5 + b;
		depth--;
		return result;
	}
	let t = 0;
	for (let i = 1; i <= OUTER; i++) {
		step();
		for (let j = 1; j <= INNER; j++) {
			step();
			t = weigh(t, j);
		}
	}
	tape.add1(ENTRY.message, 10, steps, tape.textNumber(decimal(t)));
	return tape.finish({ width: 400, height: 300, origin: "top left" }, [], { x: 200, y: 150, facing: 0, down: true });
}

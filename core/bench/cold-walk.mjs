// 1,000,000 walked segments with a turn after each, compiled afresh and run once.
import { cosDeg, sinDeg } from "../dist/geometry/trig.js";
import { read } from "../dist/languages/nib/read.js";
import { run } from "../dist/languages/nib/runner.js";
import { CLASS_LIMITS } from "../dist/limits/limits.js";
import { ENTRY } from "../dist/tape/layout.js";
import { TapeWriter } from "../dist/tape/writer.js";

const SEGMENTS = 1_000_000;
const ENTRIES = 2_000_010;

export function ours() {
	const reading = read(`repeat ${SEGMENTS}\n  walk 1\n  turn left 1\nend`);
	return run(reading.checked, { limits: { ...CLASS_LIMITS, steps: 1e9, entries: ENTRIES } }).tape;
}

/** The same loop by hand: it counts steps, uses the same sine and records to the same tape. */
export function byHand() {
	const tape = new TapeWriter(ENTRIES);
	tape.use(0x000000ff, 2, -1);
	let [x, y, facing, cos, sin, steps] = [200, 150, 0, 1, 0, 0];
	for (let i = 0; i < SEGMENTS; i++) {
		if (++steps > 1e9) throw new Error("too many steps");
		const [nx, ny] = [x + cos, y - sin];
		tape.add4(ENTRY.segment, 2, steps, x, y, nx, ny);
		x = nx;
		y = ny;
		tape.add1(ENTRY.turn, 3, steps, 1);
		facing = (facing + 1) % 360;
		cos = cosDeg(facing);
		sin = sinDeg(facing);
	}
	return tape.finish({ width: 400, height: 300, origin: "top left" }, [], { x, y, facing, down: true });
}

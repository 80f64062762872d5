// Prints how the product's speed compares with a plain baseline measured in the same run. --json for machines.
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { build } from "./build.mjs";
import { CantGoOn, main, ROOT } from "./run.mjs";

const ROUNDS = 7;
const json = process.argv.includes("--json");

function node(...args) {
	const result = spawnSync(process.execPath, args, { encoding: "utf8", cwd: join(ROOT, "core/bench") });
	if (result.status !== 0) throw new CantGoOn(result.stderr);
	return JSON.parse(result.stdout);
}

const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

/** Both sides in turn, each in a process of its own, and the ratio of neighbours. */
function cold(scenario) {
	const pairs = [];
	for (let i = 0; i < ROUNDS; i++) pairs.push([node("run-cold.mjs", scenario, "ours"), node("run-cold.mjs", scenario, "byHand")]);
	const same = pairs.every(([a, b]) => a.checksum === b.checksum && a.entries === b.entries);
	return {
		name: scenario,
		ours: median(pairs.map(([a]) => a.milliseconds)),
		baseline: median(pairs.map(([, b]) => b.milliseconds)),
		what: "the same loop by hand",
		bytesAnEntry: median(pairs.map(([a]) => a.bytes / a.entries)),
		ratio: same ? median(pairs.map(([a, b]) => a.milliseconds / b.milliseconds)) : null,
	};
}

await main(async () => {
	build();
	const rows = [...["cold-walk", "cold-arithmetic", "cold-calls", "cold-shared", "cold-nested"].map(cold), ...node("warm.mjs").map((r) => ({ ...r, ratio: r.ours / r.baseline }))];
	if (json) {
		process.stdout.write(`${JSON.stringify(rows)}\n`);
		return 0;
	}
	for (const { name, ours, baseline, ratio, what } of rows) {
		const said = ratio === null ? "no ratio: the two tapes differ" : `${ratio.toFixed(2)} ×`;
		process.stdout.write(`${name.padEnd(52)} ${ours.toFixed(ours < 10 ? 2 : 0).padStart(7)} ms   ${said.padStart(8)} of ${baseline.toFixed(baseline < 10 ? 2 : 0)} ms, ${what}\n`);
	}
	return rows.some((r) => r.ratio === null) ? 1 : 0;
});

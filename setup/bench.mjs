// Prints how the product's speed compares with a plain baseline measured in the same run. --json for machines.
// `npm run bench -- year` measures every route on a school with two years of work (--students N), and
// `npm run bench -- sizing` what students at work cost in cores and memory.
import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { parseArgs } from "node:util";
import { parse } from "yaml";
import { consoleRows } from "./bench-console.mjs";
import { loadRows } from "./bench-load.mjs";
import { benchSizing } from "./bench-sizing.mjs";
import { benchYear } from "./bench-year.mjs";
import { build } from "./build.mjs";
import { ensurePostgres } from "./postgres.mjs";
import { CantGoOn, main, ROOT } from "./run.mjs";

const ROUNDS = 7;
const json = process.argv.includes("--json");

function node(...args) {
	const result = spawnSync(process.execPath, args, { encoding: "utf8", cwd: join(ROOT, "core/bench") });
	if (result.status !== 0) throw new CantGoOn(result.stderr);
	return JSON.parse(result.stdout);
}

const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

/** Runs both sides alternately, each in its own process, and gives the ratio of neighbouring runs. */
function cold(scenario) {
	const pairs = [];
	for (let i = 0; i < ROUNDS; i++)
		pairs.push([node("run-cold.mjs", scenario, "ours"), node("run-cold.mjs", scenario, "byHand")]);
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

/** How long a process takes, in milliseconds. */
function timed(...args) {
	const from = performance.now();
	const result = spawnSync(process.execPath, args, { encoding: "utf8" });
	if (result.status === null || result.status > 1) throw new CantGoOn(result.stderr);
	return performance.now() - from;
}

const MARKPEN = join(ROOT, "cli/bin/markpen.mjs");

/** A short program described, beside a process of Node that does nothing. */
function oneProgram() {
	const folder = mkdtempSync(join(tmpdir(), "mark-pen-bench-"));
	const file = join(folder, "buoy.nib.txt");
	writeFileSync(file, "circle centre 200, 150 radius 40\nwalk 50\n");
	const pairs = Array.from({ length: 15 }, () => [timed(MARKPEN, "figures", file), timed("-e", "0")]);
	rmSync(folder, { recursive: true });
	return {
		name: "markpen figures of a short program",
		ours: median(pairs.map(([a]) => a)),
		baseline: median(pairs.map(([, b]) => b)),
		what: "Node started and ended",
	};
}

/** A thousand files through the command line, its start included, beside a process that only reads them. */
function byCommandLine() {
	const folder = mkdtempSync(join(tmpdir(), "mark-pen-bench-"));
	const sources = parse(readFileSync(join(ROOT, "demo/programs.yaml"), "utf8"))
		.filter((p) => p.exercise === "mooring-buoy")
		.map((p) => p.source);
	for (let i = 0; i < 1_000; i++)
		writeFileSync(join(folder, `${String(i).padStart(4, "0")}.nib.txt`), sources[i % sources.length]);
	const reads = `const fs = require("node:fs"); for (const f of fs.readdirSync(process.argv[1])) fs.readFileSync(process.argv[1] + "/" + f, "utf8").split("\\n")`;
	const pairs = [];
	for (let i = 0; i < 5; i++)
		pairs.push([
			timed(
				MARKPEN,
				"check",
				folder,
				"--exercise",
				join(ROOT, "demo/exercises/mooring-buoy.exercise.yaml"),
				"--no-causes",
			),
			timed("-e", reads, folder),
		]);
	const searched = timed(
		MARKPEN,
		"check",
		folder,
		"--exercise",
		join(ROOT, "demo/exercises/mooring-buoy.exercise.yaml"),
	);
	rmSync(folder, { recursive: true });
	const without = median(pairs.map(([a]) => a));
	return [
		{
			name: "1,000 hand-ins by the command line, start included, without causes",
			ours: without,
			baseline: median(pairs.map(([, b]) => b)),
			what: "a process that only reads them",
			ratio: median(pairs.map(([a, b]) => a / b)),
		},
		{
			name: "1,000 hand-ins by the command line, with their causes",
			ours: searched,
			baseline: without,
			what: "the same without causes",
		},
	];
}

await main(async () => {
	await build();
	ensurePostgres();
	if (process.argv[2] === "year") {
		const { values } = parseArgs({
			args: process.argv.slice(3),
			options: { students: { type: "string", default: "2000" } },
		});
		return benchYear(Number(values.students));
	}
	if (process.argv[2] === "sizing") return benchSizing();
	const commandLine = byCommandLine();
	const rows = [
		...["cold-walk", "cold-arithmetic", "cold-calls", "cold-shared", "cold-nested"].map(cold),
		oneProgram(),
		...commandLine,
		...(await loadRows(commandLine[0].ours / 1_000)),
		...(await consoleRows()),
		...node("warm.mjs"),
		...node("languages.mjs"),
	].map((row) => ({
		...row,
		ratio: row.ratio === undefined ? row.ours / row.baseline : row.ratio,
	}));
	if (json) {
		process.stdout.write(`${JSON.stringify(rows)}\n`);
		return 0;
	}
	for (const { name, ours, baseline, ratio, what } of rows) {
		const said = ratio === null ? "no ratio: the two tapes differ" : `${ratio.toFixed(2)} ×`;
		process.stdout.write(
			`${name.padEnd(72)} ${ours.toFixed(ours < 10 ? 2 : 0).padStart(7)} ms   ${said.padStart(8)} of ${baseline.toFixed(baseline < 10 ? 2 : 0)} ms, ${what}\n`,
		);
	}
	return rows.some((r) => r.ratio === null) ? 1 : 0;
});

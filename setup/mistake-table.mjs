// Measures how well causes are proved: makes each kind of mistake in models and right programs, in two forms of each,
// and counts what the search then finds. Half of the programs are held out from fitting the order of repairs.
//   node setup/mistake-table.mjs        measures on the held-out half, and writes the table of docs/mistakes.md
//   node setup/mistake-table.mjs fit    fits the order of repairs on the other half: core/src/mistakes/likelihood.ts
//   --every N   takes every Nth program alone, for a quick look

import { once } from "node:events";
import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { availableParallelism } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { parseArgs } from "node:util";
import { isMainThread, parentPort, Worker, workerData } from "node:worker_threads";
import { parse } from "yaml";
import { programRunOf } from "../core/dist/exercise/program-run-of.js";
import { explain, mendedBy } from "../core/dist/explain.js";
import { readExercise } from "../core/dist/index.js";
import { read } from "../core/dist/languages/nib/read.js";
import { nibSites } from "../core/dist/languages/nib/sites/nib-sites.js";
import { CLASS_LIMITS } from "../core/dist/limits/limits.js";
import { judge } from "../core/dist/marking/judge.js";
import { causesOf } from "../core/dist/mistakes/causes.js";
import { edited } from "../core/dist/mistakes/edits.js";
import { MISTAKES } from "../core/dist/mistakes/index.js";
import { canBeSearched } from "../core/dist/mistakes/searchable.js";
import { REWRITINGS } from "../core/dist/trial/rewrite/index.js";
import { main, ROOT } from "./run.mjs";

/** Rewritings after which a program still looks like a student's. */
const FORMS = ["names-changed", "numbers-in-variables", "sums-for-numbers", "loops-written-out", "line-ends-exchanged"];
/** Changes of one mistake in one program. */
const MOST = 2;

/** A seeded sequence of numbers from 0 to 1: xorshift32 (Marsaglia, 2003). */
function chance(seed) {
	let state = seed | 1;
	return () => {
		state ^= state << 13;
		state ^= state >>> 17;
		state ^= state << 5;
		return (state >>> 0) / 2 ** 32;
	};
}

function hash(text) {
	let sum = 0x811c9dc5;
	for (let i = 0; i < text.length; i++) sum = Math.imul(sum ^ text.charCodeAt(i), 0x01000193);
	return sum >>> 0;
}

const FOLDERS = ["demo/exercises", "core/examples/touchstones"];
const FILES = new Map(
	FOLDERS.flatMap((folder) =>
		readdirSync(join(ROOT, folder))
			.filter((name) => name.endsWith(".exercise.yaml"))
			.map((name) => [name.replace(".exercise.yaml", ""), join(ROOT, folder, name)]),
	),
);
const exercises = new Map();
export function exerciseOf(id) {
	if (!exercises.has(id)) exercises.set(id, readExercise(readFileSync(FILES.get(id), "utf8")).exercise);
	return exercises.get(id);
}

/** Every right program of an exercise, and its rewritings that are as right. @param formsOf which forms of the nth */
function rightPrograms(formsOf) {
	const demo = parse(readFileSync(join(ROOT, "demo/programs.yaml"), "utf8"));
	const right = demo.filter((p) => p.right);
	return [...FILES.keys()].flatMap((id) => {
		const exercise = exerciseOf(id);
		const sources = [exercise.model, ...right.filter((p) => p.exercise === id).map((p) => p.source)];
		return sources.flatMap((source, n) => {
			const run = programRunOf({ source, language: "nib" }, exercise);
			const tree = { ...run.program.read.checked.program, source };
			const plain = judge(run).points.earned;
			const forms = formsOf(n + hash(id)).flatMap((rewriting) => {
				const other = rewriting.make(tree, run.drawing, run.sheet);
				const isRight =
					other &&
					other !== source &&
					judge(programRunOf({ source: other, language: "nib" }, exercise)).points.earned === plain;
				return isRight ? [{ exercise: id, source: other, n, form: rewriting.id }] : [];
			});
			return [{ exercise: id, source, n, form: "as written" }, ...forms];
		});
	});
}

/** One other form of each, for making mistakes in. */
const oneForm = (n) => REWRITINGS.filter((r) => r.id === FORMS[n % FORMS.length]);

/** Lines of the second text that differ from the first, and lines next to removed ones. */
function changedLines(right, wrong) {
	const [a, b] = [right.split("\n"), wrong.split("\n")];
	let first = 0;
	while (first < a.length && a[first] === b[first]) first++;
	let last = 0;
	while (last < Math.min(a.length, b.length) - first && a.at(-1 - last) === b.at(-1 - last)) last++;
	const lines = new Set();
	if (a.length === b.length) {
		for (let i = first; i < b.length - last; i++) if (a[i] !== b[i]) lines.add(i + 1);
	} else for (let i = first - 1; i <= b.length - last; i++) lines.add(i + 1);
	// Beside a comment or an empty line, the next statement is as near.
	for (const line of [...lines]) {
		let next = line;
		while (/^\s*(--.*)?$/.test(b[next - 1] ?? "x")) lines.add(++next);
	}
	return lines;
}

/** Every wrong program with one mistake, or with two. */
export function wrongPrograms(two = false) {
	const made = [];
	for (const { exercise: id, source, form, n } of rightPrograms(oneForm)) {
		const exercise = exerciseOf(id);
		const { sheet } = programRunOf({ source, language: "nib" }, exercise);
		const world = { sheet, far: Math.max(28, 6 * exercise.tolerance.position) };
		const full = judge(programRunOf({ source, language: "nib" }, exercise));
		const apply = (text, mistake) => {
			const reading = read(text);
			if (!reading.ok) return [];
			const sites = nibSites(text, reading.checked.program.steps);
			return [...(mistake.make?.(sites, world) ?? [])].flatMap((change) => {
				const wrong = edited(text, change.edits);
				return wrong !== text && read(wrong).ok
					? [{ id: mistake.id, source: wrong, lines: changedLines(text, wrong) }]
					: [];
			});
		};
		const model = programRunOf({ source: exercise.model, language: "nib" }, exercise);
		const before = new Map(full.judged.map((j) => [j.criterion.id, j.score.points]));
		/** Whether a program loses points that a repair could explain. */
		const misses = (text) =>
			judge(programRunOf({ source: text, language: "nib" }, exercise)).judged.some(
				(j) => j.score.points < before.get(j.criterion.id) - 1e-9 && canBeSearched(j.criterion, model),
			);
		const random = chance(hash(id + source + two));
		const pick = (all, most) => {
			const left = [...all];
			const taken = [];
			while (left.length > 0 && taken.length < most) {
				const [one] = left.splice(Math.floor(random() * left.length), 1);
				if (misses(one.source)) taken.push(one);
			}
			return taken;
		};
		for (const mistake of MISTAKES) {
			const one = pick(apply(source, mistake), two ? 1 : MOST);
			if (!two) {
				for (const w of one)
					made.push({ exercise: id, form, n, right: source, wrong: w.source, ids: [w.id], lines: [[...w.lines]] });
				continue;
			}
			const other = MISTAKES[Math.floor(random() * MISTAKES.length)];
			const [first] = one;
			if (!first || other.id === mistake.id) continue;
			const [second] = pick(apply(first.source, other), 1);
			if (second)
				made.push({
					exercise: id,
					form,
					n,
					right: source,
					wrong: second.source,
					ids: [first.id, second.id],
					lines: [[...first.lines], [...second.lines]],
				});
		}
	}
	return made.map((m, i) => ({ ...m, kept: hash(`${m.right}${i}`) % 2 === 1 }));
}

/** The causes found in one program, and the unproved remarks, as plain data. */
export function found({ exercise: id, wrong }) {
	const exercise = exerciseOf(id);
	const own = programRunOf({ source: wrong, language: "nib" }, exercise);
	const marked = judge(own);
	const begun = performance.now();
	const { causes, slips } = explain(own, marked, exercise, { limits: CLASS_LIMITS, submission: {} });
	return {
		milliseconds: performance.now() - begun,
		causes: causes.map((c) => ({
			id: c.id,
			lines: [c, ...c.also].map((place) => place.line),
			mended: mendedBy(wrong, c),
		})),
		unproved: slips.map(({ id, lines }) => ({ id, lines })),
	};
}

/** The first search for a cause: the mistakes whose repairs were tried, and the best one. */
function firstSearch({ exercise: id, wrong, cost }) {
	const exercise = exerciseOf(id);
	const own = programRunOf({ source: wrong, language: "nib" }, exercise);
	const again = (source, steps) =>
		programRunOf({ source, language: "nib" }, exercise, { limits: { ...CLASS_LIMITS, steps } });
	const rounds = [];
	const watch = (tried, best) => rounds.push({ tried: tried.map((t) => t.id), best: best?.id });
	causesOf({ own, marked: judge(own), again, watch, cost });
	return rounds[0];
}

if (!isMainThread && workerData?.table)
	parentPort.on("message", ({ i, one }) =>
		parentPort.postMessage({ i, result: one.cost ? firstSearch(one) : found(one) }),
	);

/** All programs searched, on all cores. */
export async function searchAll(programs) {
	const results = new Array(programs.length);
	let next = 0;
	await Promise.all(
		Array.from({ length: availableParallelism() }, async () => {
			const worker = new Worker(fileURLToPath(import.meta.url), { workerData: { table: true } });
			worker.setMaxListeners(0);
			while (next < programs.length) {
				const i = next++;
				worker.postMessage({ i, one: programs[i] });
				const [{ result }] = await once(worker, "message");
				results[i] = result;
			}
			await worker.terminate();
		}),
	);
	return results;
}

const BY_ID = new Map(MISTAKES.map((m) => [m.id, m]));
const share = (part, all) => (all === 0 ? "" : `${Math.round((1000 * part) / all) / 10} %`);
const middle = (numbers, at = 0.5) => [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length * at)] ?? 0;

/** Results for programs with one mistake: how often a cause is proved, at the right line and with the right name. */
function counted(programs, results) {
	const rows = new Map();
	programs.forEach(({ ids: [id], lines, right }, i) => {
		const row = rows.get(id) ?? { made: 0, proved: 0, named: 0, line: 0, name: 0 };
		rows.set(id, row);
		const { causes } = results[i];
		row.made++;
		if (causes.length > 0) row.proved++;
		const { family, mendedBy: others = [] } = BY_ID.get(id);
		for (const cause of causes) {
			const at = cause.lines.some((line) => lines[0].includes(line));
			row.named++;
			if (at) row.line++;
			// A mistake of the same family at the same line counts too, and so does one that restores the right text.
			const alike = at && BY_ID.get(cause.id).family === family;
			if (cause.id === id || others.includes(cause.id) || cause.mended === right || alike) row.name++;
		}
	});
	return rows;
}

/** The table of docs/mistakes.md. */
async function table(every) {
	const some = (all) => all.filter((_, i) => i % every === 0);
	const one = some(wrongPrograms().filter((p) => p.kept));
	const two = some(wrongPrograms(true).filter((p) => p.kept));
	const [ones, twos] = [await searchAll(one), await searchAll(two)];
	const rows = counted(one, ones);
	const sum = (key) => [...rows.values()].reduce((all, row) => all + row[key], 0);
	const both = two.filter(({ lines }, i) => {
		const named = twos[i].causes.flatMap((c) => c.lines);
		return lines.every((own) => own.some((line) => named.includes(line)));
	}).length;
	const right = rightPrograms(() => REWRITINGS).map(({ exercise, source }) => ({ exercise, wrong: source }));
	const accused = (await searchAll(right)).filter((r) => r.causes.length + r.unproved.length > 0).length;
	const unproved = one.filter((_, i) => ones[i].unproved.length > 0).length;
	const misled = one.filter(({ ids: [id], lines: [own] }, i) =>
		ones[i].unproved.some((u) => u.id !== id && !u.lines.some((line) => own.includes(line))),
	).length;
	const known = parse(readFileSync(join(ROOT, "demo/programs.yaml"), "utf8"))
		.filter((p) => p.mistake)
		.map((p) => ({ exercise: p.exercise, wrong: p.source }));
	const knowns = await searchAll(known);
	const explained = knowns.filter((r) => r.causes.length > 0).length;
	const times = ones.map((r) => r.milliseconds);
	const summary = [
		"| measured | aim | found |",
		"|---|---|---|",
		`| one mistake: a cause is proved | 85 % | ${share(sum("proved"), sum("made"))} of ${sum("made")} |`,
		`| of the causes named: at the mistake's line | 97 % | ${share(sum("line"), sum("named"))} of ${sum("named")} |`,
		`| of the causes named: its own name, or one that says the same | 90 % | ${share(sum("name"), sum("named"))} |`,
		`| two mistakes: both at their lines | 60 % | ${share(both, two.length)} of ${two.length} |`,
		`| one mistake: an explanation without proof is shown | 5 % at most | ${share(unproved, one.length)} |`,
		`| one mistake: it is neither the mistake nor at its line | 1 % at most | ${share(misled, one.length)} |`,
		`| right and unusual programs with a cause or an explanation | 0 | ${accused} of ${right.length} |`,
		`| the demo's known mistakes: a cause is proved | 95 % | ${share(explained, known.length)} of ${known.length} |`,
	];
	const each = [...rows]
		.sort(([a], [b]) => a.localeCompare(b))
		.map(([id, r]) => `| ${id} | ${r.made} | ${r.proved} | ${r.named} | ${r.line} | ${r.name} |`);
	const head = ["| mistake made | programs | proved | causes | at its line | its name |", "|---|---|---|---|---|---|"];
	const text = [...summary, "", ...head, ...each].join("\n");
	return { text, times: [middle(times), middle(times, 0.95)].map(Math.round) };
}

/** How likely a repair of each mistake is the cause, from the fitting half. */
async function fitted(every) {
	const programs = wrongPrograms().filter((p, i) => !p.kept && i % every === 0);
	const results = await searchAll(programs.map((p) => ({ ...p, cost: 2_500 })));
	const counts = new Map();
	for (const first of results)
		for (const id of first?.tried ?? []) {
			const row = counts.get(id) ?? { tried: 0, won: 0 };
			row.tried++;
			counts.set(id, row);
		}
	for (const first of results) if (first?.best) counts.get(first.best).won++;
	// Pseudo-counts (additive smoothing), so that rarely tried repairs get neither 0 nor 1.
	return [...counts]
		.map(([id, { tried, won }]) => [id, Number(((won + 0.3) / (tried + 10)).toPrecision(3))])
		.sort((a, b) => b[1] - a[1]);
}

if (isMainThread && process.argv[1] === fileURLToPath(import.meta.url))
	await main(async () => {
		const { values, positionals } = parseArgs({ allowPositionals: true, options: { every: { type: "string" } } });
		const every = Number(values.every ?? 1);
		if (positionals[0] === "fit") {
			const path = join(ROOT, "core/src/mistakes/likelihood.ts");
			const lines = (await fitted(every)).map(([id, n]) => `\t${id.includes("-") ? `"${id}"` : id}: ${n},`);
			const by = `const MEASURED: Readonly<Record<string, number>> = {\n${lines.join("\n")}\n};`;
			writeFileSync(path, readFileSync(path, "utf8").replace(/const MEASURED[^=]*= \{[\s\S]*?\};/, by));
			return;
		}
		const { text, times } = await table(every);
		const path = join(ROOT, "docs/mistakes.md");
		const page = readFileSync(path, "utf8");
		const marks = /(<!-{2} measured -->)[\s\S]*?(<!-{2} \/measured -->)/;
		if (every === 1)
			writeFileSync(
				path,
				page.replace(marks, (_, open, close) => `${open}\n\n${text}\n\n${close}`),
			);
		process.stdout.write(`${text}\n\nSearch: ${times[0]} ms in the middle, ${times[1]} ms at 95 %.\n`);
	});

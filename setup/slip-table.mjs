// Measures how well slips are named: makes each kind of mistake in every right program of the demo, by the alterations
// that exercises are tried with, which share no code with the slips, and counts what the reports then say.
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { parse } from "yaml";
import { mark, readExercise } from "../core/dist/index.js";
import { read } from "../core/dist/nib/read.js";
import { ALTERATIONS, alteredBy } from "../core/dist/trial/alter/index.js";
import { main, ROOT } from "./run.mjs";

/**
 * For each kind of mistake the slips that name it rightly: where a colour is lost, the one before or the start's is
 * left.
 */
const RIGHT = {
	"x-y-exchanged": ["x-y-exchanged", "width-height-exchanged"],
	"corner-for-middle": ["corner-for-middle"],
	"middle-for-corner": ["middle-for-corner"],
	"y-wrong-way": ["y-wrong-way", "sign-lost"],
	"everything-upside-down": ["y-wrong-way", "sign-lost"],
	"sign-lost": ["sign-lost", "y-wrong-way"],
	"other-origin": ["other-origin"],
	"brackets-left-out": ["brackets-left-out"],
	"radius-for-diameter": ["radius-for-diameter"],
	"diameter-for-radius": ["diameter-for-radius"],
	"width-height-exchanged": ["width-height-exchanged"],
	"place-size-exchanged": ["place-size-exchanged"],
	"far-corner-as-size": ["far-corner-as-size"],
	"other-kind": ["other-kind"],
	"fill-lost": ["never-set", "setting-carried-over", "outline-for-filled", "too-faint"],
	"pen-colour-lost": ["never-set", "setting-carried-over"],
	"width-lost": ["never-set", "setting-carried-over"],
	"fill-for-pen": ["fill-for-pen"],
	"outline-for-filled": ["outline-for-filled"],
	"filled-for-outline": ["filled-for-outline"],
	"colour-after": ["colour-after"],
	"colours-exchanged": ["colours-exchanged"],
	"paper-lost": ["never-set", "trail"],
	"turned-other-way": ["turned-other-way"],
	"inside-angle": ["inside-angle"],
	"turn-more": ["not-a-whole-turn", "turned", "facing-left-over"],
	"side-too-few": ["side-too-few"],
	"side-too-many": ["side-too-many"],
	"round-more-than-once": ["round-more-than-once"],
	"left-down": ["left-down"],
	"never-down": ["never-down"],
	"lifted-early": ["lifted-early"],
	"facing-left-over": ["facing-left-over"],
	"error-adds-up": ["error-adds-up"],
	"did-not-move-on": ["did-not-move-on"],
	"never-called": ["never-called"],
	"drawn-twice": ["drawn-twice"],
	"last-drawn-first": ["hidden"],
	trail: ["trail", "never-set"],
	"stuck-same-sum": ["stuck-same-sum"],
	"stuck-new-each-frame": ["stuck-new-each-frame"],
	"never-turns": ["never-turns"],
	"turns-too-early": ["turns-too-early"],
};
/** Slips that only tell what can be seen, true whatever the mistake was. */
const FACTS = new Set([
	"off-the-sheet",
	"hidden",
	"setting-unused",
	"never-called",
	"never-placed",
	"drawn-twice",
	"too-faint",
]);
/** Mistakes with a whole figure: where the change broke a figure up, or made another of it, it was another mistake. */
const WHOLE = new Set(
	"x-y-exchanged corner-for-middle middle-for-corner y-wrong-way sign-lost far-corner-as-size place-size-exchanged width-height-exchanged radius-for-diameter diameter-for-radius brackets-left-out other-kind error-adds-up fill-lost colour-after pen-colour-lost other-origin everything-upside-down".split(
		" ",
	),
);
/** Turns at corners: nobody mistakes the inside angle of a step of one degree. */
const CORNERS = new Set(["turn-more", "turned-other-way", "inside-angle"]);
const MAX_OF_KIND = 4;

/** Whether a change makes the mistake that it is named for, in this program. */
function isMistake(id, exercise, source, line) {
	const lines = source.split("\n");
	const own = lines[line - 1] ?? "";
	if (CORNERS.has(id)) {
		const angle = /turn (?:left|right) ([\d.]+)/.exec(own);
		if (angle && (Number(angle[1]) < 30 || Number(angle[1]) > 150)) return false;
	}
	// A step that is too large shows in a row.
	if (id === "error-adds-up") return exercise === "pier-planks" || exercise === "lighthouse";
	// A coil that doesn't grow goes round in one place: nothing of it was to stand apart.
	if (id === "did-not-move-on") return exercise !== "rope-coil";
	if (id !== "round-more-than-once") return true;
	const rounds = /repeat (\d+)/.exec(own);
	const turns = [
		...lines
			.slice(line, line + 5)
			.join(" ")
			.matchAll(/turn (?:left|right) ([\d.]+)/g),
	].map((m) => Number(m[1]));
	const round = rounds?.[1] === "2" ? turns.reduce((a, b) => a + b, 0) : (turns[0] ?? 0);
	return rounds !== null && Number(rounds[1]) * round === 360;
}

/** For each kind of mistake how often it was made, rightly named, not named, and how often something else was named. */
export function measured() {
	const programs = parse(readFileSync(join(ROOT, "demo/programs.yaml"), "utf8")).filter((p) => p.right);
	const rows = new Map(Object.keys(RIGHT).map((id) => [id, { made: 0, found: 0, missed: 0, wrong: 0 }]));
	for (const id of new Set(programs.map((p) => p.exercise))) {
		const { exercise } = readExercise(readFileSync(join(ROOT, `demo/exercises/${id}.exercise.yaml`), "utf8"));
		const free = [exercise.free ?? []].flat();
		for (const source of [exercise.model, ...programs.filter((p) => p.exercise === id).map((p) => p.source)]) {
			const reading = read(source);
			const plain = mark(source, exercise);
			for (const alteration of ALTERATIONS) {
				const row = rows.get(alteration.id);
				if (!row || alteration.changes.some((c) => free.includes(c))) continue;
				for (const { source: changed, line } of alteredBy(alteration, reading.checked.program, {
					sheet: exercise.sheet,
					far: 30,
				}).slice(0, MAX_OF_KIND)) {
					const routine = /routine (\w+)/.exec(source)?.[1];
					if (alteration.id === "never-called" && routine && new RegExp(`^ *${routine}\\(`, "m").test(changed))
						continue;
					if (!isMistake(alteration.id, id, source, line)) continue;
					const report = mark(changed, exercise);
					if (report.ended !== "whole" || report.points.earned >= report.points.possible) continue;
					if (WHOLE.has(alteration.id) && report.figuresInAll !== plain.figuresInAll) continue;
					const named = report.slips.map((s) => s.id);
					const right = RIGHT[alteration.id];
					row.made++;
					if (named.some((n) => right.includes(n))) row.found++;
					else row.missed++;
					if (named.some((n) => !right.includes(n) && !FACTS.has(n))) row.wrong++;
				}
			}
		}
	}
	return [...rows].filter(([, row]) => row.made > 0);
}

/** The table for docs/slips.md. */
export function slipTable() {
	const rows = measured();
	const sum = (key) => rows.reduce((all, [, row]) => all + row[key], 0);
	const percent = (part) => `${Math.round((1000 * part) / sum("made")) / 10} %`;
	return [
		"| mistake made | times | named | not named | something else named too |",
		"|---|---|---|---|---|",
		...rows.map(([id, { made, found, missed, wrong }]) => `| ${id} | ${made} | ${found} | ${missed} | ${wrong} |`),
		`| **all** | **${sum("made")}** | **${percent(sum("found"))}** | **${percent(sum("missed"))}** | **${percent(sum("wrong"))}** |`,
	].join("\n");
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
	await main(() => {
		const path = join(ROOT, "docs/slips.md");
		const page = readFileSync(path, "utf8");
		const table = slipTable();
		writeFileSync(
			path,
			page.replace(
				/(<!-{2} measured -->)[\s\S]*?(<!-{2} \/measured -->)/,
				(_, open, close) => `${open}\n\n${table}\n\n${close}`,
			),
		);
		process.stdout.write(`${table}\n`);
	});
}

// Makes the pages on checks and mistakes from their examples.
import { existsSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { parse } from "yaml";
import {
	ANCHORS,
	collectionJsonSchema,
	conditionsOf,
	draw,
	exerciseJsonSchema,
	MEASURE_NAMES,
	MISTAKES,
	pictureOf,
	readExercise,
	runUnder,
	svgOf,
	tapeOf,
} from "../core/dist/index.js";
import { CHECKS } from "../core/dist/marking/checks/index.js";
import { exampleFile } from "../core/examples/example-file.mjs";
import { MATCHING, MEASURES_MEAN, MISTAKES_MEAN, NOTES, PLACES_MEAN } from "./check-notes.mjs";
import { ROOT } from "./run.mjs";

const fence = "```";
/** The measured table of the page on mistakes, which is made by setup/mistake-table.mjs. */
const MEASURED = /<!-{2} measured -->([\s\S]*?)<!-{2} \/measured -->/;
const load = (path) => parse(readFileSync(join(ROOT, path), "utf8"));

/** An SVG as a part of another one. */
function nested(svg, box, { x, y, width, height }) {
	return `<svg x="${x}" y="${y}" width="${width}" height="${height}" viewBox="${box}">${svg.replace(/^[\s\S]*?<svg[^>]*>/, "").replace(/<\/svg>\s*$/, "")}</svg>`;
}

/**
 * The part of the sheet to look at, four by three, with all figures of some drawings; the whole sheet for large ones.
 */
function lookedAt(drawings) {
	const { width, height, origin } = drawings[0].tape.sheet;
	const boxes = drawings.flatMap((d) => d.drawing.figures.map((f) => f.bounds));
	const [left, right] = [Math.min(...boxes.map((b) => b.left)) - 12, Math.max(...boxes.map((b) => b.right)) + 12];
	const [low, high] = [Math.min(...boxes.map((b) => b.low)) - 12, Math.max(...boxes.map((b) => b.high)) + 12];
	const across = Math.max(right - left, ((high - low) * 4) / 3, 80);
	if (boxes.length === 0 || origin !== "top left" || !(across < width)) return `0 0 ${width} ${height}`;
	const place = (middle, size, room) => Math.min(Math.max(middle - size / 2, 0), room - size);
	const down = (across * 3) / 4;
	return [place((left + right) / 2, across, width), place((low + high) / 2, down, height), across, down]
		.map((v) => Math.round(v * 100) / 100)
		.join(" ");
}

/** A check's first example: what meets it beside what misses it. */
function pair(example) {
	const reading = readExercise(exampleFile(example));
	const { exercise } = reading;
	const under = { ...runUnder(conditionsOf(exercise)), frames: exercise.run?.frames ?? 0 };
	const drawn = (source) => svgOf(pictureOf(tapeOf(source, under)));
	const [w, h] = [220, 165];
	const box = lookedAt([example.met, example.missed].map((source) => draw(source, under)));
	const frame = (x, label, colour) =>
		`<rect x="${x}" y="24" width="${w}" height="${h}" fill="#fff" stroke="${colour}"/><text x="${x}" y="16" font-size="13" fill="${colour}">${label}</text>`;
	return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${2 * w + 30} ${h + 34}" width="${2 * w + 30}" height="${h + 34}" font-family="Atkinson Hyperlegible Next, sans-serif">\n<rect width="100%" height="100%" fill="#fff"/>\n${frame(10, "met", "#1a6b3c")}\n${nested(drawn(example.met), box, { x: 10, y: 24, width: w, height: h })}\n${frame(w + 20, "missed", "#a8321f")}\n${nested(drawn(example.missed), box, { x: w + 20, y: 24, width: w, height: h })}\n</svg>\n`;
}

const slug = (check) => check.replaceAll(" ", "-");

/** A picture for each check. */
export function checkPictures() {
	const examples = load("core/examples/checks.yaml");
	return Object.fromEntries(
		CHECKS.map((check) => [
			`docs/pictures/checks/${slug(check.name)}.svg`,
			() => pair(examples.find((e) => e.check === check.name)),
		]),
	);
}

/** Every check with each option: its syntax, its sentence, and the sentence when it is missed. */
export function checksPage() {
	for (const [what, means, names] of [
		["measure", MEASURES_MEAN, MEASURE_NAMES],
		["place", PLACES_MEAN, ANCHORS],
	]) {
		const lacking = names.filter((name) => means[name] === undefined);
		if (lacking.length > 0) throw new Error(`setup/check-notes.mjs lacks the ${what} ${lacking.join(", ")}`);
	}
	const examples = load("core/examples/checks.yaml");
	const code = (text) => `\`${text.replaceAll("|", "\\|")}\``;
	const parts = CHECKS.map((check) => {
		const own = examples.filter((e) => e.check === check.name);
		const rows = own.map(
			(e) =>
				`| ${e.option} | ${code(e.criterion)} | ${e.asks.replaceAll("|", "\\|")} | ${e.says.replaceAll("|", "\\|")} |`,
		);
		const first = own[0];
		return [
			`## ${check.name}`,
			"",
			`    - { id: it, check: ${check.name}, ${first.criterion}, points: 1 }`,
			"",
			`![What meets ${check.name}, and what misses it](pictures/checks/${slug(check.name)}.svg)`,
			"",
			"| option | syntax | sentence | when missed |",
			"|---|---|---|---|",
			...rows,
			"",
			...(NOTES[check.name] ?? []).map((note) => `- ${note}`),
			...(NOTES[check.name] ? [""] : []),
		].join("\n");
	});
	return `# Checks\n\nEvery check with every option. Made by \`npm run docs\` from core/examples/checks.yaml; a test marks every program in it. The pictures show a drawing that meets the first example and one that misses it. [exercises.md](exercises.md) explains how to write an exercise.\n\n## How figures are matched\n\n${MATCHING.map((note) => `- ${note}`).join("\n")}\n\n${parts.join("\n")}\n## What can be measured\n\n| \`what\` | what it is |\n|---|---|\n${MEASURE_NAMES.map((name) => `| \`${name}\` | ${MEASURES_MEAN[name]} |`).join("\n")}\n\nA measure that a kind doesn't have is missed with that reason: a square has no diameter.\n\n## Places on a figure\n\n| \`anchor\`, \`by\` | which point |\n|---|---|\n${ANCHORS.map((name) => `| \`${name}\` | ${PLACES_MEAN[name]} |`).join("\n")}\n`;
}

const code = (source) => `${fence}\n${source.trimEnd()}\n${fence}`;

/** How a mistake is found. */
function howFound({ mend, mendedBy, notice }) {
	if (mend) return "Proved by running the corrected program.";
	if (mendedBy) return `Corrected as ${mendedBy.join(", ")}.`;
	if (notice) return "Possible cause by a simple rule, only for criteria without a proved cause.";
	return "Only made when an exercise is tested: no single correction restores what is missing.";
}

/** One mistake: its repair, its sentences, and two programs that differ by it. */
function mistakePart({ id, made, did, instead, asks, make, mend, notice, mendedBy, example }) {
	const how = howFound({ mend, mendedBy, notice });
	const open = (text) => text.replaceAll(/\{(was|now)\}/g, "…");
	const teacher = did === "" ? "" : `- To the teacher: ${open(did)}; ${open(instead)} meets 2 more criteria.\n`;
	const student = asks === "" ? "" : `- To the student: ${asks.replace("@", " in line 4")}\n`;
	const tested = make ? "- Made when an exercise is tested.\n" : "";
	const title = `${made.charAt(0).toUpperCase()}${made.slice(1)}`;
	const programs = `Right, then wrong:\n\n${code(example.right)}\n\n${code(example.wrong)}`;
	return `### ${id}\n\n${title}. ${how}\n\n${teacher}${student}${tested}\n${programs}\n`;
}

/** Every mistake by family. The measured table is kept. */
export function mistakesPage() {
	const path = join(ROOT, "docs/mistakes.md");
	const [, table = "\n\n"] = existsSync(path) ? (MEASURED.exec(readFileSync(path, "utf8")) ?? []) : [];
	const families = [...new Set(MISTAKES.map((m) => m.family))];
	const parts = families.map((family) => {
		const own = MISTAKES.filter((m) => m.family === family).map(mistakePart);
		return `## ${family.charAt(0).toUpperCase()}${family.slice(1)}\n\n${own.join("\n")}`;
	});
	return `${MISTAKES_MEAN}\n\n<!-- measured -->${table}<!-- /measured -->\n\n${parts.join("\n")}`;
}

/** The JSON Schemas by which editors complete exercise and collection files. */
export const SCHEMAS = {
	"docs/exercise.schema.json": () => `${JSON.stringify(exerciseJsonSchema(), null, "\t")}\n`,
	"docs/collection.schema.json": () => `${JSON.stringify(collectionJsonSchema(), null, "\t")}\n`,
};

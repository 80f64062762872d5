// Shared parts of the pages on the other languages: their statements, messages, and comparisons with a browser.
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { parse } from "yaml";
import { ROOT } from "./run.mjs";

const fence = "```";
const WHEN = { reading: "On reading", running: "While running", remark: "Remarks, which stop nothing" };
const cell = (text) => text.replaceAll("|", "\\|").replaceAll("\n", "<br>").replaceAll("  ", "&nbsp;&nbsp;");
/** A program in a cell of a table. */
export const code = (text) => `<pre>${cell(text.replaceAll("&", "&amp;").replaceAll("<", "&lt;"))}</pre>`;

const example = (name) => parse(readFileSync(join(ROOT, "core/examples", name), "utf8"));

/** Words of a language, each with its forms and a program that shows it. */
export function words(help, highlighted) {
	return [...help.values()].map(({ word, forms, help: said, example: shown }) =>
		[`### ${word}`, "", said, "", ...forms.map((f) => `    ${f}`), "", `${fence}${highlighted}`, shown, fence, ""].join(
			"\n",
		),
	);
}

/** The commonest mistakes with their messages; a test runs each of them. */
export function mistakes(file) {
	const cases = example(file);
	return Object.entries(WHEN).map(([when, title]) => {
		const rows = cases
			.filter((c) => c.when === when)
			.map(
				(c) =>
					`| \`${c.code}\` | ${code(c.source.slice(0, 200))} | ${cell(c.says)} | ${c.fixed === undefined && c.whole === undefined ? "" : "yes"} |`,
			);
		return `### ${title}\n\n| code | a program | message | fix |\n|---|---|---|---|\n${rows.join("\n")}\n`;
	});
}

/** Each name with how many of the programs that are compared with a browser's own pixels use it. */
export function compared(file, names, isUsed) {
	const programs = example(file).map((p) => p.source ?? p.whole);
	const rows = names.map((name) => `| \`${name}\` | ${programs.filter((p) => isUsed(p, name)).length} |`);
	return `${programs.length} programs are compared with Chromium by a test: at most 0.5 % of the pixels of each may differ.\n\n| recorded | compared programs that use it |\n|---|---|\n${rows.join("\n")}\n`;
}

/** What checks of the source count in each language: a test marks every program. */
export function constructs() {
	const rows = example("constructs.yaml").map(
		({ asks, nib, python, javascript, svg }) =>
			`| \`${asks.replaceAll("|", "\\|")}\` | ${[nib, python, javascript, svg].map((s) => (s === undefined ? "–" : code(s))).join(" | ")} |`,
	);
	return `| the criterion asks | Nib | Python | JavaScript | SVG |\n|---|---|---|---|---|\n${rows.join("\n")}\n`;
}

// Writes the parts of docs/ that are made from the code: statements.md and messages.md. --check only compares.
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { KIND_RULES, PROBLEM_CODES, STATEMENTS } from "../core/dist/index.js";
import { main, ROOT } from "./run.mjs";

const fence = "```";

/** Every drawing statement with its forms, help and example. */
function statements() {
	const parts = [...STATEMENTS.values()].map((s) => [`## ${s.head}`, "", s.help, "", ...s.forms.map((f) => `    ${f}`), "", fence, s.example, fence, ""].join("\n"));
	return `# The drawing statements\n\nMade from the statements' own files by \`node setup/docs.mjs\`; every example is run by a test.\n\n${parts.join("\n")}`;
}

/** Every code of an error or remark. */
function messages() {
	return `# Codes of errors and remarks\n\nEach names the student's own words or values, its place, and where it can a fix. Made by \`node setup/docs.mjs\`; the examples are in \`core/src/nib/problems.test.ts\`, where every code has one.\n\n${PROBLEM_CODES.map((c) => `- \`${c}\``).join("\n")}\n`;
}

/** Every kind of figure with its definition. */
function kinds() {
	return `# Kinds of figures\n\nThe most particular first; a figure answers to every kind that it is. Made from the kinds' own files by \`node setup/docs.mjs\`.\n\n| kind | what it takes |\n|---|---|\n${KIND_RULES.map((k) => `| \`${k.kind}\` | ${k.definition} |`).join("\n")}\n| \`rounded-rect\` | A placed rect with rounded corners. |\n| \`text\` | Words on the sheet. |\n`;
}

const PAGES = { "docs/statements.md": statements, "docs/messages.md": messages, "docs/kinds.md": kinds };

/** Pages that are not as the code would make them. */
export function stalePages() {
	return Object.entries(PAGES)
		.filter(([path, make]) => !existsSync(join(ROOT, path)) || readFileSync(join(ROOT, path), "utf8") !== make())
		.map(([path]) => path);
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
	await main(() => {
		for (const [path, make] of Object.entries(PAGES)) writeFileSync(join(ROOT, path), make());
	});
}

// Writes the parts of docs/ that are made from the code: statements, messages, kinds, and the introduction's pictures.
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { parse } from "yaml";
import {
	BLOCKS,
	COLOUR_NAMES,
	draw,
	FAMILIES,
	FUNCTIONS,
	familiesOf,
	formatColour,
	HELP,
	KIND_RULES,
	namedColour,
	PROBLEM_CODES,
	pictureOf,
	reportProblem,
	STATEMENTS,
	svgOf,
} from "../core/dist/index.js";
import { apiPage } from "./api-page.mjs";
import { canvasPage } from "./canvas-page.mjs";
import { checkPictures, checksPage, mistakesPage, SCHEMAS } from "./exercise-pages.mjs";
import { measuresTable, routesTable } from "./figure-tables.mjs";
import { constructs } from "./language-page.mjs";
import { libraryPage, libraryPictures } from "./library-page.mjs";
import { pythonPage } from "./python-page.mjs";
import { main, ROOT } from "./run.mjs";
import { svgPage } from "./svg-page.mjs";

const fence = "```";

/** One word of the language: what it does, its forms, a program that shows it. */
const entry = ({ word, help, forms, example }) =>
	[`### ${word}`, "", help, "", ...forms.map((f) => `    ${f}`), "", fence, example, fence, ""].join("\n");

/** Every statement, block and function with its forms, help and example. */
function statements() {
	const drawing = [...STATEMENTS.keys()].map((word) => entry(HELP.get(word)));
	const functions = [...FUNCTIONS.keys()].map((word) => entry(HELP.get(word)));
	return `# Statements, blocks and functions\n\nMade from their own files by \`npm run docs\`; every example is run by a test.\n\n## Drawing statements\n\n${drawing.join("\n")}\n## Names, blocks and lists\n\n${BLOCKS.map(entry).join("\n")}\n## Functions\n\n${functions.join("\n")}`;
}

const cell = (text) => text.replaceAll("|", "\\|").replaceAll("\n", "<br>").replaceAll("  ", "&nbsp;&nbsp;");

/** What the code of a case says of its program. */
function told({ code, when, source }) {
	const drawn = draw(source, { frames: 3 });
	const problem = [...drawn.errors, ...(when === "remark" ? drawn.remarks : [])].find((p) => p.code === code);
	if (!problem) throw new Error(`${code} isn't said of its own program`);
	return reportProblem(problem);
}

/** Every code of an error or remark, with a program that causes it. */
function messages() {
	const cases = parse(readFileSync(join(ROOT, "core/examples/problems.yaml"), "utf8"));
	const table = (when) => {
		const rows = cases
			.filter((c) => c.when === when)
			.map((c) => {
				const { message, line, fix } = told(c);
				return `| \`${c.code}\` | <pre>${cell(c.source)}</pre> | line ${line}: ${cell(message)} | ${fix ? "yes" : ""} |`;
			});
		return ["| code | a program | message | fix |", "|---|---|---|---|", ...rows].join("\n");
	};
	const shown = new Set(cases.map((c) => c.code));
	const others = PROBLEM_CODES.filter((c) => !shown.has(c)).map((c) => `- \`${c}\``);
	return `# Codes of errors and remarks\n\nCodes are stable. Each error and remark names its place and the student's own words or values; where a fix is offered, the program reads after it. Made by \`npm run docs\` from core/examples/problems.yaml, whose every program is run by a test.\n\n## On reading\n\n${table("reading")}\n\n## While running\n\n${table("running")}\n\n## Remarks\n\nThey stop nothing and cost nothing.\n\n${table("remark")}\n\n## Told of programs too long to show, of exercises and of threads\n\n${others.join("\n")}\n`;
}

/** Every kind of figure with its definition. */
function kinds() {
	return `# Kinds of figures\n\nThe most specific kind comes first; a figure has every kind that it fits. Made from the kinds' own files by \`node setup/docs.mjs\`.\n\n| kind | what it takes |\n|---|---|\n${KIND_RULES.map((k) => `| \`${k.kind}\` | ${k.definition} |`).join("\n")}\n| \`rounded-rect\` | A rect with rounded corners, placed or walked with arcs of one radius at its corners or round its ends. |\n| \`text\` | Words on the sheet. |\n| \`dot\` | A placed dot; it has no other kind. |\n`;
}

/** Generated tables of the page on figures, between their marks; the rest is hand-written. */
function figures() {
	const page = readFileSync(join(ROOT, "docs/figures.md"), "utf8");
	const put = (text, name, table) =>
		text.replace(
			new RegExp(`(<!-- ${name} -->)[\\s\\S]*?(<!-- /${name} -->)`),
			(_, open, close) => `${open}\n\n${table}\n\n${close}`,
		);
	return put(put(page, "routes", routesTable()), "measures", measuresTable());
}

/** Every CSS name as a swatch, sorted into the families that it answers to first. */
function colours() {
	const [across, high, width] = [8, 22, 150];
	const shapes = [];
	let y = 8;
	for (const family of FAMILIES) {
		const names = COLOUR_NAMES.filter((name) => name !== "transparent" && familiesOf(namedColour(name))[0] === family);
		shapes.push(`<text x="8" y="${y + 16}" font-size="15" font-weight="bold">${family}</text>`);
		y += high;
		names.forEach((name, i) => {
			const [x, top] = [8 + (i % across) * width, y + Math.floor(i / across) * (high + 18)];
			const also = familiesOf(namedColour(name)).slice(1);
			shapes.push(
				`<rect x="${x}" y="${top}" width="${width - 8}" height="${high}" fill="${formatColour(namedColour(name))}" stroke="#888" stroke-width="0.5"/>`,
			);
			shapes.push(
				`<text x="${x}" y="${top + high + 12}" font-size="10.5">${name}${also.length > 0 ? ` (${also.join(", ")})` : ""}</text>`,
			);
		});
		y += Math.ceil(names.length / across) * (high + 18) + 8;
	}
	return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${across * width + 8} ${y}" width="${across * width + 8}" height="${y}" font-family="Atkinson Hyperlegible Next, sans-serif">\n<rect width="100%" height="100%" fill="#fff"/>\n${shapes.join("\n")}\n</svg>\n`;
}

/** Programs of the introduction, each followed by a link to the picture that it draws. */
function introductionPictures() {
	const page = readFileSync(join(ROOT, "docs/introduction.md"), "utf8");
	const programs = [...page.matchAll(/```nib\n([\s\S]*?)```\s*!\[[^\]]*\]\((pictures\/[a-z-]+\.svg)\)/g)];
	return Object.fromEntries(
		programs.map(([, source, path]) => [
			`docs/${path}`,
			() => {
				const drawn = draw(source, { frames: 0 });
				if (drawn.errors.length + drawn.remarks.length > 0)
					throw new Error(`${path}: ${JSON.stringify([...drawn.errors, ...drawn.remarks])}`);
				return svgOf(pictureOf(drawn.tape));
			},
		]),
	);
}

/** Words that begin a statement, for the console, which colours a source without loading the language. */
function statementHeads() {
	const heads = [...STATEMENTS.keys(), ...BLOCKS.map((b) => b.word.split(" ")[0]).filter((w) => /^[a-z]+$/.test(w))];
	const words = [...new Set([...heads, "else", "end"])].map((word) => `\t"${word}",\n`);
	return `/** Words that begin a statement of Nib. Made by \`npm run docs\`. */\nexport const NIB_HEADS: ReadonlySet<string> = new Set([\n${words.join("")}]);\n`;
}

/** Generated table of the page on languages, between its marks; the rest is hand-written. */
function languagesPage() {
	const page = readFileSync(join(ROOT, "docs/languages.md"), "utf8");
	return page.replace(
		/(<!-- constructs -->)[\s\S]*?(<!-- \/constructs -->)/,
		(_, open, close) => `${open}\n\n${constructs()}\n${close}`,
	);
}

const PAGES = {
	"console/src/worker/nib-heads.ts": statementHeads,
	"docs/statements.md": statements,
	"docs/messages.md": messages,
	"docs/kinds.md": kinds,
	"docs/javascript.md": canvasPage,
	"docs/python.md": pythonPage,
	"docs/svg.md": svgPage,
	"docs/languages.md": languagesPage,
	"docs/figures.md": figures,
	"docs/pictures/colours.svg": colours,
	...introductionPictures(),
	"docs/checks.md": checksPage,
	"docs/mistakes.md": mistakesPage,
	"docs/library.md": libraryPage,
	...libraryPictures(),
	"docs/api.md": apiPage,
	...checkPictures(),
	...SCHEMAS,
};

/** Pages that are not as the code would make them. */
export function stalePages() {
	return Object.entries(PAGES)
		.filter(([path, make]) => !existsSync(join(ROOT, path)) || readFileSync(join(ROOT, path), "utf8") !== make())
		.map(([path]) => path);
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
	await main(() => {
		for (const folder of ["checks", "library"]) mkdirSync(join(ROOT, "docs/pictures", folder), { recursive: true });
		for (const [path, make] of Object.entries(PAGES)) writeFileSync(join(ROOT, path), make());
	});
}

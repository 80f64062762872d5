// The page of SVG documents: its words and the commonest mistakes, from the tables and the tests' examples.
import { PROPERTIES, PROPERTIES_NOT_TAKEN } from "../core/dist/languages/svg/properties.js";
import { ELEMENTS, NOT_TAKEN } from "../core/dist/languages/svg/svg-elements.js";
import { SVG_HELP } from "../core/dist/languages/svg/svg-help.js";
import { compared, mistakes, words } from "./language-page.mjs";

const fence = "```";
const listed = (names) => [...names].map((n) => `\`${n}\``).join(", ");

const INTRODUCTION = `# SVG documents

Students can draw with SVG, as any browser shows it. The document is marked by its drawing: figures, checks, causes and pictures are the same as for [Nib](language.md). Made by \`npm run docs\` from the language's own tables.

${fence}xml
<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300">
  <circle cx="200" cy="120" r="40" fill="gold"/>
</svg>
${fence}

An exercise has \`language: svg\`, or \`languages: [svg, javascript]\` if students can choose; see [exercises](exercises.md). On the command line the file's ending decides (\`.svg\`), or \`--language svg\`.

## What you can use

- An element counts as a statement, and \`use\` as a call of its target: a figure has both lines.
- Places, sizes and looks as attributes, in \`style\`, or by rules in \`<style>\` with elements, classes, ids, and the four
  combinators. Lengths in all absolute units, \`em\`, and percentages.
- Transforms as attributes and as CSS writes them, \`viewBox\` and \`preserveAspectRatio\`, also of nested drawings and symbols.
- Gradients stay exact under every transform; a radial one is stretched with its shape. \`clipPath\`, also in boxes and in one
  another. For checks and likeness a gradient counts as its mean colour.
- The drawing has the size of the exercise's sheet. Without a sheet, its own \`width\` and \`height\` apply, otherwise its \`viewBox\`.
- Letters have widths from a fixed table, so that a text is equally wide on every machine.
- \`opacity\` of a group makes each of its shapes transparent by itself; where they overlap, a remark says so.
- Not recorded, with a remark at the line: ${listed(NOT_TAKEN)}, everything from outside the file, and the properties
  ${listed(PROPERTIES_NOT_TAKEN)}.

## How it is read

The document is read as XML, with the place of each attribute; entities aren't expanded and nothing outside the file is fetched.
It can be 100 elements deep. A step is a drawn element, or a comparison with a selector; the exercise's limits of steps, entries and time apply, and the drawing before a limit is kept.
`;

const uses = (source, name) => new RegExp(`<${name}[\\s/>]|[\\s;"'{]${name}\\s*[=:]`).test(source);

export const svgPage = () =>
	[
		INTRODUCTION,
		"## What is recorded\n",
		compared(
			"svg-documents.yaml",
			[...ELEMENTS.map((e) => e.name).filter((n) => n !== "text" && n !== "tspan"), ...Object.keys(PROPERTIES)],
			uses,
		),
		"## Words\n",
		words(SVG_HELP, "xml").join("\n"),
		"## Messages\n",
		mistakes("svg-problems.yaml").join("\n"),
	].join("\n");

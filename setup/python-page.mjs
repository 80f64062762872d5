// The page of Python with the module markpen: its words and the commonest mistakes, from the tables and the tests.
import { HELP } from "../core/dist/index.js";
import { PYTHON_EXAMPLES } from "../core/dist/languages/python/python-examples.js";
import { PYTHON_HELP } from "../core/dist/languages/python/python-help.js";
import { code, mistakes, words } from "./language-page.mjs";

const fence = "```";

const INTRODUCTION = `# Python

Students can work in Python, with Mark Pen's drawing module. The program is real Python (CPython 3.14). It is marked by its drawing: figures, checks, causes, replay and pictures are the same as for [Nib](language.md). Made by \`npm run docs\` from the language's own tables.

${fence}python
from markpen import *

def lamp(x):
    fill("gray")
    rect(corner=(x - 4, 160), size=(8, 80))
    fill("gold")
    circle(centre=(x, 160), diameter=30)

pen_none()
for i in range(5):
    lamp(60 + i * 70)
${fence}

An exercise has \`language: python\`, or \`languages: [python, nib]\` if students can choose; see [exercises](exercises.md). On the command line the file's ending decides (\`.py\`), or \`--language python\`.

## The module

\`from markpen import *\` brings Nib's statements as functions, made from the same table. Every example of
[Nib's statements](statements.md) has a twin in Python with the same drawing, step for step; a test compares them.

- **Direction words** are part of the name: \`turn_left(90)\`, \`curve_right(radius=30, sweep=90)\`,
  \`cursor_off()\`. So are \`pen_up()\`, \`pen_down()\`, \`pen_none()\`, \`go_to(X, Y)\` and
  \`face_toward(X, Y)\`.
- **Phrases** are keyword arguments: \`circle(centre=(200, 150), diameter=80)\`. Places and sizes are pairs. \`from\` is
  a word of Python itself, so it is written \`from_\`. \`color\` and \`center\` work too.
- **Colours** are text: names like \`"gold"\`, codes like \`"#ffd700"\`, or the results of \`rgb(…)\` and \`hsl(…)\`.
  \`None\` means no colour.
- **Blocks**: \`with area():\`, \`@picture\` or \`@picture(size=(W, H))\` above a function, \`@each_frame\`
  above another.
- **The pen** can be read: \`pen.x\`, \`pen.y\`, \`pen.facing\`, \`pen.colour\` and so on; \`sheet.width\`,
  \`frame.number\`.
- **Angles** of the module are in degrees; \`sin_deg\` and so on exist in addition to \`math.sin\`.
- \`import markpen as mp\` works as well.

## What you can use

- The whole Python language, and the standard modules that need no files, network or threads: \`math\`,
  \`random\`, \`itertools\`, \`time\` …
- \`print\` output appears below the drawing. \`input\` returns the exercise's answers in order. \`time.sleep\` is a pause in the replay.
- \`random\` is seeded, and the date and the order of sets are fixed. So a program always draws the same, in Node and in the browser.

## How it runs

Each program runs in its own CPython, compiled to WebAssembly by [Pyodide](https://pyodide.org), without the part that gives access to JavaScript. Its memory, at most 96 MiB, is restored byte for byte before the next program. It can call only a short list of host functions (\`interpreter-imports.ts\`); all others are refused.

A **step** is a pass of a loop or a call of a function, as in Nib, so limits and replay work the same. A program is stopped at exactly that step, also inside \`try\` with \`except\`, and keeps its drawing.
The interpreter counts passes inside one expression. A single operation that can't be interrupted, like \`max\` of an endless iterator, is stopped together with its thread. The program then runs again up to its last call, so that its drawing is kept.

At the desk the browser downloads the interpreter (12 MB, 6 MB compressed) once and keeps it. It loads while the student reads the brief.
`;

/** Each example of Nib's help beside its twin. */
const twins = () =>
	[
		"Each example follows `from markpen import *`. Both leave the same drawing, step for step.\n",
		"| word | Nib | Python |",
		"|---|---|---|",
		...[...HELP].map(
			([word, { example }]) => `| \`${word}\` | ${code(example)} | ${code(PYTHON_EXAMPLES[word] ?? "")} |`,
		),
		"",
	].join("\n");

export const pythonPage = () =>
	[
		INTRODUCTION,
		"## Nib and Python side by side\n",
		twins(),
		"## Words\n",
		words(PYTHON_HELP, "python").join("\n"),
		"## Messages\n",
		mistakes("python-problems.yaml").join("\n"),
	].join("\n");

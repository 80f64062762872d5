// The page of Python with the module markpen: its words and the commonest mistakes, from the tables and the tests.
import { HELP } from "../core/dist/index.js";
import { PYTHON_EXAMPLES } from "../core/dist/languages/python/python-examples.js";
import { PYTHON_HELP } from "../core/dist/languages/python/python-help.js";
import { code, mistakes, words } from "./language-page.mjs";

const fence = "```";

const INTRODUCTION = `# Python

An exercise may be done in Python, with a drawing module of our own. The program is true Python (CPython 3.14);
it is marked by what it draws: figures, checks, causes, replay and pictures are the same as for
[Nib](language.md). Made by \`npm run docs\` from the language's own tables.

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

An exercise says \`language: python\`, or \`languages: [python, nib]\` where students may choose; see
[exercises](exercises.md). On the command line the file's ending decides (\`.py\`), or \`--language python\`.

## The module

\`from markpen import *\` brings Nib's statements as functions, made from the same table. Every example of
[Nib's statements](statements.md) has a twin in Python, which leaves the same drawing step for step: a test
holds this.

- **Direction words** are part of the name: \`turn_left(90)\`, \`curve_right(radius=30, sweep=90)\`,
  \`cursor_off()\`. So are \`pen_up()\`, \`pen_down()\`, \`pen_none()\`, \`go_to(X, Y)\` and
  \`face_toward(X, Y)\`.
- **Phrases** are keywords: \`circle(centre=(200, 150), diameter=80)\`. Places and sizes are pairs. \`from\` is
  a word of Python itself, so it is written \`from_\`. \`color\` and \`center\` are read too.
- **Colours** are text: names like \`"gold"\`, codes like \`"#ffd700"\`, or what \`rgb(…)\` and \`hsl(…)\` give.
  \`None\` is no colour.
- **Blocks**: \`with area():\`, \`@picture\` or \`@picture(size=(W, H))\` above a function, \`@each_frame\`
  above another.
- **The pen** can be read: \`pen.x\`, \`pen.y\`, \`pen.facing\`, \`pen.colour\` and so on; \`sheet.width\`,
  \`frame.number\`.
- **Angles** of the module are in degrees; \`sin_deg\` and its like are there beside \`math.sin\`.
- \`import markpen as mp\` works as well.

## What is there

- All of Python's language, and its standard modules that need no files, network or threads: \`math\`,
  \`random\`, \`itertools\`, \`time\` …
- \`print\` is shown below the drawing. \`input\` takes the exercise's answers in their order. \`time.sleep\` is
  a pause of the replay.
- \`random\` is seeded, the date and the order of sets are fixed: a program draws the same every time, in Node
  and in the browser.

## How it runs

Each program has CPython to itself, compiled to WebAssembly by [Pyodide](https://pyodide.org), without the part
that reaches JavaScript. Its memory, at most 96 MiB, is put back byte for byte before the next program. What it
may ask of its host is a short list (\`interpreter-imports.ts\`); everything else is refused, whatever a program
finds inside.

A **step** is a pass of a loop or a call of a function, as in Nib, so that the limits and the replay mean the
same. A program is stopped at exactly that step, also inside \`try\` with \`except\`, and keeps its drawing.
Passes inside one expression are counted by the interpreter itself. A single operation that nothing can stop,
like \`max\` of an endless iterator, is ended with its thread; the program then runs again up to its last call,
so that its drawing is kept.

At the desk the interpreter (12 MB, 6 MB compressed) is fetched once and kept by the browser; it loads while the
brief is read.
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
		"## What is said of mistakes\n",
		mistakes("python-problems.yaml").join("\n"),
	].join("\n");

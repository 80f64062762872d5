import { beforeAll, describe, expect, test } from "vitest";
import { pythonLanguage } from "../../../examples/python-language.mjs";
import { type Drawn, type DrawOptions, draw } from "../../draw.ts";
import { CLASS_LIMITS } from "../../limits/limits.ts";
import { ENTRY } from "../../tape/layout.ts";
import { messagesOf, type Tape } from "../../tape/tape.ts";
import type { ReadProgram } from "../language.ts";
import { HELP } from "../nib/help.ts";
import { NIB } from "../nib/nib.ts";
import { everyStep } from "../outline.ts";
import { MODULE_NAMES } from "./module.ts";
import { MODULE_FUNCTIONS } from "./module-functions.ts";
import type { PythonLanguage } from "./python.ts";
import { IMPORT, PYTHON_EXAMPLES } from "./python-examples.ts";
import { PYTHON_HELP } from "./python-help.ts";

let language: PythonLanguage;
beforeAll(async () => {
	language = await pythonLanguage();
});

async function python(source: string, options: Omit<DrawOptions, "language"> = {}): Promise<Drawn> {
	await language.ready();
	return draw(IMPORT + source, { language, ...options });
}
const messages = async (source: string, options: Omit<DrawOptions, "language"> = {}) =>
	messagesOf((await python(source, options)).tape).map((m) => m.text);

/** A tape without the lines of its entries. */
const unlined = ({ line: _, ...tape }: Tape) =>
	Object.fromEntries(
		Object.entries(tape).map(([key, value]) => [key, ArrayBuffer.isView(value) ? [...(value as Uint8Array)] : value]),
	);

describe("twins of Nib's examples", () => {
	test("every example of Nib's help has one", () => {
		expect(Object.keys(PYTHON_EXAMPLES).sort()).toEqual([...HELP.keys()].sort());
	});

	test.each([...HELP].map(([word, { example }]) => [word, example] as const))("%s", async (word, example) => {
		const nib = draw(example);
		const twin = await python(PYTHON_EXAMPLES[word] ?? "");
		expect([twin.errors, twin.remarks, twin.ended]).toEqual([[], [], "whole"]);
		expect(unlined(twin.tape)).toEqual(unlined(nib.tape));
		// Each line of the one is a line of the other.
		const lines = new Map<number, number>();
		nib.tape.line.forEach((line, i) => {
			if (nib.tape.kind[i] === ENTRY.areaEnd || nib.tape.kind[i] === ENTRY.callEnd) return;
			const other = twin.tape.line[i] as number;
			expect(lines.get(line) ?? other).toBe(other);
			lines.set(line, other);
		});
	});
});

/** The drawing statements of a program with their words, as checks of the source and fingerprints see them. */
const said = ({ outline }: ReadProgram) =>
	[...everyStep(outline.steps)].flatMap((step) =>
		step.node === "draw" && step.head !== "print"
			? [[step.head, step.direction, step.values.length, step.phrases.map((p) => [p.word, p.values.length]).sort()]]
			: [],
	);

test.each([...HELP].map(([word, { example }]) => [word, example] as const))(
	"checks of the source see the same statements in the twin of %s",
	async (word, example) => {
		await language.ready();
		expect(said(language.read(IMPORT + (PYTHON_EXAMPLES[word] ?? "")))).toEqual(said(NIB.read(example)));
	},
);

describe("the module", () => {
	test("brings its names and no others, with a signature and help in Python itself", async () => {
		const [names = "", signature, doc] = await messages(
			"import markpen, inspect\nprint(sorted(markpen.__all__))\nprint(inspect.signature(markpen.circle))\nprint(markpen.circle.__doc__)",
		);
		expect(names.match(/\w+/g)).toEqual([...MODULE_NAMES].sort());
		expect(signature).toBe("(*, centre, radius=None, diameter=None)");
		expect(doc).toMatch(/^A circle by its middle/);
	});

	test("every function has help with a form and an example that runs", async () => {
		for (const name of [...MODULE_FUNCTIONS.keys()]) expect([name, PYTHON_HELP.has(name)]).toEqual([name, true]);
		for (const { word, forms, example } of PYTHON_HELP.values()) {
			expect([word, forms.length > 0]).toEqual([word, true]);
			await language.ready();
			expect([word, draw(example, { language }).errors]).toEqual([word, []]);
		}
	});

	test.each([
		[
			"both spellings",
			'pen(color="red")\ncircle(center=(50, 50), radius=9)',
			'pen(colour="red")\ncircle(centre=(50, 50), radius=9)',
		],
		[
			"a pair for two values",
			"go_to((50, 60))\nface_toward((9, 9))\nwalk(5)",
			"go_to(50, 60)\nface_toward(9, 9)\nwalk(5)",
		],
		["lists for pairs", "polygon(at=[[9, 9], [50, 9], [9, 50]])", "polygon(at=((9, 9), (50, 9), (9, 50)))"],
		[
			"anything that can be gone through",
			"polyline(at=zip([1, 50, 90], [2, 60, 9]))",
			"polyline(at=[(1, 2), (50, 60), (90, 9)])",
		],
		[
			"None for no paint",
			'fill("red")\nfill(None)\npen(colour=None)\nrect(corner=(1, 2), size=(3, 4))',
			'fill("red")\nfill("none")\npen_none()\nrect(corner=(1, 2), size=(3, 4))',
		],
		[
			"numbers of other kinds",
			"from fractions import Fraction\nwalk(Fraction(5, 2))\nwalk(True)",
			"x = 0\nwalk(2.5)\nwalk(1)",
		],
		[
			"a pen that is set while it is put down",
			'pen_down(width=5, colour="blue")\nwalk(9)',
			'pen(colour="blue", width=5)\npen_down()\nwalk(9)',
		],
	])("reads %s", async (_, one, other) => {
		const [a, b] = [await python(one), await python(other)];
		expect([a.errors, b.errors]).toEqual([[], []]);
		expect([...a.tape.coords]).toEqual([...b.tape.coords]);
		expect(a.drawing.figures.map((f) => [f.fill, f.outline, f.outlineWidth])).toEqual(
			b.drawing.figures.map((f) => [f.fill, f.outline, f.outlineWidth]),
		);
	});

	test("is read by its own name too", async () => {
		await language.ready();
		const { errors, drawing } = draw("import markpen as mp\nmp.circle(centre=(50, 50), radius=9)\n", { language });
		expect([errors, drawing.figures.length]).toEqual([[], 1]);
	});

	test("measures of pen, sheet, frame and pictures are read", async () => {
		expect(
			await messages(
				'go_to(10, 20)\nface(90)\nprint(pen.x, pen.y, pen.facing, pen.width, pen.colour, pen.fill, pen.down)\nprint(sheet.width, sheet.height, frame.number)\n@picture(size=(40, 24))\ndef flag():\n    paper("red")\nprint(flag.width, flag.height, flag)',
			),
		).toEqual(["10 20 90 2 #000000 None True", "400 300 0", "40 24 picture 40 by 24"]);
	});
});

describe("a run", () => {
	test("places: each call at its own line, over several lines and through calls", async () => {
		const { tape } = await python(
			"def one(x):\n    circle(\n        centre=(x, 9),\n        radius=3,\n    )\n\nfor x in [1,\n          2]:\n    one(x)\nlist(map(walk, [1]))\n[dot(at=(9, 9)) for _ in range(2)]\n",
		);
		expect([...tape.line].map((line, i) => [tape.kind[i], line - 1])).toEqual([
			[ENTRY.callBegin, 9],
			[ENTRY.ellipse, 2],
			[ENTRY.callEnd, 1],
			[ENTRY.callBegin, 9],
			[ENTRY.ellipse, 2],
			[ENTRY.callEnd, 1],
			[ENTRY.segment, 10],
			[ENTRY.dot, 11],
			[ENTRY.dot, 11],
		]);
	});

	test("chance comes from the seed, by Python's own module too", async () => {
		const source = "import random\nprint(random.randint(1, 10 ** 9), random.choice([1, 2, 3, 4]), chance(1, 10 ** 6))";
		const [one, again, other] = [
			await messages(source, { seed: 7 }),
			await messages(source, { seed: 7 }),
			await messages(source, { seed: 8 }),
		];
		expect(one).toEqual(again);
		expect(one).not.toEqual(other);
	});

	test("answers are given in their order, and the question is shown", async () => {
		expect(
			await messages('a = int(input("How many? "))\nb = input()\nprint(a + 1, b)', { answers: ["4", "red"] }),
		).toEqual(["How many? ", "5 red"]);
	});

	test("a pause is one of the drawing, and the clock is always the same", async () => {
		const source = "import time, datetime\ntime.sleep(0.5)\nprint(datetime.date.today(), time.time() < time.time())";
		const { tape } = await python(source);
		expect([...tape.kind]).toContain(ENTRY.pause);
		expect(await messages(source)).toEqual(["2026-01-01 True"]);
	});

	test("print goes to the messages line by line, whatever its end", async () => {
		expect(await messages('print("a", end="")\nprint("b")\nprint("c\\nd", 5, sep="-")\nprint(end="e")')).toEqual([
			"ab",
			"c",
			"d-5",
			"e",
		]);
	});

	test("values can be given for names at top level, and names watched", async () => {
		const source = "side = 10\nfor i in range(3):\n    side = side + i\n    walk(side)\n";
		const given = await python(source, { given: { side: 50 }, watch: ["side", "i"] });
		expect(given.tape.coords[2]).toBe(250);
		expect(given.watched?.changes.map((c) => `${c.line - 1} ${c.name} ${c.value}`)).toEqual([
			"1 side 50",
			"2 i 0",
			"3 side 50",
			"2 i 1",
			"3 side 51",
			"2 i 2",
			"3 side 53",
		]);
	});

	test("a step is a pass or a call, and the run ends at the limit with its drawing", async () => {
		const limits = { ...CLASS_LIMITS, steps: 25 };
		const { errors, tape, steps } = await python("def f():\n    walk(1)\nwhile True:\n    f()\n", { limits });
		expect(errors.map((e) => e.code)).toEqual(["limit-steps"]);
		expect([steps, [...tape.kind].filter((k) => k === ENTRY.segment).length]).toEqual([25, 12]);
	});

	test("frames are drawn as long as the program wants them, and as many as there are to be", async () => {
		const source = "@each_frame\ndef go():\n    wipe()\n    dot(at=(frame.number, 9))\n";
		const last = async (text: string, frames: number) => (await python(text, { frames })).tape.frame.at(-1);
		expect(await last(source, 4)).toBe(4);
		expect(await last(`${source}    if frame.number == 2:\n        last_frame()\n`, 9)).toBe(2);
	});

	test("an error keeps what was drawn before, with an open area closed and an open picture dropped", async () => {
		const { errors, tape } = await python("walk(5)\nwith area():\n    walk(5)\n    1 / 0\n");
		expect(errors.map((e) => [e.code, e.place.line])).toEqual([["py-divide-zero", 5]]);
		expect([...tape.kind]).toEqual([ENTRY.segment, ENTRY.areaBegin, ENTRY.segment, ENTRY.areaEnd]);
		const dropped = await python("walk(5)\n@picture\ndef flag():\n    walk(5)\n    1 / 0\n");
		expect([...dropped.tape.kind]).toEqual([ENTRY.segment]);
	});

	test("nothing of one program is there for the next", async () => {
		await python(
			"import builtins, random, markpen\nbuiltins.len = None\nrandom.seed = None\nmarkpen.walk = None\nwhile True: pass",
			{
				limits: { ...CLASS_LIMITS, steps: 50 },
			},
		);
		expect(await messages("print(len([1]))\nwalk(5)\nimport random\nrandom.seed(1)")).toEqual(["1"]);
	});
});

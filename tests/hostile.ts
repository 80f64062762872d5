import { readFileSync } from "node:fs";
import { parse } from "yaml";
import { HOSTILE_SVG } from "../core/examples/svg-hostile.mjs";

/** Hostile programs of each language by what they try. */
type Hostile = Readonly<Record<string, readonly string[]>>;

const listed = (name: string): Hostile =>
	parse(readFileSync(new URL(`../core/examples/${name}`, import.meta.url), "utf8"));

export const HOSTILE: Readonly<Record<"javascript" | "svg" | "python", Hostile>> = {
	javascript: listed("canvas-hostile.yaml"),
	svg: HOSTILE_SVG,
	python: listed("python-hostile.yaml"),
};

const ALL = process.env.MARKPEN_HOSTILE === "all";

/** The lines before each hostile program in Python: the drawing that must be kept. */
export const PYTHON_HEAD = "from markpen import *\nrect(corner=(10, 10), size=(60, 40))\n";

/** A program in Python that prints what earlier programs could have changed. */
export const PYTHON_PROBE = `import sys, random, builtins, gc, statistics, textwrap
from markpen import pen
print(sorted(vars(builtins)), sorted(sys.modules), random.random(), pen.x, len(gc.get_objects()))`;

/** Every n-th program of each kind, from the first; with `MARKPEN_HOSTILE=all`, as in `npm run soak`, all. */
export const sampleOf = (programs: Hostile, every: number): [string, readonly string[]][] =>
	Object.entries(programs).map(([kind, list]) => [kind, ALL ? list : list.filter((_, i) => i % every === 0)]);

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

/** One of so many of each kind, the first among them; `npm run soak` sets `MARKPEN_HOSTILE=all` and takes every one. */
export const sampleOf = (programs: Hostile, every: number): [string, readonly string[]][] =>
	Object.entries(programs).map(([kind, list]) => [kind, ALL ? list : list.filter((_, i) => i % every === 0)]);

import { readdirSync, readFileSync, statSync } from "node:fs";
import { dirname, join, relative, resolve } from "node:path";
import { describe, expect, test } from "vitest";

const ROOT = resolve(import.meta.dirname, "..");

function filesBelow(folder: string): string[] {
	return readdirSync(folder, { recursive: true, encoding: "utf8" })
		.filter(
			(name) =>
				/\.(ts|svelte)$/.test(name) && !/\.(test|bench)\.ts$/.test(name) && !/(^|\/)(node_modules|dist)\//.test(name),
		)
		.map((name) => join(folder, name));
}

/** The files of a package that a file of it imports, types and loading on demand included. */
function ownImportsOf(file: string): string[] {
	return importsOf(file)
		.filter((from) => from.startsWith("."))
		.map((from) => resolve(dirname(file), from));
}

/** A cycle of nodes; undefined if there is none. */
function circleIn(graph: ReadonlyMap<string, ReadonlyMap<string, string>>): string[] | undefined {
	const done = new Set<string>();
	const walk = (node: string, chain: readonly string[]): string[] | undefined => {
		if (chain.includes(node)) return [...chain.slice(chain.indexOf(node)), node];
		if (done.has(node)) return undefined;
		done.add(node);
		for (const next of graph.get(node)?.keys() ?? []) {
			const found = walk(next, [...chain, node]);
			if (found) return found;
		}
		return undefined;
	};
	for (const node of graph.keys()) {
		const found = walk(node, []);
		if (found) return found;
	}
	return undefined;
}

/**
 * Import cycles among the entries of each folder: its files, and its folders with all their contents. Without cycles on
 * any level, no file and no folder imports itself indirectly.
 *
 * @returns for each cycle the imports that close it
 */
function circlesBelow(folder: string): string[] {
	const levels = new Map<string, Map<string, Map<string, string>>>();
	for (const file of filesBelow(folder)) {
		for (const target of ownImportsOf(file)) {
			const [from, to] = [relative(folder, file).split("/"), relative(folder, target).split("/")];
			let shared = 0;
			while (shared < from.length - 1 && from[shared] === to[shared]) shared++;
			const level = from.slice(0, shared).join("/");
			const graph = levels.get(level) ?? new Map<string, Map<string, string>>();
			const [a, b] = [from[shared] as string, to[shared] as string];
			if (a !== b) {
				const edges = graph.get(a) ?? new Map<string, string>();
				edges.set(b, `${relative(ROOT, file)} imports ${relative(ROOT, target)}`);
				graph.set(a, edges);
			}
			levels.set(level, graph);
		}
	}
	return [...levels].flatMap(([, graph]) => {
		const circle = circleIn(graph) ?? [];
		return circle.slice(1).map((node, i) => graph.get(circle[i] as string)?.get(node) as string);
	});
}

function importsOf(file: string): string[] {
	return [
		...readFileSync(file, "utf8").matchAll(
			/^\s*(?:import\b|export\b[^"\n]*\bfrom\b|\} from)[^"\n]*"([^"]+)";$|\bimport\("([^"]+)"\)/gm,
		),
	].map((m) => (m[1] ?? m[2]) as string);
}

/** What each package may import of the others. */
const PACKAGES: Readonly<Record<string, readonly string[]>> = {
	core: [],
	contract: ["core"],
	threads: ["core"],
	client: ["contract"],
	service: ["core", "contract", "threads"],
	cli: ["core", "threads", "client", "contract"],
	console: ["core", "contract", "client"],
	demo: ["core", "client"],
};

/** What each room of core may import of the others. */
const ROOMS: Readonly<Record<string, readonly string[]>> = {
	geometry: [],
	limits: [],
	colour: ["geometry"],
	tape: ["geometry", "colour", "limits"],
	raster: ["geometry"],
	languages: ["limits", "tape"],
	nib: ["geometry", "colour", "limits", "tape", "languages"],
	vector: ["geometry", "colour", "tape"],
	javascript: ["geometry", "colour", "limits", "tape", "languages", "vector"],
	svg: ["geometry", "colour", "limits", "tape", "languages", "vector"],
	python: ["geometry", "colour", "limits", "tape", "languages", "nib"],
	vocabulary: ["languages", "nib", "javascript", "svg"],
	figures: ["geometry", "colour", "tape", "raster"],
	picture: ["geometry", "colour", "tape"],
	marking: ["geometry", "colour", "limits", "tape", "figures", "languages", "vocabulary", "raster"],
	mistakes: ["geometry", "colour", "tape", "figures", "languages", "marking"],
	words: ["geometry", "colour"],
	exercise: ["geometry", "colour", "limits", "languages", "vocabulary", "marking", "nib", "tape", "words"],
	trial: ["geometry", "colour", "tape", "languages", "nib", "figures", "marking", "mistakes", "exercise"],
	alike: ["geometry", "colour", "languages", "nib", "figures", "marking", "exercise"],
};

/** The room of a file of core: its folder, and for what is below `languages` the language; "." for a file in none. */
function roomOf(path: string): string {
	const [first, second, third] = path.split("/") as [string, string?, string?];
	if (second === undefined) return ".";
	return first === "languages" && third !== undefined ? second : first;
}

/** Rooms that `words` may name types of. */
const WORDS_TYPES = ["marking", "mistakes", "languages", "figures", "picture", "."];

test.each(Object.keys(PACKAGES))("no circle of imports in %s, between files or folders, types included", (name) => {
	expect(circlesBelow(join(ROOT, name, "src"))).toEqual([]);
});

test("a circle is found, with the imports that close it", () => {
	const edge = (to: string) => new Map([[to, "import"]]);
	expect(
		circleIn(
			new Map([
				["a", edge("b")],
				["b", edge("c")],
				["c", edge("b")],
			]),
		),
	).toEqual(["b", "c", "b"]);
	expect(
		circleIn(
			new Map([
				["a", edge("b")],
				["b", edge("c")],
			]),
		),
	).toBeUndefined();
});

describe("imports point one way", () => {
	for (const [name, allowed] of Object.entries(PACKAGES)) {
		test(`${name} imports ${allowed.join(", ") || "no other package of ours"}`, () => {
			const wrong: string[] = [];
			for (const file of filesBelow(join(ROOT, name, "src"))) {
				for (const from of importsOf(file)) {
					const other = /^@markpen\/([a-z]+)(\/.*)?$/.exec(from);
					if (other && (!allowed.includes(other[1] as string) || other[2]))
						wrong.push(`${relative(ROOT, file)} imports ${from}`);
					if (from.startsWith(".") && !resolve(dirname(file), from).startsWith(join(ROOT, name)))
						wrong.push(`${relative(ROOT, file)} reaches out to ${from}`);
				}
			}
			expect(wrong).toEqual([]);
		});
	}

	test("the rooms of core", () => {
		const source = join(ROOT, "core/src");
		const wrong: string[] = [];
		for (const file of filesBelow(source)) {
			const room = roomOf(relative(source, file));
			if (room === ".") continue;
			const allowed = ROOMS[room];
			if (!allowed) wrong.push(`${room} is no room of core`);
			for (const line of readFileSync(file, "utf8").split("\n")) {
				const from = /^(?:import|export)\s.*from "(\.[^"]+)"/.exec(line)?.[1];
				if (!from) continue;
				const target = roomOf(relative(source, resolve(dirname(file), from)));
				const isType = /^import type /.test(line);
				const ofTrial = room === "trial" && resolve(dirname(file), from) === join(source, "trial-report.ts");
				const typesOnly = isType && ((room === "words" && WORDS_TYPES.includes(target)) || ofTrial);
				if (target !== room && !typesOnly && !allowed?.includes(target))
					wrong.push(`${relative(source, file)} imports ${from}`);
			}
		}
		expect(wrong).toEqual([]);
	});

	test("core uses neither Node nor the DOM, only small pure packages", () => {
		const outside = filesBelow(join(ROOT, "core/src")).flatMap((file) =>
			importsOf(file).filter((from) => !from.startsWith(".")),
		);
		expect([...new Set(outside)].sort()).toEqual([
			"@jitl/quickjs-wasmfile-release-sync",
			"@lezer/common",
			"@lezer/python",
			"acorn",
			"color-name",
			"crc-32",
			"css-tree",
			"css-tree/parser",
			"fflate",
			"magic-string",
			"pyodide/pyodide.asm.mjs",
			"quickjs-emscripten-core",
			"saxes",
			"svgpath",
			"yaml",
			"zod",
		]);
	});

	test("only main.ts files and the setup read the environment", () => {
		const readers = Object.keys(PACKAGES).flatMap((name) =>
			filesBelow(join(ROOT, name, "src")).filter((file) => readFileSync(file, "utf8").includes("process.env")),
		);
		expect(readers.map((file) => relative(ROOT, file)).sort()).toEqual([
			"cli/src/formats/colours.ts",
			"service/src/main.ts",
		]);
	});

	test("no module keeps state in a let", () => {
		// A declaration ends in a semicolon, or opens a bracket; a line of Nib in an example does neither.
		const declaration = /^(?:export )?let .*[;[{(]$/m;
		const wrong = Object.keys(PACKAGES).flatMap((name) =>
			filesBelow(join(ROOT, name, "src")).filter(
				(file) => file.endsWith(".ts") && declaration.test(readFileSync(file, "utf8")),
			),
		);
		expect(wrong).toEqual([]);
	});
});

test("files stay small: median under 80 lines, nine in ten under 250, none over 500", () => {
	const sizes = Object.keys(PACKAGES)
		.flatMap((name) => filesBelow(join(ROOT, name, "src")))
		.filter((file) => statSync(file).isFile())
		.map((file) => readFileSync(file, "utf8").split("\n").length)
		.sort((a, b) => a - b);
	const at = (share: number) => sizes[Math.floor(sizes.length * share)] as number;
	expect(at(0.5)).toBeLessThan(80);
	expect(at(0.9)).toBeLessThan(250);
	expect(sizes.at(-1)).toBeLessThanOrEqual(500);
});

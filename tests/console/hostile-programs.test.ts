import { readdirSync } from "node:fs";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { HOSTILE, PYTHON_HEAD, PYTHON_PROBE, sampleOf } from "../hostile.ts";
import { Site } from "../site.ts";
import { launch } from "./browser.ts";

/** The first of each kind, or all. */
const some = (language: keyof typeof HOSTILE) =>
	sampleOf(HOSTILE[language], Number.POSITIVE_INFINITY).flatMap(([, list]) => list);
const PROGRAMS = [
	...some("javascript").map((source) => ({
		language: "javascript",
		source: `const ctx = canvas.getContext("2d");\nctx.fillRect(10, 10, 60, 40);\nctx.beginPath();\n${source}`,
	})),
	...some("python").map((source) => ({
		language: "python",
		source: PYTHON_HEAD + source,
	})),
	...some("svg").map((source) => ({
		language: "svg",
		source: source.startsWith("<!DOCTYPE")
			? source
			: `<svg xmlns="http://www.w3.org/2000/svg">\n<rect x="10" y="10" width="60" height="40"/>\n${source}\n</svg>`,
	})),
];
/** Programs that look round for what others have left. */
const PROBE =
	'const ctx = canvas.getContext("2d");\nconsole.log(Object.getOwnPropertyNames(globalThis).sort().join(), Object.keys(Object.prototype).join(), [].map.name, ctx.fillStyle, typeof ctx.fillRect, Math.random());\nctx.strokeRect(5, 5, 20, 20);';

const PROBES: Readonly<Record<string, string>> = {
	javascript: PROBE,
	svg: PROBE,
	python: PYTHON_PROBE,
};

let site: Site;
let browser: Browser;
let page: Page;
beforeAll(async () => {
	[site, browser] = await Promise.all([Site.start({ web: true, worker: false }), launch()]);
	page = await browser.newPage();
	await page.goto(site.address);
});
afterAll(async () => {
	await browser.close();
	await site.stop();
});

const asset = (pattern: RegExp) => {
	const name = readdirSync(new URL("../../console/dist/assets/", import.meta.url)).find((n) => pattern.test(n));
	return `/assets/${name}`;
};

interface Outcome {
	/** Milliseconds until it answered; null if its worker had to be ended. */
	readonly took: number | null;
	readonly codes: readonly string[];
	/** What the probe said after it. */
	readonly after: string;
}

/** Runs each program in the console's own worker, and the probe after it. */
const outcomes = (programs: typeof PROGRAMS): Promise<Outcome[]> =>
	page.evaluate(
		async ({ programs: all, probes, worker: url, interpreters }) => {
			const files: Record<string, Uint8Array[]> = {};
			for (const [language, urls] of Object.entries(interpreters))
				files[language] = await Promise.all(
					urls.map(async (address) => new Uint8Array(await (await fetch(address)).arrayBuffer())),
				);
			let worker: Worker | undefined;
			let turn = 0;
			const ask = (language: string, source: string) => {
				if (!worker) {
					const made = new Worker(url, { type: "module" });
					made.addEventListener("message", ({ data }) => {
						if ("wants" in data) made.postMessage({ interpreter: data.wants, files: files[data.wants] });
					});
					worker = made;
				}
				const own = worker;
				const number = ++turn;
				return new Promise<{ messages: { text: string }[]; errors: { code: string }[] } | null>((give) => {
					const end = () => {
						own.terminate();
						worker = undefined;
						give(null);
					};
					// The first program in a language waits for its interpreter.
					let timer = setTimeout(end, 30_000);
					own.postMessage({ turn: -number, do: "help", language });
					own.addEventListener("message", ({ data }) => {
						if (data.turn === -number) {
							clearTimeout(timer);
							timer = setTimeout(end, 20_000);
						}
						if (data.turn !== number) return;
						clearTimeout(timer);
						give(data.answer ?? null);
					});
					own.postMessage({ turn: number, do: "run", language, source, frames: 5 });
				});
			};
			const found: { took: number | null; codes: string[]; after: string }[] = [];
			for (const { language, source } of all) {
				const from = performance.now();
				const answer = await ask(language, source);
				const took = answer ? performance.now() - from : null;
				const after = await ask(language === "python" ? "python" : "javascript", probes[language] ?? "");
				found.push({
					took,
					codes: answer?.errors.map((e) => e.code) ?? [],
					after: after?.messages.map((m) => m.text).join("\n") ?? "nothing",
				});
			}
			worker?.terminate();
			return found;
		},
		{
			programs,
			probes: PROBES,
			worker: asset(/^drawing-worker.*\.js$/),
			interpreters: {
				javascript: [asset(/^(?!pyodide).*\.wasm$/)],
				python: [asset(/^pyodide.*\.wasm$/), asset(/^python_stdlib.*\.zip$/)],
			},
		},
	);

test(`${PROGRAMS.length} hostile programs end in the browser too, and leave nothing for the next`, {
	timeout: 3_600_000,
}, async () => {
	const [clean, python] = await outcomes([
		{ language: "javascript", source: PROBE },
		{ language: "python", source: "x = 1" },
	]);
	expect(clean?.after).toContain("function");
	expect(python?.after).toContain("BaseException");
	const wrong: string[] = [];
	for (let i = 0; i < PROGRAMS.length; i += 20) {
		const batch = PROGRAMS.slice(i, i + 20);
		const found = await outcomes(batch);
		for (const [k, { took, after }] of found.entries()) {
			const program = batch[k]?.source.slice(0, 200);
			// Five seconds of running, and what recognising and painting that much takes on a slow machine.
			if (took !== null && took > 15_000) wrong.push(`took ${took} ms: ${program}`);
			const world = (batch[k]?.language === "python" ? python : clean)?.after;
			if (after !== world) wrong.push(`left ${after.slice(-300)}: ${program}`);
		}
	}
	expect(wrong).toEqual([]);
});

import { readFileSync } from "node:fs";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import {
	type Conditions,
	conditionsOf,
	draw,
	pictureOf,
	readExercise,
	reportFigure,
	runUnder,
} from "../../core/dist/index.js";
import { demoPrograms } from "../../demo/dist/index.js";
import { Site } from "../site.ts";
import { launch, signIn, Watched } from "./browser.ts";

let site: Site;
let browser: Browser;
let page: Page;

beforeAll(async () => {
	[site, browser] = await Promise.all([Site.start({ web: true, worker: false }), launch()]);
	({ page } = await Watched.open(await browser.newContext(), site.address, ""));
	await signIn(page, "student");
});
afterAll(async () => {
	await browser.close();
	await site.stop();
});

/** Every function of the language, over numbers that end in all kinds of last bits. */
const FUNCTIONS = `let s = 0
for i from 1 to 400
  s = s + sin(i * 7.3) + cos(i / 3) - tan(i * 0.11) + sqrt(i) ^ 0.37 + i ^ 1.5 / 1000
  s = s + asin(i mod 2 - 0.5) + acos(0.3) + atan(i / 17) + angle(i, 3.3) / 360 + random() + random(1, 6)
end
walk s mod 100
circle centre 200 + s mod 30, 150 radius abs(s mod 20) + 1
fill hsl(s mod 360, 60, 40)
polygon sides 7 centre 200, 150 radius 40 + s mod 3 turned s mod 90
print s`;

/** Runs a source in the page's own drawing worker. */
function inBrowser(source: string, conditions: Conditions | undefined): Promise<unknown> {
	return page.evaluate(
		async ({ source: text, conditions: given, script }) => {
			const worker = new Worker(script, { type: "module" });
			const answer = await new Promise((resolve) => {
				worker.addEventListener("message", ({ data }) => resolve(data.answer ?? data), { once: true });
				worker.postMessage({ turn: 1, do: "run", source: text, conditions: given });
			});
			worker.terminate();
			return answer;
		},
		{ source, conditions, script: workerPath },
	);
}

const workerPath = await (async () => {
	const { readdirSync } = await import("node:fs");
	return `/assets/${readdirSync(new URL("../../console/dist/assets", import.meta.url)).find((name) => name.startsWith("drawing-worker"))}`;
})();

test("programs draw the same in Chromium as in Node, to the last digit", async () => {
	const programs = demoPrograms();
	const conditions = new Map(
		[...new Set(programs.map((p) => p.exercise))].map((id) => {
			const reading = readExercise(
				readFileSync(new URL(`../../demo/exercises/${id}.exercise.yaml`, import.meta.url), "utf8"),
			);
			if (!reading.ok) throw new Error(`${id} can't be read`);
			return [id, conditionsOf(reading.exercise)] as const;
		}),
	);
	const all = [
		{ source: FUNCTIONS, under: undefined },
		...programs.map((p) => ({ source: p.source, under: conditions.get(p.exercise) })),
	];
	for (const { source, under } of all) {
		const { tape, drawing, state } = draw(source, under ? runUnder(under) : {});
		const wanted = JSON.parse(
			JSON.stringify({
				state,
				picture: pictureOf(tape),
				figures: drawing.figures.map((f) => reportFigure(f, tape.sheet)),
			}),
		);
		expect(await inBrowser(source, under)).toMatchObject(wanted);
	}
});

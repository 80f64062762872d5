import { readdirSync } from "node:fs";
import { expect, test } from "vitest";
import { draw, LanguageLoader, languageOf, pictureOf } from "../../core/dist/index.js";
import { GANNET } from "../../demo/dist/index.js";
import { INTERPRETERS } from "../../threads/dist/index.js";
import { BEACON_IN_PYTHON, BEACON_PYTHON } from "../beacon.ts";
import { reportOf } from "../site.ts";
import { axe, colourAt } from "./browser.ts";
import { desks, editor, handIn, kept, run } from "./own-desk.ts";

const asset = (pattern: RegExp) => {
	const name = readdirSync(new URL("../../console/dist/assets/", import.meta.url)).find((n) => pattern.test(n));
	return `/assets/${name}`;
};

const here = desks([BEACON_IN_PYTHON, GANNET.exercise("anchor-light")]);

test("a program in Python is written, run, checked and handed in at the desk", async () => {
	await here.begin("python-beacon");
	const { page, wrong } = await here.own.open();
	expect(await editor(page).textContent()).toContain("from markpen import *");
	await editor(page).fill(BEACON_PYTHON.replace("light(80)", "light(160)"));
	await run(page);
	await expect.poll(() => colourAt(page, 200, 60)).toEqual([255, 215, 0]);
	await page.getByRole("button", { name: "Check my drawing" }).click();
	await page.locator("[data-criterion=across][data-verdict=missed]").waitFor();
	await editor(page).fill(BEACON_PYTHON);
	await run(page);
	await expect.poll(() => colourAt(page, 200, 60)).toEqual([255, 255, 255]);
	await kept(page);
	await handIn(page);
	await expect.poll(() => here.own.handIns()).toBe(1);
	const { handIns } = await here.own.student.showWork({ params: here.own.place });
	expect((await reportOf(here.own.student, handIns[0]?.id ?? "")).points?.earned).toBe(5);
	expect(wrong).toEqual([]);
	expect(await axe(page)).toEqual([]);
});

test("a mistake has its place and its fix, and the module's words are completed", async () => {
	await here.begin("python-beacon");
	const { page } = await here.own.open();
	await editor(page).fill(BEACON_PYTHON.replace("diameter=across", "diametre=across"));
	await page.getByRole("button", { name: /^Run/ }).click();
	await page.getByTestId("problem").filter({ hasText: "Did you mean “diameter”?" }).waitFor();
	await editor(page).fill("from markpen import *\n");
	await editor(page).click();
	await page.keyboard.press("Control+End");
	await page.keyboard.type("cir");
	await page.getByRole("option", { name: /circle/ }).waitFor();
	await page.keyboard.press("Escape");
	await page.keyboard.type("cle(cent");
	await page.getByRole("option", { name: /centre=/ }).waitFor();
});

test("where the interpreter can't be fetched the desk says so, and the program can be handed in", async () => {
	await here.begin("python-beacon");
	await here.own.context.route(/pyodide.*\.wasm/, (route) => route.abort());
	const { page } = await here.own.open();
	await page.getByTestId("not-loaded").filter({ hasText: "Python couldn't be loaded" }).waitFor();
	await editor(page).fill(BEACON_PYTHON);
	await kept(page);
	await handIn(page);
	await expect.poll(() => here.own.handIns()).toBe(1);
});

test("a desk in another language loads nothing of Python", async () => {
	await here.begin("mooring-buoy");
	const asked: string[] = [];
	here.own.context.on("request", (request) => asked.push(request.url()));
	const { page } = await here.own.open();
	await editor(page).fill("circle centre 200, 150 diameter 80\n");
	await run(page);
	expect(asked.filter((url) => /pyodide|python/i.test(url))).toEqual([]);
});

test("programs in Python draw the same in Chromium as in Node, to the last digit", async () => {
	await here.begin("anchor-light");
	const loader = new LanguageLoader(INTERPRETERS);
	const programs = GANNET.programs().filter((p) => p.unreadable === undefined);
	const sums =
		'from markpen import *\nimport math, random\ns = 0\nfor i in range(1, 300):\n    s += math.sin(i * 7.3) + math.exp(math.cos(i / 3)) + sin_deg(i) + random.random() + i ** 0.37\nwalk(s % 100)\ncircle(centre=(200 + s % 30, 150), radius=s % 20 + 1)\nprint(s, {print, walk, len}, hash("a"), sorted({"b", "a"}), id(None) % 7)\n';
	const { page } = await here.own.open();
	const sources = [sums, ...programs.map((p) => p.source)];
	const drawn = await page.evaluate(
		async ({ script, files, all }) => {
			const made = new Worker(script, { type: "module" });
			const bytes = await Promise.all(files.map(async (url) => new Uint8Array(await (await fetch(url)).arrayBuffer())));
			made.addEventListener("message", ({ data }) => {
				if ("wants" in data) made.postMessage({ interpreter: data.wants, files: bytes });
			});
			const answers: unknown[] = [];
			for (const [turn, source] of all.entries())
				answers.push(
					await new Promise((give) => {
						const listen = ({ data }: MessageEvent) => {
							if (data.turn !== turn) return;
							made.removeEventListener("message", listen);
							give(data.answer ?? data);
						};
						made.addEventListener("message", listen);
						made.postMessage({ turn, do: "run", language: "python", source, frames: 5 });
					}),
				);
			made.terminate();
			return answers as { picture: unknown; messages: unknown; errors: { code: string }[] }[];
		},
		{
			script: asset(/^drawing-worker.*\.js$/),
			files: [asset(/^pyodide.*\.wasm$/), asset(/^python_stdlib.*\.zip$/)],
			all: sources,
		},
	);
	for (const [i, source] of sources.entries()) {
		const language = languageOf(await loader.ready(["python"]), "python");
		const ours = draw(source, { language, frames: 5 });
		expect([source, drawn[i]?.picture]).toEqual([source, JSON.parse(JSON.stringify(pictureOf(ours.tape)))]);
		expect(drawn[i]?.errors.map((e) => e.code)).toEqual(ours.errors.map((e) => e.code));
	}
	expect(drawn[0]?.messages).toEqual([
		expect.objectContaining({
			text: draw(sums, { language: languageOf(await loader.ready(["python"]), "python") }).tape.texts[0],
		}),
	]);
});

import { readFileSync } from "node:fs";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { parse } from "yaml";
import { draw, LanguageLoader, languageOf, pictureOf, svgOf } from "../../core/dist/index.js";
import { INTERPRETERS } from "../../threads/dist/index.js";
import { launch } from "./browser.ts";

interface CanvasProgram {
	readonly name: string;
	readonly source: string;
}

const PROGRAMS = parse(
	readFileSync(new URL("../../core/examples/canvas-programs.yaml", import.meta.url), "utf8"),
) as readonly CanvasProgram[];
const HEAD = 'const canvas = document.querySelector("canvas");\nconst ctx = canvas.getContext("2d");\n';
const SHEET = { width: 400, height: 300, origin: "top left" } as const;
/** A pixel differs where one of its three colours does by more than this, of 255. */
const LITTLE = 48;
/** The largest share of pixels that may differ. */
const MOST = 0.005;

const loader = new LanguageLoader(INTERPRETERS);

let browser: Browser;
let page: Page;
beforeAll(async () => {
	browser = await launch();
	page = await browser.newPage();
});
afterAll(() => browser.close());

/** The program run by the browser itself; then the share of pixels by which its canvas differs from a picture. */
async function difference(source: string, svg: string): Promise<{ differs: number; inked: number }> {
	await page.goto("about:blank");
	await page.goto(`data:text/html,${encodeURIComponent('<canvas width="400" height="300"></canvas>')}`);
	await page.addScriptTag({ content: HEAD + source });
	if (/requestAnimationFrame|setTimeout|async/.test(source)) await page.waitForTimeout(900);
	return page.evaluate(
		async ({ svg: text, little }) => {
			const flat = (of: CanvasImageSource) => {
				const sheet = new OffscreenCanvas(400, 300);
				const context = sheet.getContext("2d") as OffscreenCanvasRenderingContext2D;
				context.fillStyle = "white";
				context.fillRect(0, 0, 400, 300);
				context.drawImage(of, 0, 0);
				return context.getImageData(0, 0, 400, 300).data;
			};
			const image = new Image();
			image.src = `data:image/svg+xml,${encodeURIComponent(text)}`;
			await image.decode();
			const [real, ours] = [flat(document.querySelector("canvas") as HTMLCanvasElement), flat(image)];
			let [differs, inked] = [0, 0];
			for (let i = 0; i < real.length; i += 4) {
				const off = [0, 1, 2].map((k) => Math.abs((real[i + k] as number) - (ours[i + k] as number)));
				if (Math.max(...off) > little) differs++;
				if ([0, 1, 2].some((k) => (real[i + k] as number) < 250)) inked++;
			}
			return { differs: differs / 120_000, inked: inked / 120_000 };
		},
		{ svg, little: LITTLE },
	);
}

test.each(PROGRAMS.map((p) => [p.name, p.source] as const))(
	"%s is drawn as the browser draws it",
	async (_, source) => {
		const language = languageOf(await loader.ready(["javascript"]), "javascript");
		const drawn = draw(HEAD + source, { language, sheet: SHEET });
		expect([drawn.ended, drawn.errors]).toEqual(["whole", []]);
		const { differs, inked } = await difference(source, svgOf(pictureOf(drawn.tape)));
		expect(inked).toBeGreaterThan(0.005);
		expect(differs).toBeLessThanOrEqual(MOST);
	},
);

test("there are eighty programs and more, of every method and setting of the canvas", async () => {
	const { METHODS, SETTINGS } = await import("../../core/src/languages/javascript/canvas-methods.ts");
	expect(PROGRAMS.length).toBeGreaterThanOrEqual(80);
	const all = PROGRAMS.map((p) => p.source).join("\n");
	const texts = ["font", "textAlign", "textBaseline"];
	const names = [...METHODS.map((m) => m.name), ...Object.keys(SETTINGS), "roundRect", "setTransform", "setLineDash"];
	expect(names.filter((name) => !texts.includes(name) && !new RegExp(`\\b${name}\\b`).test(all))).toEqual([]);
});

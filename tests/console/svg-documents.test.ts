import { readFileSync } from "node:fs";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { parse } from "yaml";
import { draw, LanguageLoader, languageOf, pictureOf, svgOf } from "../../core/dist/index.js";
import { INTERPRETERS } from "../../threads/dist/index.js";
import { launch } from "./browser.ts";

interface Document {
	readonly name: string;
	/** What is inside an `<svg>` of 400 by 300, or the whole file. */
	readonly source?: string;
	readonly whole?: string;
}

const DOCUMENTS = parse(
	readFileSync(new URL("../../core/examples/svg-documents.yaml", import.meta.url), "utf8"),
) as readonly Document[];
const SHEET = { width: 400, height: 300, origin: "top left" } as const;
/** A pixel differs where one of its three colours does by more than this, of 255. */
const LITTLE = 48;
/** The largest share of pixels that may differ. */
const MOST = 0.005;

const wholeOf = ({ source, whole }: Document) =>
	whole ??
	`<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="400" height="300">\n${source}</svg>`;

let browser: Browser;
let page: Page;
beforeAll(async () => {
	browser = await launch();
	page = await browser.newPage();
	await page.goto("about:blank");
});
afterAll(() => browser.close());

/** The share of pixels by which two drawings differ in the browser, and the share that the first one inks. */
const difference = (real: string, ours: string) =>
	page.evaluate(
		async ({ texts, little }) => {
			const flat = async (text: string) => {
				const image = new Image();
				image.src = `data:image/svg+xml,${encodeURIComponent(text)}`;
				await image.decode();
				const context = new OffscreenCanvas(400, 300).getContext("2d") as OffscreenCanvasRenderingContext2D;
				context.fillStyle = "white";
				context.fillRect(0, 0, 400, 300);
				context.drawImage(image, 0, 0);
				return context.getImageData(0, 0, 400, 300).data;
			};
			const [first, second] = [await flat(texts[0] as string), await flat(texts[1] as string)];
			let [differs, inked] = [0, 0];
			for (let i = 0; i < first.length; i += 4) {
				const off = [0, 1, 2].map((k) => Math.abs((first[i + k] as number) - (second[i + k] as number)));
				if (Math.max(...off) > little) differs++;
				if ([0, 1, 2].some((k) => (first[i + k] as number) < 250)) inked++;
			}
			return { differs: differs / 120_000, inked: inked / 120_000 };
		},
		{ texts: [real, ours], little: LITTLE },
	);

test.each(DOCUMENTS.map((d) => [d.name, d] as const))("%s: drawn as the browser draws it", async (_, document) => {
	const language = languageOf(await new LanguageLoader(INTERPRETERS).ready(["svg"]), "svg");
	const source = wholeOf(document);
	const drawn = draw(source, { language, sheet: SHEET });
	expect([drawn.ended, drawn.errors]).toEqual(["whole", []]);
	const { differs, inked } = await difference(source, svgOf(pictureOf(drawn.tape)));
	expect(inked).toBeGreaterThan(0.005);
	expect(differs).toBeLessThanOrEqual(MOST);
});

test("there are sixty documents and more, of every element and property that is recorded", async () => {
	const { ELEMENTS } = await import("../../core/src/languages/svg/svg-elements.ts");
	const { PROPERTIES } = await import("../../core/src/languages/svg/properties.ts");
	expect(DOCUMENTS.length).toBeGreaterThanOrEqual(60);
	const all = DOCUMENTS.map(wholeOf).join("\n");
	// Texts are drawn in a font of our own, and no browser shows a background of a document inside a picture alike.
	const apart = new Set([
		"text",
		"tspan",
		"font",
		"font-size",
		"text-anchor",
		"dominant-baseline",
		"background",
		"background-color",
	]);
	const names = [...ELEMENTS.map((e) => `<${e.name}`), ...Object.keys(PROPERTIES)];
	expect(names.filter((name) => !apart.has(name.replace("<", "")) && !all.includes(name))).toEqual([]);
});

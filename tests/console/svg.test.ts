import { expect, test } from "vitest";
import { BEACON, BEACON_SVG } from "../beacon.ts";
import { reportOf } from "../site.ts";
import { axe, colourAt } from "./browser.ts";
import { desks, editor, handIn, kept, run } from "./own-desk.ts";

const NIB = BEACON.replace("id: beacon", "id: in-nib")
	.replace("languages: [javascript, nib, svg]", "language: nib")
	.replace(/starters: .*\n/, "")
	.replace(/model: \|\n(?: {2}.*\n)+/, "model: |\n  fill gold\n  circle centre 200, 120 diameter 80\n");
const here = desks([BEACON, NIB]);

test("a drawing as SVG is written, run, checked and handed in at the desk", async () => {
	await here.begin("beacon");
	const { page, wrong } = await here.own.open();
	await page.getByRole("combobox", { name: "Language" }).selectOption("svg");
	await expect.poll(() => editor(page).textContent()).toContain("<svg");
	await editor(page).fill(BEACON_SVG.replace('r="40"', 'r="80"'));
	await run(page);
	await expect.poll(() => colourAt(page, 200, 60)).toEqual([255, 215, 0]);
	await page.getByRole("button", { name: "Check my drawing" }).click();
	await page.locator("[data-criterion=across][data-verdict=missed]").waitFor();
	await editor(page).fill(BEACON_SVG);
	await run(page);
	await kept(page);
	await handIn(page);
	await expect.poll(() => here.own.handIns()).toBe(1);
	const { handIns } = await here.own.student.showWork({ params: here.own.place });
	expect((await reportOf(here.own.student, handIns[0]?.id ?? "")).points?.earned).toBe(5);
	expect(wrong).toEqual([]);
	expect(await axe(page)).toEqual([]);
});

test("an unclosed tag and an unknown colour have their place; elements and colours are completed", async () => {
	await here.begin("beacon");
	const { page } = await here.own.open();
	await page.getByRole("combobox", { name: "Language" }).selectOption("svg");
	await editor(page).fill(BEACON_SVG.replace('"gold"/>', '"gold">'));
	await page.getByRole("button", { name: /^Run/ }).click();
	await page.getByTestId("problem").filter({ hasText: "“circle” is never closed." }).waitFor();
	await editor(page).fill(BEACON_SVG.replace('"gold"', '"glod"'));
	await run(page);
	await page.getByTestId("remark").filter({ hasText: "Line 2: “glod” isn't a colour" }).waitFor();
	await editor(page).fill('<svg xmlns="http://www.w3.org/2000/svg">\n');
	await editor(page).click();
	await page.keyboard.press("Control+End");
	await page.keyboard.type("<cir");
	await page.getByRole("option", { name: /circle/ }).waitFor();
	await page.keyboard.press("Escape");
	await page.keyboard.type('cle fill="gol');
	await page.getByRole("option", { name: "gold#ffd700" }).waitFor();
});

test("a page whose exercise is in Nib alone loads nothing of the other languages", async () => {
	await here.begin("in-nib");
	const loaded: string[] = [];
	const { page } = await here.own.open();
	page.on("response", (response) => loaded.push(response.url()));
	await page.reload();
	await editor(page).fill("fill gold\ncircle centre 200, 120 diameter 80\n");
	await run(page);
	const { origin } = new URL(page.url());
	const texts = await Promise.all(
		loaded
			.filter((url) => url.startsWith(origin) && /\.js($|\?)/.test(url))
			.map(async (url) => [url, await (await fetch(url)).text()] as const),
	);
	expect(texts.length).toBeGreaterThan(3);
	// Words that only the other languages' own files have.
	for (const own of [
		"quadraticCurveTo(",
		"svg-tag-open",
		"feGaussianBlur",
		"foreignObject",
		"QuickJS",
		"autoCloseTags",
	])
		expect([own, texts.filter(([, text]) => text.includes(own)).map(([url]) => url)]).toEqual([own, []]);
	expect(loaded.filter((url) => url.endsWith(".wasm"))).toEqual([]);
});

import type { Page } from "playwright-core";
import { describe, expect, test } from "vitest";
import { BOATHOUSE, BOTH } from "./boathouse.ts";
import { axe } from "./browser.ts";
import { desks, editor } from "./own-desk.ts";

const here = desks(BOATHOUSE);

test("somebody who hears the page goes from figure to figure and from a criterion to its figures and lines, by keys and names alone", async () => {
	await here.begin("lamps");
	const { page } = await here.own.open();
	await editor(page).focus();
	await page.keyboard.press("Control+a");
	await page.keyboard.insertText(BOTH);
	await page.keyboard.press("Control+Enter");
	const list = page.getByRole("list", { name: "Your drawing" });
	await list.getByRole("button", { name: /^2\. / }).waitFor();
	const focused = () =>
		page.evaluate(
			() =>
				(document.activeElement as HTMLElement | null)?.getAttribute("aria-label") ??
				document.activeElement?.textContent ??
				"",
		);

	// Figure by figure: kind, size, colour in words, place and line.
	await list.getByRole("button", { name: /^1\. / }).focus();
	expect(await focused()).toMatch(/^1\. circle, 36 across, .*yellow.* centre 100, 90, line 2$/);
	await page.keyboard.press("ArrowDown");
	expect(await focused()).toMatch(/^2\. circle, 30 across, .*red.* centre 240, 90, line 4$/);

	// What was found, of each criterion, by its verdict's word.
	await page.getByRole("button", { name: "Check my drawing" }).focus();
	await page.keyboard.press("Enter");
	const missed = page
		.getByRole("region", { name: "Exercise" })
		.getByRole("listitem")
		.filter({ hasText: /missed/i });
	await missed.first().waitFor();
	expect(await missed.count()).toBe(1);

	// From the criterion to its figure, and on to its line.
	await page
		.getByRole("button", { name: /^Figure 1, of: / })
		.first()
		.focus();
	await page.keyboard.press("Enter");
	expect(await focused()).toMatch(/^1\. circle, 36 across/);
	await page.keyboard.press("Enter");
	await expect.poll(() => page.evaluate(() => document.activeElement?.getAttribute("aria-label"))).toBe("Program");
	expect(await page.locator(".cm-activeLine, .cm-line").nth(1).textContent()).toContain("circle centre 100, 90");
	await page.keyboard.press("End");
	await page.keyboard.type(" -- here");
	await expect.poll(() => editor(page).textContent()).toContain("diameter 36 -- here");
	// A criterion that is met leads to its figure as well.
	const met = page.getByRole("button", { name: /^Figure 2, of: / });
	expect(await met.count()).toBeGreaterThan(0);
});

describe("reading", () => {
	const settings = async (page: Page) => {
		await page.getByRole("button", { name: /Nell Brae/ }).click();
		await page.getByRole("menuitem", { name: "Reading …" }).click();
		return page.getByRole("dialog", { name: "Reading" });
	};

	test("is larger, wider apart, stronger in contrast and without motion as one likes, and this browser keeps it", async () => {
		await here.begin("lamps");
		const { page } = await here.own.open();
		const look = () =>
			page.evaluate(() => {
				const { fontSize, letterSpacing, color } = getComputedStyle(document.documentElement);
				return {
					size: Number.parseFloat(fontSize),
					apart: letterSpacing !== "normal",
					color,
					motion: document.documentElement.dataset.motion,
					program: getComputedStyle(document.querySelector(".cm-editor") as Element).fontSize,
				};
			});
		expect(await look()).toMatchObject({ size: 15, apart: false, motion: "usual", program: "15px" });
		const dialog = await settings(page);
		await dialog.getByLabel("Text size").selectOption({ label: "half as large again" });
		await dialog.getByLabel("Wider letter, word and line spacing").check();
		await dialog.getByLabel("High contrast").check();
		await dialog.getByLabel("Reduce motion").check();
		expect(await axe(page)).toEqual([]);
		await dialog.getByRole("button", { name: "Done" }).click();
		const changed = { size: 22.5, apart: true, color: "rgb(0, 0, 0)", motion: "none", program: "22.5px" };
		expect(await look()).toMatchObject(changed);
		await page.reload();
		await editor(page).waitFor();
		await page.locator(".cm-editor").waitFor();
		expect(await look()).toMatchObject(changed);
		expect(await axe(page)).toEqual([]);
	});

	test("at twice the size nothing runs off a screen of 360 pixels", async () => {
		await here.begin("lamps");
		const { page } = await here.own.open();
		await page.setViewportSize({ width: 360, height: 740 });
		await page.evaluate(() => localStorage.setItem("markpen reading", JSON.stringify({ size: 2, wide: true })));
		for (const path of [`/desk/${here.own.assignment}/lamps`, "/", "/free"]) {
			await page.goto(`${here.site.address}${path}`);
			await page.getByRole("heading", { level: 1 }).waitFor();
			await page.waitForTimeout(400);
			expect([path, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([path, 360]);
		}
	});

	test("what the system says of contrast and motion counts", async () => {
		await here.begin("lamps");
		const calm = await here.browser.newContext({ reducedMotion: "reduce", contrast: "more" });
		await calm.addCookies(here.own.cookies);
		const { page } = await here.own.open("/", calm);
		expect(await page.evaluate(() => ({ ...document.documentElement.dataset }))).toMatchObject({
			contrast: "more",
			motion: "none",
		});
		await calm.close();
	});
});

import { expect, test } from "vitest";
import { BEACON, BEACON_CANVAS, BEACON_NIB } from "../beacon.ts";
import { reportOf } from "../site.ts";
import { axe, colourAt } from "./browser.ts";
import { desks, editor, handIn, kept, run } from "./own-desk.ts";

const here = desks([BEACON]);

test("a program for the canvas is written, run, checked and handed in at the desk", async () => {
	await here.begin("beacon");
	const { page, wrong } = await here.own.open();
	expect(await editor(page).textContent()).toContain('querySelector("canvas")');
	await editor(page).fill(BEACON_CANVAS.replace("40, 0", "80, 0"));
	await run(page);
	await expect.poll(() => colourAt(page, 200, 60)).toEqual([255, 215, 0]);
	await page.getByRole("button", { name: "Check my drawing" }).click();
	await page.locator("[data-criterion=across][data-verdict=missed]").waitFor();
	await editor(page).fill(BEACON_CANVAS);
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

test("a mistake has its place in the editor, and words on the canvas have help", async () => {
	await here.begin("beacon");
	const { page } = await here.own.open();
	await editor(page).fill(BEACON_CANVAS.replace("c.fill()", "c.fil()"));
	await page.getByRole("button", { name: /^Run/ }).click();
	await page.getByTestId("problem").filter({ hasText: "Did you mean “fill”?" }).waitFor();
	await editor(page).fill("const c = canvas.getContext('2d');\n");
	await editor(page).click();
	await page.keyboard.press("Control+End");
	await page.keyboard.type("c.fillR");
	await page.getByRole("option", { name: /fillRect/ }).waitFor();
});

test("another language begins with what is given in it, and the desk comes back in the one that was left", async () => {
	await here.begin("beacon");
	const { page } = await here.own.open();
	const language = page.getByRole("combobox", { name: "Language" });
	expect(await language.inputValue()).toBe("javascript");
	await editor(page).fill(BEACON_CANVAS);
	await language.selectOption("nib");
	await expect.poll(() => editor(page).textContent()).toBe("pen none");
	// What was written before is kept in its own language.
	await page.getByRole("button", { name: /^Replaced/ }).click();
	await page.getByRole("button", { name: "Restore this version" }).click();
	await expect.poll(() => editor(page).textContent()).toContain("c.fillRect(140, 180, 120, 30);");
	expect(await language.inputValue()).toBe("javascript");
	await language.selectOption("nib");
	await editor(page).fill(BEACON_NIB);
	await run(page);
	await kept(page);
	await page.reload();
	await editor(page).waitFor();
	await expect.poll(() => editor(page).textContent()).toContain("circle centre 200, 120 diameter 80");
	expect(await language.inputValue()).toBe("nib");
	await handIn(page);
	await expect.poll(() => here.own.handIns()).toBe(1);
	const { handIns } = await here.own.student.showWork({ params: here.own.place });
	expect((await here.own.teacher.showHandIn({ params: { id: handIns[0]?.id ?? "" } })).language).toBe("nib");
});

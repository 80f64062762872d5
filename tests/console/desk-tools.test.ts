import type { Page } from "playwright-core";
import { describe, expect, test } from "vitest";
import { BOATHOUSE, BOTH } from "./boathouse.ts";
import { axe, colourAt, onScreen, visiting, Watched } from "./browser.ts";
import { desks, editor, handIn, inDays, kept, run } from "./own-desk.ts";

const here = desks(BOATHOUSE);

const figures = (page: Page) => page.getByRole("list", { name: "Your drawing" }).getByRole("button");

describe("the desk", () => {
	test("puts a place that is clicked, or chosen by keys, into the program where the cursor is", async () => {
		await here.begin("lamps");
		const { page } = await here.own.open();
		await editor(page).fill("circle centre ");
		await editor(page).click();
		await page.keyboard.press("Control+End");
		await page.getByRole("button", { name: "Pick a point" }).click();
		const at = await onScreen(page, 140, 90);
		await page.mouse.click(at.x, at.y);
		await expect.poll(() => editor(page).textContent()).toBe("circle centre 140, 90");
		await page.keyboard.type(" diameter 36");
		await page.keyboard.press("Enter");
		await page.keyboard.type("dot ");
		const sheet = page.getByRole("application", { name: /^Drawing/ });
		await sheet.focus();
		await page.keyboard.press("ArrowRight");
		await page.keyboard.press("Enter");
		await expect.poll(() => editor(page).textContent()).toMatch(/diameter 36dot \d+, 90$/);
	});

	test("pointing at a line lights what it drew, at a criterion its figures and lines, also right after one another", async () => {
		await here.begin("lamps");
		const { page } = await here.own.open();
		await editor(page).fill(BOTH);
		await run(page);
		await page.getByRole("button", { name: "Check my drawing" }).click();
		const criterion = page.locator("[data-criterion=place][data-verdict=missed]");
		await criterion.waitFor();
		await page.locator(".cm-line").nth(3).hover();
		await page.locator(".lit[data-figure]").getByText("2. circle, 30 across").waitFor();
		expect(await page.locator("[data-lit]").count()).toBe(1);
		await criterion.hover();
		await page.locator(".lit[data-figure]").getByText("1. circle, 36 across").waitFor();
		expect(await page.locator(".cm-line.lit").textContent()).toBe("circle centre 100, 90 diameter 36");
		await page.getByRole("heading", { level: 1 }).hover();
		await expect.poll(() => page.locator("[data-lit]").count()).toBe(0);
	});

	test("runs programs as they are run when handed in: on the exercise's paper, with its seed and steps, without what it leaves out", async () => {
		await here.begin("lamps-under");
		const { page } = await here.own.open();
		await expect.poll(() => colourAt(page, 200, 150)).toEqual([176, 196, 222]);
		const printed = page.locator("h2:has-text('Printed') + pre");
		const source =
			"print random(1, 1000000)\nfill red\ncircle centre 240, 90 diameter 36\nrepeat 9000\n  walk 0\nend\n";
		await editor(page).fill(source);
		await run(page);
		await expect.poll(() => colourAt(page, 200, 150)).toEqual([176, 196, 222]);
		await page.getByTestId("problem").filter({ hasText: "4000" }).waitFor();
		const { id } = await here.own.student.selfCheck({ params: here.own.place, body: { source, answers: {} } });
		const look = async () => (await here.own.student.showSelfCheck({ params: { id } })).report;
		await expect.poll(look).not.toBeNull();
		const { messages = [], errors = [] } = (await look()) ?? {};
		expect(await printed.textContent()).toBe(messages[0]?.text);
		expect(await page.getByTestId("problem").textContent()).toContain(errors[0]?.message.slice(0, 20));
		await editor(page).fill("ellipse centre 140, 90 size 36, 36\n");
		await page.getByRole("button", { name: /^Run/ }).click();
		await page.getByTestId("problem").filter({ hasText: "You can't use “ellipse” in this exercise." }).waitFor();
		await page.getByRole("button", { name: "Replay" }).click();
		await page.getByRole("status").filter({ hasText: "This program has no steps to replay." }).waitFor();
	});

	test("explains drawing words in place", async () => {
		await here.begin("lamps");
		const { page } = await here.own.open();
		const word = page.getByRole("region", { name: "Exercise" }).getByRole("button", { name: "radius" });
		await word.focus();
		await page.keyboard.press("Enter");
		await page.getByText("The distance from a circle's centre to its edge: half the diameter.").waitFor();
		expect(await axe(page)).toEqual([]);
		await page.keyboard.press("Escape");
		await page.getByText("The distance from a circle's centre to its edge").waitFor({ state: "hidden" });
	});

	test("shows an example as a picture, without its source, where the exercise gives no more", async () => {
		const traffic: string[] = [];
		await here.begin("lamps-picture");
		const page = await here.own.context.newPage();
		page.on("response", async (response) => {
			if (response.url().includes("/api/")) traffic.push(await response.text().catch(() => ""));
		});
		await page.goto(`${here.site.address}/desk/${here.own.assignment}/lamps-picture`);
		const picture = page.getByRole("img", { name: "The example's drawing" });
		await picture.waitFor();
		await expect.poll(() => picture.evaluate((image) => (image as HTMLImageElement).naturalWidth)).toBe(800);
		expect(traffic.length).toBeGreaterThan(1);
		expect(traffic.join("")).not.toContain("60, 60");
	});

	test("shows an example's source where the exercise gives it, and draws it", async () => {
		await here.begin("lamps-source");
		const { page } = await here.own.open();
		await page.getByText("Example drawing", { exact: true }).click();
		await page.getByText("circle centre 60, 60 diameter 50").waitFor();
		await page.getByRole("button", { name: "Draw the example" }).click();
		await page.getByText("This is the example's drawing.").waitFor();
		await figures(page).getByText("circle, 50 across").waitFor();
	});

	test("plays an animation frame by frame, and pauses", async () => {
		await here.begin("lamps");
		const { page } = await here.own.open("/free/Boat");
		await editor(page).fill("let x = 20\neach frame\n  wipe\n  circle centre x, 90 diameter 20\n  x = x + 10\nend\n");
		await page.getByRole("button", { name: /^Run/ }).click();
		await page.locator("[data-figures='1']").waitFor();
		await page.getByRole("button", { name: "Replay" }).click();
		const frame = async () =>
			Number(/Frame (\d+) of 240/.exec((await page.getByRole("group", { name: "Replay" }).textContent()) ?? "")?.[1]);
		await expect.poll(frame).toBe(1);
		await page.getByRole("button", { name: "Play", exact: true }).click();
		await expect.poll(frame).toBeGreaterThan(3);
		await page.getByRole("button", { name: "Pause" }).click();
		const at = await frame();
		await page.waitForTimeout(400);
		expect(await frame()).toBe(at);
	});

	test("runs with other random numbers and with the same ones again", async () => {
		await here.begin("lamps");
		const { page } = await here.own.open();
		// Not a whole number, which could be the same by chance.
		await editor(page).fill("let r = 10 + 80 * random()\nprint r\ncircle centre 200, 150 radius r\n");
		await run(page);
		const said = () => figures(page).first().textContent();
		const first = await said();
		const choose = async (name: string) => {
			await page.getByRole("button", { name: /^Random numbers/ }).click();
			await page.getByRole("menuitem", { name }).click();
		};
		await choose("Run with new random numbers");
		await expect.poll(said).not.toBe(first);
		const second = await said();
		await choose("Run with the same random numbers");
		await page.waitForTimeout(300);
		expect(await said()).toBe(second);
		await choose("Run with the first random numbers");
		await expect.poll(said).toBe(first);
	});

	test("shows what was changed since an earlier try, and takes it up again", async () => {
		await here.begin("lamps");
		const { page } = await here.own.open();
		await editor(page).fill(BOTH);
		await handIn(page);
		await page.getByTestId("result").getByText("Handed in").waitFor();
		await editor(page).fill(BOTH.replace("100, 90", "140, 90"));
		await page.getByRole("button", { name: "Try 1", exact: true }).click();
		const dialog = page.getByRole("dialog", { name: "Try 1 and your changes since then" });
		expect(await dialog.getByTestId("changes").textContent()).toBe("1 line new, 1 line gone");
		expect(await axe(page)).toEqual([]);
		await dialog.getByRole("button", { name: "Restore this version" }).click();
		await kept(page);
		expect(await here.own.draft()).toBe(BOTH.trim());
		await page.getByRole("button", { name: "Undo" }).click();
		await kept(page);
		expect(await here.own.draft()).toBe(BOTH.replace("100, 90", "140, 90").trim());
	});

	test("begins with what was handed in to the exercise that it goes on from, or else with the given program", async () => {
		await here.begin("lamps-on");
		const first = await here.own.open();
		expect(await editor(first.page).textContent()).toBe("-- nothing handed in yet");
		expect(await first.page.getByTestId("continues").count()).toBe(0);
		await first.page.close();
		const { teacher, student, classId } = here.own;
		const set = await teacher.setAssignment({
			params: { id: classId },
			body: { exercise: "lamps", opensAt: inDays(-1), dueAt: inDays(1), closesAt: inDays(2) },
		});
		const send = (source: string) => student.handIn({ params: { id: set.id, exercise: "lamps" }, body: { source } });
		await send("walk 10\n");
		await send(BOTH);
		const { page } = await here.own.open();
		await expect.poll(() => editor(page).textContent()).toBe(BOTH.replaceAll("\n", ""));
		await page.getByTestId("continues").getByRole("link", { name: "Boathouse lamps" }).waitFor();
		await editor(page).fill("walk 5");
		await kept(page);
		await page.reload();
		await expect.poll(() => editor(page).textContent()).toBe("walk 5");
		await page.getByRole("button", { name: "Your program from Boathouse lamps" }).click();
		await page.getByRole("button", { name: "Restore this version" }).click();
		await expect.poll(() => editor(page).textContent()).toBe(BOTH.replaceAll("\n", ""));
	});

	test("has the checklist under the exercise's headings, and the teacher reads it so too", async () => {
		await here.begin("lamps-parts");
		const { page } = await here.own.open();
		const order = (within: Page) =>
			within
				.locator("h3, [data-criterion]")
				.evaluateAll((all) => all.map((e) => (e as HTMLElement).dataset.criterion ?? e.textContent));
		const wanted = ["The yellow lamp", "place", "across", "The red lamp", "red"];
		await expect.poll(() => order(page)).toEqual(wanted);
		expect(await axe(page)).toEqual([]);
		const { id } = await here.own.student.handIn({ params: here.own.place, body: { source: BOTH } });
		await expect.poll(async () => (await here.teacher.showHandIn({ params: { id } })).waiting).toBe(false);
		await visiting({ browser: here.browser, address: here.site.address })("teacher", async (seen) => {
			await seen.goto(`${here.site.address}/hand-ins/${id}`);
			// What a cause takes along is under the cause; the others are under their headings.
			const left = ["place", "The yellow lamp", "across", "The red lamp", "red"];
			await expect.poll(() => order(seen)).toEqual(left);
			expect(await axe(seen)).toEqual([]);
		});
	});

	test("doesn't offer statements that the exercise leaves out", async () => {
		await here.begin("lamps-without");
		const { page } = await here.own.open();
		await editor(page).fill("");
		await editor(page).click();
		await page.keyboard.type("pol");
		await page.locator(".cm-tooltip-autocomplete").getByText("polyline").first().waitFor();
		expect(await page.locator(".cm-tooltip-autocomplete").getByText("polygon").count()).toBe(0);
	});
});

test("what a page needs before brief, checklist and last drawing show is under 200 kB, and the first run waits for nothing but the core", async () => {
	await here.begin("lamps");
	await here.own.student.handIn({ params: here.own.place, body: { source: BOTH } });
	const watched = await Watched.open(here.own.context, here.site.address, "/icon.svg");
	const { page } = watched;
	// The editor, the core and the charts come after: they are held back here.
	await page.route(/program-editor|code-editor|drawing-worker|charts/, () => undefined);
	await page.goto(`${here.site.address}/desk/${here.own.assignment}/lamps`);
	await page.getByText("Two lamps hang at the boathouse").waitFor();
	await page.getByRole("heading", { name: "Checklist" }).waitFor();
	await page.getByText("circle centre 100, 90").first().waitFor();
	await page.waitForTimeout(300);
	const bytes = await page.evaluate(() =>
		performance
			.getEntriesByType("resource")
			.filter((e) => new URL(e.name).pathname.endsWith(".js"))
			.reduce((sum, e) => sum + (e as PerformanceResourceTiming).encodedBodySize, 0),
	);
	expect(bytes).toBeGreaterThan(50_000);
	expect(bytes).toBeLessThan(200_000);
});

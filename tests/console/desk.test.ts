import { beforeEach, describe, expect, test } from "vitest";
import { axe } from "./browser.ts";
import { cookiesOf, desks, editor, handIn, inDays, kept } from "./own-desk.ts";

/** An exercise that has hints, a question and a starter. */
const EXERCISE = `format: markpen/exercise@1
id: lamp-desk
title: Desk lamp
brief: |
  A **yellow lamp, 36 across**, at **140, 90**.
language: nib
sheet: { width: 400, height: 300, origin: top left }
tolerance: { position: 4, size: 4, angle: 2, colour: family }
model: |
  fill gold
  circle centre 140, 90 diameter 36
starter: |
  fill gold
  circle centre 100, 90 diameter 36
figures:
  lamp: { kind: circle }
criteria:
  - { id: place, check: position, of: lamp, at: [140, 90], points: 2, hint: [Read where its middle stands., Two numbers tell a place.] }
  - { id: across, check: measure, of: lamp, what: diameter, is: 36, points: 1 }
  - { id: why, check: answer, ask: "Where will it hang?", when: before running, points: 1 }
`;
const RIGHT = "fill gold\ncircle centre 140, 90 diameter 36\n";

const here = desks([EXERCISE]);
beforeEach(async () => {
	await here.begin("lamp-desk");
});

describe("nothing is lost", () => {
	test("what is written is kept by the service, and there on another device", async () => {
		const { page, wrong } = await here.own.open();
		await editor(page).fill(RIGHT);
		await kept(page);
		expect(await here.own.draft()).toBe(RIGHT.trim());
		const other = await here.browser.newContext();
		await other.addCookies(here.own.cookies);
		const { page: elsewhere } = await here.own.open(undefined, other);
		await elsewhere.getByText("circle centre 140, 90").first().waitFor();
		await other.close();
		expect(wrong).toEqual([]);
	});

	test("the tab closed in the middle of typing has the program still", async () => {
		const { page } = await here.own.open();
		await editor(page).fill("fill gold\n-- in the middle of");
		await page.close({ runBeforeUnload: false });
		const again = await here.own.open();
		await again.page.getByText("-- in the middle of").first().waitFor();
	});

	test("the same program changed on two devices: both side by side, neither chosen silently, the other one kept", async () => {
		const { page } = await here.own.open();
		await editor(page).fill("-- here\n");
		await kept(page);
		await here.own.student.saveDraft({
			params: here.own.place,
			body: { source: "-- there\n", device: "iPad" },
			revision: "any",
		});
		await editor(page).fill("-- here, and on\n");
		const dialog = page.getByRole("dialog", { name: "There are two versions of your program" });
		await dialog.waitFor();
		expect(await dialog.locator("pre").allTextContents()).toEqual([
			expect.stringContaining("-- here, and on"),
			expect.stringContaining("-- there"),
		]);
		expect(await dialog.textContent()).toContain("On iPad");
		await dialog.getByRole("button", { name: "Use that version" }).click();
		await kept(page);
		expect(await here.own.draft()).toBe("-- there");
		await page
			.getByRole("listitem")
			.filter({ hasText: "-- here, and on" })
			.getByRole("button", { name: /^Replaced/ })
			.click();
		await page.getByRole("button", { name: "Restore this version" }).click();
		await kept(page);
		expect(await here.own.draft()).toBe("-- here, and on");
	});

	test("written, run and handed in without a network, the tab closed: it arrives when it is opened again, with the time of the press", async () => {
		const { page } = await here.own.open();
		await page.getByRole("button", { name: /^Run/ }).click();
		await page.locator("[data-figures='1']").waitFor();
		await here.own.context.setOffline(true);
		await editor(page).fill(RIGHT);
		await page.getByRole("button", { name: /^Run/ }).click();
		await page.getByText("circle, 36 across").first().waitFor();
		await handIn(page);
		await page.getByTestId("waits").waitFor();
		const pressed = Date.now();
		await page.close();
		expect(await here.own.handIns()).toBe(0);
		await new Promise((resolve) => setTimeout(resolve, 1_100));
		await here.own.context.setOffline(false);
		const again = await here.own.open();
		await again.page.getByTestId("result").waitFor();
		await expect.poll(() => here.own.handIns()).toBe(1);
		const [row] = (await here.teacher.showAssignment({ params: { id: here.own.assignment } })).handIns;
		const page2 = await here.teacher.showHandIn({ params: { id: row?.id ?? "" } });
		expect(page2.source.trim()).toBe(RIGHT.trim());
		expect(Math.abs(Date.parse(page2.pressedAt ?? "") - pressed)).toBeLessThan(10_000);
		expect(Date.parse(page2.handedInAt)).toBeGreaterThan(Date.parse(page2.pressedAt ?? ""));
	});

	test("a press that was answered and not heard isn't handed in twice", async () => {
		const { page } = await here.own.open();
		await editor(page).fill(RIGHT);
		let first = true;
		await page.route("**/hand-ins", async (route) => {
			if (!first) return route.continue();
			first = false;
			await route.fetch();
			await route.abort();
		});
		await handIn(page);
		await page.getByTestId("waits").waitFor();
		await page.reload();
		await page.getByTestId("result").waitFor();
		expect(await here.own.handIns()).toBe(1);
		expect((await here.own.student.showWork({ params: here.own.place })).handIns).toHaveLength(1);
	});

	test("on a computer that many use nobody gets what another one wrote or pressed", async () => {
		const { page } = await here.own.open();
		await here.own.context.setOffline(true);
		await editor(page).fill("-- only mine\n");
		await handIn(page);
		await page.getByTestId("waits").waitFor();
		await page.close();
		const { card } = await here.teacher.addStudent({ params: { id: here.own.classId }, body: { name: "Otto Pyke" } });
		await here.own.context.clearCookies();
		await here.own.context.addCookies(await cookiesOf(here.site.address, card as typeof here.own.card));
		await here.own.context.setOffline(false);
		const other = await here.own.open();
		await other.page.getByText("circle centre 100, 90").first().waitFor();
		expect(await editor(other.page).textContent()).not.toContain("only mine");
		await other.page.goto(here.site.address);
		await other.page.getByRole("heading", { level: 1, name: "My work" }).waitFor();
		await other.page.waitForLoadState("networkidle");
		const ofOtto = "SELECT 1 FROM hand_ins h JOIN accounts a ON a.id = h.student_id WHERE a.name = 'Otto Pyke'";
		expect(await here.site.rows(ofOtto)).toEqual([]);
	});

	test("another student who signs in in a second tab gets nothing of the first tab's program", async () => {
		const first = here.own;
		const { page } = await first.open();
		const body = { name: "Orla Senn" };
		const { card } = await first.teacher.addStudent({ params: { id: first.classId }, body });
		await first.context.addCookies(await cookiesOf(here.site.address, card as NonNullable<typeof card>));
		await editor(page).fill("-- the first one's\n");
		await page.getByRole("dialog", { name: "Sign in again" }).waitFor();
		expect(await here.site.rows("SELECT 1 FROM drafts WHERE source LIKE '%first one%'")).toEqual([]);
		await first.context.addCookies(await cookiesOf(here.site.address, first.card));
		await kept(page);
		expect(await first.draft()).toBe("-- the first one's");
	});

	test("a session that has ended asks to sign in again, and the program stays", async () => {
		const { page } = await here.own.open();
		await here.site.rows("DELETE FROM sessions");
		await editor(page).fill("-- still here\n");
		await page.getByRole("dialog", { name: "Sign in again" }).waitFor();
		await page.getByText("-- still here").first().waitFor();
		here.teacher = await here.site.teacher();
	});
});

describe("a self-check", () => {
	test("shows what was found, where the teacher lets it, and uses up no try", async () => {
		const { page } = await here.own.open();
		await page.getByRole("button", { name: "Check my drawing" }).click();
		await page.locator("[data-criterion=place][data-verdict=missed]").waitFor();
		expect(await page.locator("[data-criterion=across]").getAttribute("data-verdict")).toBe("met");
		await editor(page).fill(RIGHT);
		await page.getByText("The program has changed since").first().waitFor();
		await page.getByRole("button", { name: "Check my drawing" }).click();
		await page.locator("[data-criterion=place][data-verdict=met]").waitFor();
		expect(await here.own.handIns()).toBe(0);
	});

	test("the student's own ticks are separate from it, and stay", async () => {
		const { page } = await here.own.open();
		const tick = page.getByRole("checkbox", { name: /^I think this is done/ }).first();
		await tick.check();
		await page.reload();
		await editor(page).waitFor();
		expect(await tick.isChecked()).toBe(true);
		expect(await page.locator("[data-verdict]").count()).toBe(0);
	});
});

describe("hints", () => {
	test("come one after the other: none before the first run, the second after a run in between, and no later one is in the traffic", async () => {
		const traffic: string[] = [];
		const { page } = await here.own.open();
		page.on("response", async (response) => {
			if (response.url().includes("/api/")) traffic.push(await response.text().catch(() => ""));
		});
		expect(await page.getByRole("button", { name: /^A hint for/ }).count()).toBe(0);
		await expect(
			here.own.student.nextHint({ params: { ...here.own.place, criterion: "place", number: 1 } }),
		).rejects.toMatchObject({ status: 409 });
		await page.getByRole("button", { name: /^Run/ }).click();
		await page.locator("[data-figures='1']").waitFor();
		await page.getByRole("button", { name: /^A hint for/ }).click();
		await page.locator("[data-hint=place]").getByText("Read where its middle stands.").waitFor();
		await page.getByRole("button", { name: /^Another hint for/ }).click();
		await page.getByRole("alert").filter({ hasText: "Try what the last hint says" }).waitFor();
		expect(traffic.join("")).not.toContain("Two numbers tell a place.");
		await page.getByRole("button", { name: /^Run/ }).click();
		await expect.poll(async () => (await here.own.student.showWork({ params: here.own.place })).hinted.place).toBe(1);
		await expect
			.poll(async () => {
				await page
					.getByRole("button", { name: /^Another hint for/ })
					.click()
					.catch(() => undefined);
				return page.getByText("Two numbers tell a place.").count();
			})
			.toBe(1);
		expect((await here.teacher.listDrafts({ params: { id: here.own.assignment } })).drafts[0]?.hints).toBe(2);
	});
});

describe("questions and the given program", () => {
	test("a question is asked before the first run, and its answer goes along with the hand-in", async () => {
		const { page } = await here.own.open();
		await page.getByRole("textbox", { name: /Where will it hang\?/ }).fill("In the upper left.");
		await page.getByRole("button", { name: /^Run/ }).click();
		await page.locator("[data-figures='1']").waitFor();
		await handIn(page);
		await page.getByTestId("result").getByText("Handed in").waitFor();
		const [row] = (await here.teacher.showAssignment({ params: { id: here.own.assignment } })).handIns;
		expect((await here.teacher.showHandIn({ params: { id: row?.id ?? "" } })).answers).toEqual({
			why: { words: "In the upper left.", when: "before running" },
		});
	});

	test("the starter program is there at first, and can be restored", async () => {
		const { page } = await here.own.open();
		expect(await editor(page).textContent()).toContain("circle centre 100, 90");
		await editor(page).fill("-- all gone\n");
		await page.getByRole("button", { name: "Starter program" }).click();
		const dialog = page.getByRole("dialog", { name: "Starter program and your changes since then" });
		expect(await dialog.getByTestId("changes").textContent()).toBe("1 line new, 2 lines gone");
		expect(await dialog.getByRole("listitem").allTextContents()).toEqual([
			expect.stringMatching(/before:\s*fill gold/),
			expect.stringMatching(/before:\s*circle centre 100, 90/),
			expect.stringMatching(/now:\s*-- all gone/),
		]);
		await dialog.getByRole("button", { name: "Restore this version" }).click();
		await page.locator(".cm-content").getByText("circle centre 100, 90").waitFor();
		await page
			.getByRole("listitem")
			.filter({ hasText: "-- all gone" })
			.getByRole("button", { name: /^Replaced/ })
			.waitFor();
	});
});

describe("handing in", () => {
	test("says before what will be handed in, and shows what was found as it comes in", async () => {
		const { page } = await here.own.open();
		await editor(page).fill(RIGHT);
		await page.getByRole("button", { name: "Hand in", exact: true }).click();
		const dialog = page.getByRole("dialog", { name: "Hand in your program?" });
		expect(await dialog.textContent()).toMatch(
			/Desk lamp.*You haven't run it yet.*You can hand in again until the closing date/s,
		);
		await dialog.getByRole("button", { name: "Hand in now" }).click();
		await page
			.getByTestId("result")
			.getByText(/3 of \d points/)
			.waitFor();
	});

	test("of a program that earns nothing here offers the open exercise that it fits", async () => {
		await here.teacher.setAssignment({
			params: { id: here.own.classId },
			body: { exercise: "pier-planks", opensAt: inDays(-1), dueAt: inDays(1), closesAt: inDays(2) },
		});
		const { page } = await here.own.open();
		await editor(page).fill(
			"paper lightcyan\npen colour sienna width 3\nfor i from 0 to 6\n  rect corner 30 + i * 60, 90 size 36, 150\nend\n",
		);
		await handIn(page);
		await page.getByText("This program fits another open exercise").waitFor();
		await page.getByRole("button", { name: "Hand it in there instead" }).click();
		await page.getByRole("heading", { level: 1, name: "Pier planks" }).waitFor();
	});
});

test("the desk has no fault that axe finds, with a check and a hint shown", async () => {
	const { page } = await here.own.open();
	await page.getByRole("button", { name: /^Run/ }).click();
	await page.locator("[data-figures='1']").waitFor();
	await page.getByRole("button", { name: "Check my drawing" }).click();
	await page.locator("[data-criterion=place][data-verdict=missed]").waitFor();
	expect(await axe(page)).toEqual([]);
	await page.setViewportSize({ width: 360, height: 740 });
	expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
});

describe("the editor", () => {
	test("completes words, and tells of the word under the cursor with an example that can be drawn", async () => {
		const { page } = await here.own.open();
		await editor(page).fill("");
		await editor(page).click();
		await page.keyboard.type("circ");
		await page.locator(".cm-tooltip-autocomplete").getByText("circle").first().waitFor();
		await page.keyboard.press("Escape");
		await page.keyboard.type("le ");
		await page.keyboard.press("ArrowLeft");
		await page.keyboard.press("ArrowLeft");
		const help = page.getByTestId("help");
		await help.getByText("Example", { exact: true }).click();
		await help.getByRole("button", { name: "Draw this example" }).click();
		await page.getByText("This is the example's drawing.").waitFor();
		expect(await editor(page).textContent()).toBe("circle ");
	});

	test("puts a picked colour in at the cursor, by its name or its code", async () => {
		const { page } = await here.own.open();
		await editor(page).fill("fill ");
		await editor(page).click();
		await page.keyboard.press("Control+End");
		await page.getByRole("button", { name: "Colours" }).click();
		await page.getByRole("button", { name: /^crimson / }).click();
		await page.getByText("fill crimson").first().waitFor();
	});

	test("fixes a mistake with a click: the cursor is at the end of the fix, and one undo reverts it", async () => {
		const { page } = await here.own.open();
		await editor(page).fill("wlak 90");
		await page.getByRole("button", { name: /^Run/ }).click();
		await page.getByTestId("problem").waitFor();
		await page.locator(".cm-lintRange-error").hover();
		await page.getByRole("button", { name: "Apply fix" }).click();
		expect(await editor(page).textContent()).toBe("walk 90");
		await page.keyboard.type("!");
		expect(await editor(page).textContent()).toBe("walk! 90");
		await page.keyboard.press("Control+z");
		await page.keyboard.press("Control+z");
		expect(await editor(page).textContent()).toBe("wlak 90");
	});
});

test("free drawing: an example is opened, changed, kept under its name, and there again", async () => {
	const { page, wrong } = await here.own.open("/free");
	page.setDefaultTimeout(45_000);
	await page.getByRole("button", { name: "Star walked with turns" }).click();
	await editor(page).waitFor();
	await page.getByRole("button", { name: /^Run/ }).click();
	await page.locator("[data-figures='1']").waitFor();
	await editor(page).fill("-- my star\nwalk 20\n");
	await kept(page);
	await page.getByRole("link", { name: "Free drawing" }).first().click();
	await page.getByRole("link", { name: "Star walked with turns" }).click();
	await page.getByText("-- my star").first().waitFor();
	expect(await axe(page)).toEqual([]);
	await page.getByRole("link", { name: "Free drawing" }).first().click();
	await page.getByRole("button", { name: "Remove Star walked with turns" }).click();
	await page.getByText("You have no drawings yet.").waitFor();
	expect(wrong).toEqual([]);
});

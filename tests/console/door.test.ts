import { strFromU8, unzipSync } from "fflate";
import type { Browser, Locator, Page } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import type { Card } from "../../contract/dist/index.js";
import { emptyDatabase, Site, visitorOf } from "../site.ts";
import { launch, Watched } from "./browser.ts";

const NAMES = Array.from(
	{ length: 30 },
	(_, i) =>
		`${"ABCDEFGHIJ"[i % 10]}${["ri", "en", "ola"][i % 3]} ${["Marsh", "Reed", "Shoal", "Sound", "Strand"][i % 5]}${i}`,
);

/** Three programs for the storm cone of the library: right, with the angle inside the corner, and with short sides. */
const CONES = [
	"pen width 5\nrepeat 3\n  walk 100\n  turn left 120\nend\n",
	"pen width 5\nrepeat 3\n  walk 100\n  turn left 60\nend\n",
	"pen width 5\nrepeat 3\n  walk 60\n  turn left 120\nend\n",
];

let site: Site;
let browser: Browser;
beforeAll(async () => {
	site = await Site.start({ web: true, worker: true }, await emptyDatabase());
	browser = await launch();
});
afterAll(async () => {
	await browser.close();
	await site.stop();
});

/** Clicks and seconds of each step, as a teacher would make them. */
class Way {
	readonly steps: { readonly step: string; readonly clicks: number; readonly seconds: number }[] = [];
	private clicks = 0;

	async click(what: Locator): Promise<void> {
		this.clicks++;
		await what.click();
	}

	async step(name: string, walk: () => Promise<void>): Promise<void> {
		this.clicks = 0;
		const begun = performance.now();
		await walk();
		this.steps.push({
			step: name,
			clicks: this.clicks,
			seconds: Math.round((performance.now() - begun) / 100) / 10,
		});
	}
}

const button = (page: Page, name: string | RegExp) => page.getByRole("button", { name, exact: true });

test("from an empty database to a marked class of thirty, in one go", async () => {
	const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: "en-GB" });
	const { page, wrong } = await Watched.open(context, site.address);
	page.setDefaultTimeout(45_000);
	const way = new Way();
	const step = (id: string) => page.locator(`[data-step=${id}]`);
	const ticked = (id: string) => step(id).getByText("✓").waitFor();
	let cards: Card[] = [];

	await way.step("set up", async () => {
		await page.goto(site.setUp as string);
		await page.getByLabel("School", { exact: true }).fill("Tidewater School");
		await page.getByLabel("Time zone").fill("Europe/Lisbon");
		await page.getByLabel("Grade scale").selectOption("A to F");
		await page.getByLabel("Your name").fill("R. Sandoval");
		expect(await page.getByLabel("Sign-in name").inputValue()).toBe("sandoval");
		await page.getByLabel(/^Passphrase/).fill("tide-and-current-7");
		await way.click(button(page, "Set up this school"));
		await page.getByText("Your first marked class").waitFor();
	});

	await way.step("a class of thirty, by paste", async () => {
		await way.click(page.getByRole("link", { name: "Add a class" }));
		await page.getByLabel("Name", { exact: true }).fill("9 Curlew");
		await way.click(button(page, "Create class"));
		await page.getByLabel(/^Paste names/).fill(NAMES.join("\n"));
		await way.click(button(page, "Check the list"));
		const imported = page.waitForResponse((r) => r.url().endsWith("/roster") && r.request().method() === "POST");
		await way.click(button(page, "Import 30 students"));
		({ cards } = (await (await imported).json()) as { cards: Card[] });
		await page.locator("[data-card]").nth(29).waitFor();
		expect(await page.locator("[data-card]").count()).toBe(30);
	});

	await way.step("cards", async () => {
		await page.evaluate(() => {
			globalThis.print = () => undefined;
		});
		await way.click(button(page, "Print"));
		await way.click(button(page, "Done"));
		await way.click(page.getByRole("link", { name: "Today" }));
		await ticked("class");
		await ticked("students");
		await ticked("cards");
	});

	await way.step("an exercise of the library, set", async () => {
		await way.click(page.getByRole("link", { name: "Set work" }));
		await page.getByRole("searchbox", { name: "Search" }).fill("storm");
		await way.click(button(page, /^Storm cone/));
		await way.click(button(page, "Test: one try, feedback at release"));
		await way.click(button(page, "Set this work"));
		await page.getByRole("link", { name: "Storm cone" }).first().waitFor();
	});

	await way.step("an exercise written from nothing, and set", async () => {
		await way.click(page.getByRole("link", { name: "Exercises" }).first());
		await way.click(button(page, "New exercise"));
		await page.getByLabel("Title").fill("Blue lamp");
		await page.getByLabel(/^Describe the drawing/).fill("a blue circle 40 across at 200, 150");
		await way.click(button(page, "Create exercise"));
		await way.click(button(page, "Diameter of the blue circle: 40"));
		await page.getByLabel("Tolerance").fill("2");
		await page.keyboard.press("Tab");
		await page
			.getByTestId("saved")
			.filter({ hasText: /^saved$/i })
			.waitFor();
		await way.click(button(page, "Publish"));
		await way.click(button(page, /^Set work/));
		await way.click(page.getByRole("menuitem", { name: "To 9 Curlew" }));
		await way.click(button(page, "This lesson"));
		await way.click(button(page, "Set this work"));
		await page.getByRole("link", { name: "Blue lamp" }).first().waitFor();
	});

	await way.step("thirty hand-ins, by the students", async () => {
		await Promise.all(
			cards.map(async ({ classCode, signInName, passphrase }, i) => {
				const student = visitorOf(site.address);
				await student.signIn({ body: { classCode, signInName, passphrase } });
				const { work } = await student.listWork({});
				const cone = work.find((w) => w.exercise.id === "storm-cone");
				await student.handIn({
					params: { id: cone?.assignmentId as string, exercise: "storm-cone" },
					body: { source: CONES[i % 3] as string },
				});
			}),
		);
	});

	await way.step("marked, and the causes grouped", async () => {
		await way.click(page.getByRole("link", { name: "Today" }));
		await way.click(step("look").getByRole("link", { name: "Start marking" }));
		await page.getByText("Causes, by number of hand-ins").waitFor();
		await expect.poll(() => button(page, /10 of 30$/).count(), { timeout: 120_000 }).toBe(2);
	});

	await way.step("one comment for ten", async () => {
		await way.click(button(page, /10 of 30$/).first());
		await page
			.getByLabel("Comment for all students with this cause")
			.fill("Walk round the triangle yourself: how far do you turn?");
		await way.click(button(page, "Send to 10"));
		await page
			.getByText(/10 hand-ins/)
			.first()
			.waitFor();
	});

	await way.step("released", async () => {
		await way.click(button(page, "Release …"));
		await way.click(button(page, "Release to all"));
		await page.getByText("Released to 30 students.").waitFor();
	});

	await way.step("grade book, as CSV and OneRoster", async () => {
		await way.click(page.getByRole("link", { name: "9 Curlew" }).first());
		await way.click(page.getByRole("link", { name: "Grade book" }));
		for (const [name, file] of [
			["CSV", /\.csv$/],
			["OneRoster", /\.zip$/],
		] as const) {
			const [download] = await Promise.all([
				page.waitForEvent("download"),
				way.click(page.getByRole("link", { name, exact: true })),
			]);
			expect(download.suggestedFilename()).toMatch(file);
			const stream = await download.createReadStream();
			const bytes = Buffer.concat(await stream.toArray());
			if (name === "CSV") expect(bytes.toString().trim().split("\n")).toHaveLength(31);
			else expect(strFromU8(unzipSync(bytes)["results.csv"] as Uint8Array)).toContain("storm");
		}
	});

	await way.step("the list is done", async () => {
		await way.click(page.getByRole("link", { name: "Today" }));
		await page.getByText("New hand-ins").waitFor();
		await expect.poll(() => page.getByText("Your first marked class").count()).toBe(0);
	});

	const student = visitorOf(site.address);
	const { classCode, signInName, passphrase } = cards[1] as Card;
	await student.signIn({ body: { classCode, signInName, passphrase } });
	const { work } = await student.listWork({});
	expect(work.find((w) => w.exercise.id === "storm-cone")).toMatchObject({ released: true });
	const lines = way.steps.map((of) => `${of.step}: ${of.clicks} clicks, ${of.seconds} s`);
	const clicks = way.steps.reduce((sum, step) => sum + step.clicks, 0);
	const seconds = way.steps.reduce((sum, step) => sum + step.seconds, 0);
	process.stdout.write(`\n${lines.join("\n")}\nin all: ${clicks} clicks, ${seconds.toFixed(1)} s\n`);
	expect(clicks).toBeLessThan(60);
	await context.close();
	expect(wrong).toEqual([]);
});

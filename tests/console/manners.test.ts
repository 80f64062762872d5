import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { classNamed, Site } from "../site.ts";
import { axe, launch, type Visit, visiting, Watched } from "./browser.ts";

let site: Site;
let browser: Browser;
const ids = { class: "", assignment: "", scene: "", planks: "", handIn: "", student: "", exercise: "", own: "" };

beforeAll(async () => {
	[site, browser] = await Promise.all([Site.start(), launch()]);
	const teacher = await site.teacher();
	const tern = await classNamed(teacher, "8 Tern");
	const of = (exercise: string) => tern.columns.find((c) => c.exercise === exercise)?.assignmentId ?? "";
	Object.assign(ids, {
		class: tern.id,
		assignment: of("mooring-buoy"),
		scene: of("harbour-scene"),
		planks: of("pier-planks"),
		handIn: tern.cells.find((c) => c.exercise === "mooring-buoy" && c.points?.earned === 14)?.handInId,
		student: tern.students[3]?.id,
		exercise: (await teacher.listExercises({ query: { limit: 200 } })).exercises.find((e) => e.key === "lighthouse")
			?.id,
	});
	ids.own =
		(await (await site.student()).listWork({})).work.find((w) => w.exercise.id === "mooring-buoy")?.handIns[0]?.id ??
		"";
});
afterAll(async () => {
	await browser.close();
	await site.stop();
});
const visit: Visit = (...of) => visiting({ browser, address: site.address })(...of);

/** Every page, with what it shows once it is there, and who opens it. */
const PAGES: readonly (readonly [name: string, path: () => string, there: string, who: "teacher" | "student"])[] = [
	["today", () => "/", "Stuck", "teacher"],
	["classes", () => "/classes", "8 Curlew", "teacher"],
	["a class", () => `/classes/${ids.class}`, "Zoe Lark", "teacher"],
	["in the lesson", () => `/classes/${ids.class}/lesson`, "Hide names", "teacher"],
	["the grade book", () => `/classes/${ids.class}/grade-book`, "Zoe Lark", "teacher"],
	["a class list", () => `/classes/${ids.class}/list`, "Zoe Lark", "teacher"],
	["set work", () => `/classes/${ids.class}/set-work`, "Storm cone", "teacher"],
	["set work, its rules", () => `/classes/${ids.class}/set-work?work=exercise+sail`, "Weight in the grade", "teacher"],
	["an assignment", () => `/assignments/${ids.assignment}/mooring-buoy`, "Zoe Lark", "teacher"],
	["judging", () => `/assignments/${ids.scene}/harbour-scene/judging`, "1 of 6", "teacher"],
	["alike", () => `/assignments/${ids.planks}/pier-planks/alike`, "The hand-ins aren't compared", "teacher"],
	["show", () => `/assignments/${ids.assignment}/mooring-buoy/show`, "Zoe Lark", "teacher"],
	["upload", () => `/assignments/${ids.assignment}/mooring-buoy/upload`, "Drop a zip", "teacher"],
	["feedback to print", () => `/assignments/${ids.assignment}/mooring-buoy/print`, "Zoe Lark", "teacher"],
	["dates and rules", () => `/assignments/${ids.assignment}/mooring-buoy/rules`, "Check again", "teacher"],
	["a hand-in", () => `/hand-ins/${ids.handIn}`, "Figures", "teacher"],
	["one page for home", () => `/hand-ins/${ids.handIn}/print`, "14 of 16 points", "teacher"],
	["a student", () => `/students/${ids.student}`, "Criteria met", "teacher"],
	["the library", () => "/exercises", "Storm cone", "teacher"],
	["exercises", () => "/exercises?shelf=ours", "Lighthouse", "teacher"],
	["a new collection", () => "/collections/new", "Storm cone", "teacher"],
	["an exercise", () => `/exercises/${ids.exercise}`, "Criteria, 14 points", "teacher"],
	["across classes", () => `/exercises/${ids.exercise}/across`, "Which criterion is hardest?", "teacher"],
	["an account", () => "/account", "Change log", "teacher"],
	["my work", () => "/", "To do", "student"],
	["the desk", () => `/desk/${ids.planks}/pier-planks`, "Checklist", "student"],
	["feedback", () => `/hand-ins/${ids.own}`, "Your drawing", "student"],
	["free drawing", () => "/free", "Examples to change", "student"],
	["a free drawing", () => "/free/Gull", "Put the cursor on a word", "student"],
];

async function open(page: Page, path: string, there: string): Promise<void> {
	await page.goto(`${site.address}${path}`);
	await page.getByText(there).first().waitFor();
	await page.waitForLoadState("networkidle");
}

describe("every page", () => {
	test.each(PAGES)(
		"%s keeps its layout still while it loads, has no fault that axe finds in light and dark, and fits a screen of 360 pixels",
		(_, path, there, who) =>
			visit(who, async (page) => {
				await page.addInitScript(() => {
					const shifts: number[] = [];
					Object.assign(globalThis, { shifts });
					new PerformanceObserver((list) => {
						for (const entry of list.getEntries() as (PerformanceEntry & { hadRecentInput: boolean; value: number })[])
							if (!entry.hadRecentInput) shifts.push(entry.value);
					}).observe({ type: "layout-shift", buffered: true });
				});
				await open(page, path(), there);
				// What Core Web Vitals call good, and nobody sees.
				const shifts = await page.evaluate(() => (globalThis as typeof globalThis & { shifts: number[] }).shifts);
				expect(shifts.reduce((a, b) => a + b, 0)).toBeLessThan(0.1);
				expect(await axe(page)).toEqual([]);
				await page.emulateMedia({ colorScheme: "dark" });
				expect(await axe(page)).toEqual([]);
				await page.setViewportSize({ width: 360, height: 740 });
				await page.waitForTimeout(150);
				expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
			}),
	);
});

describe("every page from fixtures", () => {
	const ID = "01890000-0000-7000-8000-000000000000";
	const paths = PAGES.map(
		([name, path, , who]) =>
			[
				name,
				() =>
					`${who === "student" ? "/student" : ""}${path()}`
						.replace(/[0-9a-f]{8}-[0-9a-f-]{27}/, ID)
						.replace(/\/(mooring-buoy|harbour-scene|pier-planks)/, "/new"),
			] as const,
	);

	async function showing(state: string, path: string, look: (page: Page) => Promise<void>): Promise<void> {
		const context = await browser.newContext({
			viewport: { width: 1280, height: 800 },
			colorScheme: "light",
			locale: "en-GB",
		});
		const { page, wrong } = await Watched.open(context, site.address, `/states/${state}${path}`);
		page.setDefaultTimeout(45_000);
		await page.getByRole("banner").waitFor();
		await look(page);
		expect(await axe(page)).toEqual([]);
		await context.close();
		expect(wrong.filter((w) => !/status of (401|404)/.test(w))).toEqual([]);
	}

	test.each(paths)("%s says that it is loading", (_, path) =>
		showing("loading", path(), (page) => page.locator("[data-state=loading]").first().waitFor()),
	);

	test.each(paths)("%s says what to do where something is wrong", (_, path) =>
		showing("error", path(), async (page) => {
			await page.getByRole("alert").filter({ hasText: "Nothing was lost" }).first().waitFor();
			await page.getByRole("button", { name: "Try again" }).first().waitFor();
		}),
	);

	test.each(paths)("%s says that the service can't be reached", (_, path) =>
		showing("offline", path(), async (page) => {
			await page.locator("[data-state=offline]").first().waitFor();
			expect(await page.locator("[data-state=offline]").first().textContent()).toContain(
				"The service can't be reached.",
			);
		}),
	);

	/** What an empty page offers to do next. The others have their form or list as always. */
	const NEXT: Readonly<Record<string, string>> = {
		today: "Add a class",
		classes: "New class",
		"a class": "Add students",
		"in the lesson": "Set work",
		"the grade book": "Set work",
		"a class list": "Check the list",
		"set work": "Write an exercise",
		"an assignment": "Add students",
		judging: "Upload programs",
		alike: "Find similar pairs",
		show: "Upload programs",
		"feedback to print": "Upload programs",
		"a student": "Choose a class",
		exercises: "New exercise",
		"across classes": "Choose a class",
		"my work": "Make a free drawing",
		"free drawing": "Create drawing",
	};

	test.each(paths)("%s is there when it is empty, with a button for what to do next", (name, path) =>
		showing("empty", path(), async (page) => {
			await page.getByRole("heading", { level: 1 }).first().waitFor();
			expect(await page.locator("[data-state=loading], [data-state=error]").count()).toBe(0);
			const next = NEXT[name];
			if (next) await page.locator("main").locator("a.button, button").filter({ hasText: next }).first().waitFor();
		}),
	);
});

/** How long an answer of the service is held up, in milliseconds. */
const HELD_UP = 6_000;

test("what one comes back to is there at once, and is fetched again", () =>
	visit("teacher", async (page) => {
		await open(page, `/classes/${ids.class}`, "Zoe Lark");
		await page.getByRole("link", { name: "Mooring buoy", exact: true }).click();
		await page.locator("[data-hand-in]").first().waitFor();
		let asked = 0;
		await page.route("**/api/v1/classes/**", async (route) => {
			asked++;
			await new Promise((resolve) => setTimeout(resolve, HELD_UP));
			await route.continue();
		});
		await page.getByRole("link", { name: "8 Tern" }).click();
		await page.getByRole("rowheader", { name: "Zoe Lark" }).waitFor({ timeout: HELD_UP / 2 });
		expect(asked).toBeGreaterThan(0);
	}));

test("what a page needs before a class shows is small", async () => {
	const context = await browser.newContext();
	const { page } = await Watched.open(context, site.address, "");
	const sizes: number[] = [];
	const { gzipSync } = await import("node:zlib");
	page.on("response", async (response) => {
		if (new URL(response.url()).pathname.endsWith(".js")) sizes.push(gzipSync(await response.body()).length);
	});
	await page.goto(`${site.address}/`);
	await page.getByRole("button", { name: "Sign in" }).waitFor();
	await page.waitForLoadState("networkidle");
	expect(sizes.length).toBeGreaterThan(0);
	expect(sizes.reduce((a, b) => a + b, 0)).toBeLessThan(200_000);
	await context.close();
});

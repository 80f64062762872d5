import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { Site } from "../site.ts";
import { axe, home, launch, overSheet, signIn, type Visit, visiting } from "./browser.ts";

const POINT = "rgb(255, 225, 77)";

let site: Site;
let browser: Browser;

beforeAll(async () => {
	[site, browser] = await Promise.all([Site.start(), launch()]);
});
afterAll(async () => {
	await browser.close();
	await site.stop();
});

const visit: Visit = (...of) => visiting({ browser, address: site.address })(...of);

async function openClass(page: Page): Promise<void> {
	await home(page);
	await page.getByRole("link", { name: "Classes" }).click();
	await page.getByRole("link", { name: "8 Tern" }).click();
}

async function openHandIn(page: Page, title: string, student: string): Promise<void> {
	await openClass(page);
	await page.getByRole("link", { name: title, exact: true }).click();
	await page.locator("[data-hand-in]", { hasText: student }).click();
	await page.getByRole("heading", { level: 1, name: new RegExp(student) }).waitFor();
	await page.locator("[data-criterion]").first().waitFor();
}

const background = (page: Page, selector: string) =>
	page.locator(selector).evaluate((e) => getComputedStyle(e).backgroundColor);

describe("signing in", () => {
	test("a wrong passphrase gives one sentence, the right one opens Today", () =>
		visit(undefined, async (page) => {
			await page.getByLabel("Sign-in name").fill("okafor-lind");
			await page.getByLabel("Passphrase", { exact: true }).fill("wrong");
			await page.getByRole("button", { name: "Sign in" }).click();
			expect(await page.getByRole("alert").textContent()).toContain("Wrong name or passphrase.");
			await signIn(page, "teacher");
			await page.getByRole("heading", { name: "Stuck" }).waitFor();
		}));

	test("signing out ends the session", () =>
		visit("teacher", async (page) => {
			await home(page);
			await page.getByRole("button", { name: /Okafor/ }).click();
			await page.getByRole("menuitem", { name: "Sign out" }).click();
			await page.getByRole("button", { name: "Sign in" }).waitFor();
			await page.reload();
			await page.getByRole("button", { name: "Sign in" }).waitFor();
		}));
});

describe("the teacher", () => {
	test("sees the class: students by assignments, each cell a bar of verdicts that can be read out", () =>
		visit("teacher", async (page) => {
			await openClass(page);
			await page.getByRole("rowheader", { name: "Zoe Lark" }).waitFor();
			expect(await page.getByRole("row").count()).toBe(20);
			expect(await page.getByRole("link", { name: /Idris Vale, Mooring buoy: 14 of 16 points/ }).isVisible()).toBe(
				true,
			);
			expect(await page.getByRole("img", { name: "12 met, 1 missed" }).first().isVisible()).toBe(true);
		}));

	test("sees the wall, and pointing at a criterion lights the drawings that don't meet it", () =>
		visit("teacher", async (page) => {
			await openClass(page);
			await page.getByRole("link", { name: "Mooring buoy", exact: true }).click();
			await page.locator("[data-hand-in]").first().waitFor();
			expect(await page.locator("[data-hand-in]").count()).toBe(19);
			expect(await page.locator("[data-lit]").count()).toBe(0);
			const row = page.getByRole("button", { name: /The buoy is red/ });
			expect(await row.textContent()).toContain(" of 19");
			await row.hover();
			expect(await page.locator("[data-hand-in]:has([data-lit])").allTextContents()).toEqual([
				expect.stringContaining("Lena Firth"),
			]);
			const loaded = await page
				.locator("img")
				.evaluateAll((all) => all.every((i) => (i as HTMLImageElement).naturalWidth > 0));
			expect(loaded).toBe(true);
		}));

	test("opens a hand-in: drawing, source, criteria, wanted and found", () =>
		visit("teacher", async (page) => {
			await openHandIn(page, "Mooring buoy", "Kit Sorrel");
			await page.getByRole("link", { name: "1", exact: true }).click();
			await page.getByText("try 1 of 2").waitFor();
			const across = page.locator("[data-criterion=across]");
			expect(await across.textContent()).toContain("Wanted a diameter of 80, found 160.");
			expect(await page.getByTestId("points").textContent()).toMatch(/14\s+of 16/);
			expect(await page.locator("[data-line='5']").textContent()).toContain("circle centre 200, 150 radius 80");
		}));

	test("pointing at a criterion lights its figures and lines, and nothing but that is yellow", () =>
		visit("teacher", async (page) => {
			await openHandIn(page, "Mooring buoy", "Idris Vale");
			expect(await page.locator("path[data-lit]").count()).toBe(0);
			const yellow = () =>
				page.evaluate(
					(point) =>
						[...document.querySelectorAll("*")].filter((e) => getComputedStyle(e).backgroundColor === point).length,
					POINT,
				);
			expect(await yellow()).toBe(0);
			await page.locator("[data-criterion=on-it]").hover();
			expect(await background(page, "[data-criterion=on-it]")).toBe(POINT);
			expect(await background(page, "[data-line='6']")).toBe(POINT);
			expect(
				await page.locator("path[data-lit]").evaluateAll((all) => all.map((e) => (e as SVGElement).dataset.lit)),
			).toEqual(["1"]);
			expect(await yellow()).toBe(3);
			await page.mouse.move(5, 5);
			expect(await yellow()).toBe(0);
		}));

	test("reads the cause, and pointing at it lights the line, the figure and the criteria that it takes along", () =>
		visit("teacher", async (page) => {
			await openHandIn(page, "Mooring buoy", "Kit Sorrel");
			await page.getByRole("link", { name: "1", exact: true }).click();
			await page.getByText("try 1 of 2").waitFor();
			const cause = page.locator("[data-cause=radius-for-diameter]");
			expect(await cause.textContent()).toMatch(/Line 5.*To the student: /);
			await cause.locator("[role=presentation]").hover();
			for (const lit of [
				"[data-cause=radius-for-diameter] [role=presentation]",
				"[data-line='5']",
				"[data-criterion=across]",
			])
				expect(await background(page, lit)).toBe(POINT);
			expect(
				await page.locator("path[data-lit]").evaluateAll((all) => all.map((e) => (e as SVGElement).dataset.lit)),
			).toEqual(["0"]);
		}));

	test("sees the drawing as it would be, with the line before and after, and the criteria under their cause", () =>
		visit("teacher", async (page) => {
			await openHandIn(page, "Sail", "Idris Vale");
			const cause = page.locator("[data-cause=turned-other-way]");
			expect(await cause.locator("[data-criterion]").count()).toBe(3);
			const blue = () =>
				page.locator("canvas").evaluate((canvas) => {
					const { width, height } = canvas as HTMLCanvasElement;
					const context = (canvas as HTMLCanvasElement).getContext("2d") as CanvasRenderingContext2D;
					const { data } = context.getImageData(0, 0, width, height);
					let count = 0;
					for (let i = 0; i < data.length; i += 4) if ((data[i + 2] as number) > (data[i] as number) + 60) count++;
					return count;
				});
			const before = await blue();
			await cause.getByRole("button", { name: "What if" }).click();
			await page.getByTestId("what-if").waitFor();
			expect((await page.getByTestId("what-if").textContent())?.replace(/\s+/g, " ").trim()).toBe(
				"turn right 135 turn left 135",
			);
			await expect.poll(blue).toBeGreaterThan(before);
			await cause.getByRole("button", { name: "What if" }).click();
			await expect.poll(blue).toBe(before);
		}));

	test("pointing at a line lights what it drew, at a figure its line", () =>
		visit("teacher", async (page) => {
			await openHandIn(page, "Mooring buoy", "Idris Vale");
			await page.locator("[data-line='4']").hover();
			expect(
				await page.locator("path[data-lit]").evaluateAll((all) => all.map((e) => (e as SVGElement).dataset.lit)),
			).toEqual(["0"]);
			await page.locator("[data-line='1']").hover();
			await overSheet(page, 240, 160);
			expect(await background(page, "[data-line='6']")).toBe(POINT);
		}));

	test("reads coordinates under the pointer and by arrow keys, in the sheet's own origin", () =>
		visit("teacher", async (page) => {
			await openHandIn(page, "Sail", "Ana Brook");
			const drawing = page.getByRole("application", { name: /Drawing/ });
			await drawing.focus();
			await page.keyboard.press("ArrowRight");
			await page.keyboard.press("Shift+ArrowUp");
			expect(await page.getByTestId("coordinates").textContent()).toMatch(/^x 1 {2}y 20 {2}[a-z ]+ #[0-9a-f]{6}$/);
			const box = await drawing.locator("svg").boundingBox();
			await page.mouse.move((box?.x ?? 0) + (box?.width ?? 0) / 2, (box?.y ?? 0) + (box?.height ?? 0) / 2);
			expect(await page.getByTestId("coordinates").textContent()).toMatch(
				/^x -?\d+ {2}y -?\d+ {2}[a-z ]+ #[0-9a-f]{6}$/,
			);
		}));

	test("goes to the next and the one before by key", () =>
		visit("teacher", async (page) => {
			await openHandIn(page, "Mooring buoy", "Idris Vale");
			await page.keyboard.press("j");
			await page.getByRole("heading", { level: 1, name: /Ivy Marsh/ }).waitFor();
			await page.keyboard.press("k");
			await page.getByRole("heading", { level: 1, name: /Idris Vale/ }).waitFor();
		}));

	test("sees where a program stopped, and where one can't be read", () =>
		visit("teacher", async (page) => {
			await openHandIn(page, "Sail", "Sami Dene");
			expect(await page.getByLabel(/^Source\./).textContent()).toContain(
				"“parts” is 0 here, and nothing can be divided by 0.",
			);
			await page.goBack();
			await page.locator("[data-hand-in]", { hasText: "Ned Holt" }).click();
			await page.getByText("There is no").or(page.getByText("isn't a statement here")).first().waitFor();
		}));
});

describe("the student", () => {
	const editor = (page: Page) => page.getByRole("textbox", { name: "Program" });

	async function openDesk(page: Page, title: string): Promise<void> {
		await home(page);
		await page.getByRole("link", { name: title, exact: true }).click();
		await editor(page).waitFor();
	}

	test("reads the brief, writes, runs in a worker, sees the drawing, hands in and sees the result", () =>
		visit("student", async (page) => {
			await openDesk(page, "Pier planks");
			expect(await page.getByText("Seven planks").first().isVisible()).toBe(true);
			await editor(page).fill(
				"paper lightcyan\npen colour sienna width 3\nfor i from 0 to 6\n  rect corner 30 + i * 60, 90 size 36, 150\nend\nprint 1 + 2",
			);
			await page.keyboard.press("Control+Enter");
			await page.locator("[data-figures='7']").waitFor();
			expect(await page.locator("pre").textContent()).toBe("3");
			await page.getByRole("button", { name: "Hand in", exact: true }).click();
			await page.getByRole("button", { name: "Hand in now" }).click();
			await page.getByTestId("result").getByText("11 of 11 points").waitFor();
			expect(await page.locator("li[data-verdict=met]").count()).toBe(7);
			await page.getByRole("link", { name: "See the feedback" }).click();
			await page.getByRole("heading", { level: 1, name: /^Pier planks try \d+ of \d+, handed in / }).waitFor();
		}));

	test("sees what to look at after handing in, without the answer", () =>
		visit("student", async (page) => {
			await openDesk(page, "Pier planks");
			await editor(page).fill(
				"paper lightcyan\nfor i from 0 to 6\n  rect corner 30 + i * 60, 90 size 36, 150\nend\npen colour sienna width 3",
			);
			await page.getByRole("button", { name: "Hand in", exact: true }).click();
			await page.getByRole("button", { name: "Hand in now" }).click();
			await page.getByRole("link", { name: "See the feedback" }).click();
			await page.locator("[data-explanation=colour-after]").waitFor();
			expect(await page.locator("[data-explanation]").allTextContents()).toEqual([
				expect.stringMatching(/^[^#]*line 5[^#]*$/),
			]);
			expect(await page.getByText("To the student").count()).toBe(0);
		}));

	test("sees a mistake in the margin, with a fix to click", () =>
		visit("student", async (page) => {
			await openDesk(page, "Sail");
			await editor(page).fill("walk 50\nwlak 90");
			await page.getByRole("button", { name: /^Run/ }).click();
			await page.getByTestId("problem").waitFor();
			expect((await page.getByTestId("problem").textContent())?.trim()).toBe(
				"Line 2: There is no statement “wlak”. Did you mean “walk”?",
			);
			await page.locator(".cm-lintRange-error").hover();
			await page.getByRole("button", { name: "Apply fix" }).click();
			await page.getByRole("button", { name: /^Run/ }).click();
			await page.getByTestId("problem").waitFor({ state: "detached" });
			expect(await page.locator("[data-figures='1']").count()).toBe(1);
		}));

	test("an endless loop ends, keeps its drawing, and the next run works", () =>
		visit("student", async (page) => {
			await openDesk(page, "Sail");
			await editor(page).fill("walk 90\nwhile true\nend");
			await page.getByRole("button", { name: /^Run/ }).click();
			await page.getByTestId("problem").waitFor();
			expect(await page.getByTestId("problem").textContent()).toContain("stopped after 5000000 steps");
			expect(await page.locator("[data-figures='1']").count()).toBe(1);
			await editor(page).fill("walk 20");
			await page.getByRole("button", { name: /^Run/ }).click();
			await page.getByTestId("problem").waitFor({ state: "detached" });
		}));

	test("a program that is too large is refused with its size and stays in the editor", () =>
		visit("student", async (page) => {
			await openDesk(page, "Sail");
			await editor(page).fill(`-- ${"x".repeat(270_000)}`);
			await page.getByRole("button", { name: "Hand in", exact: true }).click();
			await page.getByRole("button", { name: "Hand in now" }).click();
			await page.getByRole("alert").waitFor();
			expect(await page.getByRole("alert").textContent()).toContain("270003 bytes; the limit is 262144");
			await page.reload();
			await editor(page).waitFor();
			expect(await editor(page).textContent()).toContain("-- xxxx");
		}));

	test("script in a text is shown as text", () =>
		visit("student", async (page) => {
			await openDesk(page, "Sail");
			await editor(page).fill('text "<img src=x onerror=alert(1)>" at -100, 0');
			await page.getByRole("button", { name: /^Run/ }).click();
			await page.locator("[data-figures='1']").waitFor();
			await overSheet(page, -90, 4);
			expect(await page.getByTestId("said").textContent()).toContain("<img src=x onerror=alert(1)>");
			expect(await page.locator("img[src=x]").count()).toBe(0);
		}));

	test("can't open the class's pages", () =>
		visit("student", async (page) => {
			const { classes } = await (await site.teacher()).listClasses({});
			await page.goto(`${site.address}/classes/${classes[0]?.id}`);
			await page.getByText("There is no page at this address.").waitFor();
		}));
});

describe("everyone can use it", () => {
	const pages: [string, "teacher" | "student", (page: Page) => Promise<void>][] = [
		[
			"the class",
			"teacher",
			async (page) => {
				await openClass(page);
				await page.getByRole("row").nth(3).waitFor();
			},
		],
		[
			"the wall",
			"teacher",
			async (page) => {
				await openClass(page);
				await page.getByRole("link", { name: "Sail", exact: true }).click();
				await page.locator("[data-hand-in]").first().waitFor();
			},
		],
		["a hand-in", "teacher", (page) => openHandIn(page, "Pier planks", "Oli Tarn")],
		[
			"my work",
			"student",
			async (page) => {
				await home(page);
				await page.getByRole("link", { name: "Sail", exact: true }).waitFor();
			},
		],
		[
			"the desk",
			"student",
			async (page) => {
				await home(page);
				await page.getByRole("link", { name: "Sail", exact: true }).click();
				await page.getByRole("textbox", { name: "Program" }).waitFor();
			},
		],
	];

	test.each(pages)("%s has no fault that axe finds, in light and dark", (_, who, open) =>
		visit(who, async (page) => {
			await open(page);
			expect(await axe(page)).toEqual([]);
			await page.emulateMedia({ colorScheme: "dark" });
			expect(await axe(page)).toEqual([]);
		}),
	);

	test.each(pages)("%s fits a screen of 360 pixels without scrolling sideways", (_, who, open) =>
		visit(
			who,
			async (page) => {
				await open(page);
				expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
			},
			{ width: 360, height: 740 },
		),
	);

	test("a reader's first script is under 200 kB compressed", async () => {
		const { gzipSync } = await import("node:zlib");
		const html = await (await fetch(`${site.address}/`)).text();
		const scripts = [...html.matchAll(/(?:src|href)="([^"]+\.js)"/g)].map((m) => m[1] as string);
		expect(scripts.length).toBeGreaterThan(0);
		const sizes = await Promise.all(
			scripts.map(async (path) => gzipSync(await (await fetch(`${site.address}${path}`)).text()).length),
		);
		expect(sizes.reduce((a, b) => a + b, 0)).toBeLessThan(200_000);
	});

	test("the drawing worker alone may run generated code", async () => {
		const { readdirSync } = await import("node:fs");
		const names = readdirSync(new URL("../../console/dist/assets", import.meta.url)).filter((name) =>
			name.endsWith(".js"),
		);
		for (const name of names) {
			const policy = (await fetch(`${site.address}/assets/${name}`)).headers.get("content-security-policy") ?? "";
			expect([name, policy.includes("unsafe-eval")]).toEqual([name, name.startsWith("drawing-worker")]);
			if (name.startsWith("drawing-worker")) expect(policy).toBe("default-src 'none'; script-src 'self' 'unsafe-eval'");
		}
	});
});

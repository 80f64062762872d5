import { readFileSync } from "node:fs";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { classNamed, Site } from "../site.ts";
import { colourAt, launch, overSheet, type Visit, visiting } from "./browser.ts";

let site: Site;
let browser: Browser;
let teacher: Client;
let tern: Awaited<ReturnType<typeof classNamed>>;

beforeAll(async () => {
	[site, browser] = await Promise.all([Site.start(), launch()]);
	teacher = await site.teacher();
	tern = await classNamed(teacher, "8 Tern");
});
afterAll(async () => {
	await browser.close();
	await site.stop();
});
const visit: Visit = (...of) => visiting({ browser, address: site.address })(...of);

function handInOf(name: string, exercise = "mooring-buoy"): string {
	const student = tern.students.find((s) => s.name === name);
	return tern.cells.find((c) => c.studentId === student?.id && c.exercise === exercise)?.handInId ?? "";
}

async function open(page: Page, name: string, exercise?: string): Promise<string> {
	const id = handInOf(name, exercise);
	await page.goto(`${site.address}/hand-ins/${id}`);
	await page.locator("[data-criterion]").first().waitFor();
	return id;
}
const note = (page: Page, text: string | RegExp) => page.getByRole("status").filter({ hasText: text });

describe("a hand-in", () => {
	test("is adjusted with a reason, which is taken back by one undo", () =>
		visit("teacher", async (page) => {
			const id = await open(page, "Idris Vale");
			await page.getByRole("button", { name: "Adjust: The band sits in the middle of the buoy" }).click();
			await page.getByLabel("Points", { exact: true }).fill("1.5");
			await page.getByLabel(/^Reason/).fill("Nearly there.");
			await page.keyboard.press("Enter");
			await page.getByText("Adjusted to 1.5 by M. Okafor-Lind: Nearly there.").waitFor();
			expect(await page.getByTestId("points").textContent()).toContain("15.5");
			await page.getByRole("button", { name: "Remove adjustment" }).click();
			await page.getByText("Adjusted to 1.5").waitFor({ state: "detached" });
			expect((await teacher.showHandIn({ params: { id } })).points?.earned).toBe(14);
		}));

	test("is refused points that the criterion doesn't have, in a sentence, and what was typed stays", () =>
		visit("teacher", async (page) => {
			await open(page, "Idris Vale");
			await page.getByRole("button", { name: "Adjust: One circle" }).click();
			await page.getByLabel("Points", { exact: true }).evaluate((field) => {
				(field as HTMLInputElement).removeAttribute("max");
				(field as HTMLInputElement).removeAttribute("step");
			});
			await page.getByLabel("Points", { exact: true }).fill("7");
			await page.getByLabel(/^Reason/).fill("Much");
			await page.keyboard.press("Enter");
			await page.getByRole("alert").filter({ hasText: "Points are quarters, from 0 to 1." }).waitFor();
			expect(await page.getByLabel(/^Reason/).inputValue()).toBe("Much");
		}));

	test("is commented on the whole, a line, a criterion and a figure, each beside its subject", () =>
		visit("teacher", async (page) => {
			const id = await open(page, "Ivy Marsh");
			const field = page.getByLabel("Comment", { exact: true });
			const send = async (words: string) => {
				await field.fill(words);
				await page.getByRole("button", { name: "Send" }).click();
				await page.getByText(words).first().waitFor();
			};
			await send("Well drawn.");
			await page.locator("[data-line='3']").click();
			await page.getByRole("heading", { name: /Comment on line 3/ }).waitFor();
			await send("A colour of its own here.");
			await page.locator("[data-criterion=across]").click();
			await send("Just the size.");
			await page.getByRole("button", { name: /^1\. circle/ }).click();
			await send("This one I like.");
			const { comments } = await teacher.showHandIn({ params: { id } });
			expect(comments.map((c) => c.place)).toEqual([
				{ on: "whole" },
				{ on: "lines", from: 3, to: 3 },
				{ on: "criterion", criterion: "across" },
				{ on: "figure", figure: 0 },
			]);
			expect(await page.locator("[data-line='3'] + p").textContent()).toContain("A colour of its own here.");
			expect(await page.locator("li:has([data-criterion=across])").textContent()).toContain("Just the size.");
		}));

	test("is marked by three keys: a kept comment that suggested comes first, release, next", () =>
		visit("teacher", async (page) => {
			await teacher.keepComment({ body: { words: "Look at the whole again, {name}." } });
			await teacher.keepComment({
				body: { words: "{name}, read line {line} once more.", slip: "radius-for-diameter" },
			});
			const id = await open(page, "Bram Ousel");
			const kept = page.getByRole("list", { name: "Saved comments" });
			await kept.waitFor();
			expect(await kept.getByRole("listitem").first().textContent()).toMatch(
				/1\s*\{name\}, read line \{line\} once more\.\s*suggested/,
			);
			await page.keyboard.press("1");
			await page.getByText("Bram, read line 4 once more.").waitFor();
			await page.keyboard.press("r");
			await note(page, "Released to Bram Ousel.").waitFor();
			await page.keyboard.press("j");
			await page.getByRole("heading", { level: 1, name: /Cleo Thwaite/ }).waitFor();
			const done = await teacher.showHandIn({ params: { id } });
			expect([done.released, done.comments.map((c) => c.words)]).toEqual([true, ["Bram, read line 4 once more."]]);
			await open(page, "Ada Quarrie");
			expect(await kept.getByRole("listitem").first().textContent()).toContain("Look at the whole again");
		}));

	test("keeps a sentence for others, and forgets it", () =>
		visit("teacher", async (page) => {
			await open(page, "Ned Holt");
			await page.getByLabel("Comment", { exact: true }).fill("Count the corners, {name}.");
			await page.getByLabel("Save for reuse").check();
			await page.keyboard.press("Tab");
			await page.getByRole("button", { name: "Send" }).click();
			await page.getByText("Count the corners, Ned.").waitFor();
			await page.getByRole("button", { name: "Delete saved comment “Count the corners, {name}.”" }).click();
			await note(page, "Saved comment deleted.").waitFor();
			expect((await teacher.listKeptComments({})).comments.map((c) => c.words)).not.toContain(
				"Count the corners, {name}.",
			);
		}));

	test("is marked by keyboard alone", () =>
		visit("teacher", async (page) => {
			const id = await open(page, "Lena Firth");
			await page.keyboard.press("c");
			await page.keyboard.type("Your water is a good idea.");
			await page.keyboard.press("Control+Enter");
			await page.getByText("Your water is a good idea.").first().waitFor();
			await page.getByRole("button", { name: "Adjust: The buoy is red" }).focus();
			await page.keyboard.press("Enter");
			await page.keyboard.type("Pink is near enough.");
			await page.keyboard.press("Shift+Tab");
			await page.keyboard.press("Control+a");
			await page.keyboard.type("0.5");
			await page.keyboard.press("Enter");
			await page.getByText("Adjusted to 0.5").waitFor();
			await page.locator("h1").click();
			await page.keyboard.press("r");
			await note(page, "Released to Lena Firth.").waitFor();
			const done = await teacher.showHandIn({ params: { id } });
			expect([
				done.released,
				done.comments.length,
				done.criteria.find((c) => c.id === "red")?.adjusted?.points,
			]).toEqual([true, 1, 0.5]);
		}));

	test("is judged on its scale, by the hand-in and by a key on the page of judgements", () =>
		visit("teacher", async (page) => {
			const id = await open(page, "Lena Firth", "harbour-scene");
			await page.getByRole("button", { name: "1: arranged into a scene" }).click();
			await expect
				.poll(
					async () => (await teacher.showHandIn({ params: { id } })).criteria.find((c) => c.judged !== null)?.judged,
				)
				.toBe(1);
			const { assignmentId } = await teacher.showHandIn({ params: { id } });
			await page.goto(`${site.address}/assignments/${assignmentId}/harbour-scene/judging`);
			await page.getByText("Draw a harbour of your own.").waitFor();
			await page.getByText("Two triangles or more", { exact: true }).waitFor();
			expect(await page.getByRole("region", { name: "Program" }).textContent()).toContain("paper");
			await page.getByRole("link", { name: "Lena Firth" }).waitFor();
			expect(await page.getByRole("button", { name: /arranged into a scene/ }).getAttribute("aria-pressed")).toBe(
				"true",
			);
			await page.keyboard.press("4");
			await page.getByText("2 of 6").waitFor();
			expect((await teacher.showHandIn({ params: { id } })).criteria.find((c) => c.judged !== null)?.judged).toBe(3);
			await page.keyboard.press("k");
			await page.getByText("1 of 6").waitFor();
		}));

	test("tells its tries with their points, which lead to one another", () =>
		visit("teacher", async (page) => {
			await open(page, "Idris Vale", "pier-planks");
			const tries = page.getByText(/^Tries:/);
			const told = (await tries.textContent())?.replace(/\s+/g, " ").trim();
			expect(told).toMatch(/^Tries: 1 \(\d+(\.\d+)? of 11(, counts)?\), 2 \(\d+(\.\d+)? of 11(, counts)?\)$/);
			const shown = (await tries.locator("b").textContent()) ?? "";
			const other = tries.getByRole("link");
			expect([shown, await other.textContent()].sort()).toEqual(["1", "2"]);
			await other.click();
			await expect.poll(() => tries.locator("b").textContent()).not.toBe(shown);
		}));

	test("prints as one page for home", () =>
		visit("teacher", async (page) => {
			const id = await open(page, "Idris Vale");
			await page.getByRole("link", { name: "Print" }).click();
			const sheet = page.getByTestId("sheet");
			await sheet.getByText("Idris Vale: Mooring buoy").waitFor();
			expect(await sheet.textContent()).toContain("14 of 16 points");
			await page.emulateMedia({ media: "print" });
			expect(await page.getByRole("banner").isVisible()).toBe(false);
			const pdf = await page.pdf({ format: "A4", preferCSSPageSize: true });
			expect(pdf.toString("latin1").match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
			expect(id).not.toBe("");
		}));
});

describe("the viewer", () => {
	test("goes through the program step by step, with the line, the values and what is drawn by then", () =>
		visit("teacher", async (page) => {
			await open(page, "Zoe Lark", "pier-planks");
			await page.getByRole("button", { name: "Replay" }).click();
			const place = page.getByTestId("replay-place");
			await place.waitFor();
			const white = await colourAt(page, 390, 150);
			await page.getByRole("slider", { name: "Step" }).focus();
			await page.keyboard.press("End");
			await expect.poll(async () => (await place.textContent())?.replace(/,.*$/, "")).toMatch(/^step (\d+) of \1$/);
			await expect.poll(() => colourAt(page, 390, 150)).not.toEqual(white);
			const line = Number((await place.textContent())?.match(/line (\d+)/)?.[1]);
			expect(await page.locator(`[data-line='${line}']`).evaluate((e) => getComputedStyle(e).backgroundColor)).toBe(
				"rgb(255, 225, 77)",
			);
			expect(await page.getByLabel("Values").textContent()).toMatch(/[a-z]+\s*\d+/);
			await page.getByRole("button", { name: "Step back" }).click();
			expect(await place.textContent()).toMatch(/^step \d+ of/);
			await page.keyboard.press("Home");
		}));

	test("is replayed on while it is commented, and no longer once another hand-in is opened", () =>
		visit("teacher", async (page) => {
			await open(page, "Zoe Lark", "pier-planks");
			await page.getByRole("button", { name: "Replay" }).click();
			const place = page.getByTestId("replay-place");
			await page.getByRole("slider", { name: "Step" }).focus();
			await page.keyboard.press("ArrowRight");
			await expect.poll(() => place.textContent()).toMatch(/^step 2 of/);
			await page.getByRole("textbox", { name: "Comment" }).fill("Look at it step by step.");
			await page.keyboard.press("Control+Enter");
			await page.getByText("Look at it step by step.").first().waitFor();
			expect(await place.textContent()).toMatch(/^step 2 of/);
			await page
				.getByRole("link", { name: /^Back|^Next/ })
				.first()
				.click();
			await place.waitFor({ state: "detached" });
		}));

	test("plays by itself, and pauses", () =>
		visit("teacher", async (page) => {
			await open(page, "Zoe Lark", "pier-planks");
			await page.getByRole("button", { name: "Replay" }).click();
			await page.getByLabel("Speed").selectOption("60");
			await page.getByRole("button", { name: "Play", exact: true }).click();
			await expect
				.poll(async () => Number((await page.getByTestId("replay-place").textContent())?.match(/step (\d+)/)?.[1]))
				.toBeGreaterThan(3);
			await page.getByRole("button", { name: "Play", exact: true }).waitFor();
		}));

	test("steps through the frames of an animation", () =>
		visit("teacher", async (page) => {
			await open(page, "Tomo Reed", "ferry-crossing");
			await page.getByRole("button", { name: "Replay" }).click();
			await page.getByText(/Frame 1 of \d\d+/).waitFor();
			await page.getByRole("button", { name: "Next frame" }).click();
			await page.getByText(/Frame 2 of \d\d+/).waitFor();
		}));

	test("lays what was wanted over what was drawn, and shows where they differ", () =>
		visit("teacher", async (page) => {
			await open(page, "Bram Ousel");
			const ringOfBoth = [200, 80] as const;
			const drawn = await colourAt(page, ...ringOfBoth);
			expect(drawn[0]).toBeGreaterThan(180);
			await page.getByRole("radio", { name: "Wanted" }).click();
			await expect.poll(() => colourAt(page, ...ringOfBoth)).not.toEqual(drawn);
			const wanted = await colourAt(page, ...ringOfBoth);
			await page.getByRole("radio", { name: "Difference" }).click();
			// The same in both is black; what differs is not.
			await expect.poll(() => colourAt(page, 30, 30)).toEqual([0, 0, 0]);
			expect((await colourAt(page, ...ringOfBoth)).some((v) => v > 30)).toBe(true);
			await page.getByRole("radio", { name: "Both" }).click();
			await expect
				.poll(async () => (await colourAt(page, ...ringOfBoth))[0])
				.toBeGreaterThan(Math.min(drawn[0] as number, wanted[0] as number));
		}));

	test("zooms about the pointer, shifts, and shows the whole again", () =>
		visit("teacher", async (page) => {
			await open(page, "Bram Ousel");
			const view = () =>
				page
					.getByRole("application", { name: /^Drawing/ })
					.locator("svg")
					.getAttribute("viewBox");
			const whole = await view();
			await page.getByRole("button", { name: "Zoom in" }).click();
			const closer = await view();
			expect(Number(closer?.split(" ")[2])).toBeLessThan(Number(whole?.split(" ")[2]));
			await overSheet(page, 200, 150);
			await page.mouse.down();
			await page.mouse.move(400, 300, { steps: 4 });
			await page.mouse.up();
			await expect.poll(view).not.toBe(closer);
			await page.getByRole("application", { name: /^Drawing/ }).focus();
			await page.keyboard.press("0");
			await expect.poll(view).toBe(whole);
		}));

	test("measures from one point to another, by mouse and by keys", () =>
		visit("teacher", async (page) => {
			await open(page, "Bram Ousel");
			await page.getByRole("button", { name: "Measure" }).click();
			await overSheet(page, 100, 100);
			await page.mouse.down();
			await page.mouse.up();
			await overSheet(page, 160, 20);
			expect(await page.getByTestId("coordinates").textContent()).toMatch(/(99|100|101)\.\d long, 5[23]\.\d°/);
			await page.getByRole("application", { name: /^Drawing/ }).focus();
			await page.keyboard.press("m");
			for (let i = 0; i < 5; i++) await page.keyboard.press("Shift+ArrowRight");
			expect(await page.getByTestId("coordinates").textContent()).toContain("100.0 long, 0.0°");
		}));

	test("gives the drawing as SVG and PNG", () =>
		visit("teacher", async (page) => {
			await open(page, "Bram Ousel");
			const save = async (item: string) => {
				await page.getByRole("button", { name: /^Export/ }).click();
				const [download] = await Promise.all([
					page.waitForEvent("download"),
					page.getByRole("menuitem", { name: item }).click(),
				]);
				return [download.suggestedFilename(), readFileSync(await download.path())] as const;
			};
			const [name, svg] = await save("Save as SVG");
			expect([name, svg.toString("utf8")]).toEqual([
				"bram-ousel-mooring-buoy.svg",
				expect.stringMatching(/^<svg[^>]*>[\s\S]*#dc143c/),
			]);
			const [, png] = await save("Save as PNG");
			expect(png.subarray(1, 4).toString()).toBe("PNG");
		}));

	test("reads the colour under the pointer, in words and as a code", () =>
		visit("teacher", async (page) => {
			await open(page, "Bram Ousel");
			await overSheet(page, 150, 100);
			await expect.poll(() => page.getByTestId("coordinates").textContent()).toMatch(/^x 150 {2}y 100 {2}red #dc143c$/);
		}));

	test("reads a figure's kind, size, colour in words and as code, place and line", () =>
		visit("teacher", async (page) => {
			await open(page, "Bram Ousel");
			expect(await page.getByRole("button", { name: /^1\. circle/ }).textContent()).toMatch(
				/circle, 160 across, red #dc143c, outline black #000000, 4 wide, centre 200, 150,.*line 4/,
			);
		}));
});

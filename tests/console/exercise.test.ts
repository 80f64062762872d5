import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { readExercise } from "../../core/dist/index.js";
import { Site } from "../site.ts";
import { home, launch, onScreen, type Visit, visiting } from "./browser.ts";

let site: Site;
let browser: Browser;
let teacher: Client;

beforeAll(async () => {
	[site, browser] = await Promise.all([Site.start(), launch()]);
	teacher = await site.teacher();
});
afterAll(async () => {
	await browser.close();
	await site.stop();
});
const visit: Visit = (...of) => visiting({ browser, address: site.address })(...of);

/** A file with a comment that must stay, and a lamp and a shelf in its model. */
const FILE = (id: string) => `format: markpen/exercise@1
id: ${id}
title: Harbour lamp
brief: |
  A **yellow lamp** hangs over a shelf.
language: nib
sheet: { width: 400, height: 300, origin: top left }
tolerance: { position: 4, size: 4, angle: 2, colour: family }
# Kept by hand: the lamp is the one thing that matters.
model: |
  pen colour black width 3
  fill gold
  circle centre 140, 90 diameter 36
  fill sienna
  rect corner 60, 200 size 200, 20
figures: {}
criteria:
  - { id: one, check: count, of: { kind: circle }, exactly: 1, points: 1 } # the lamp
`;

async function begun(id: string): Promise<string> {
	return (await teacher.draftExercise({ body: { key: id, source: FILE(id) } })).id;
}

async function open(page: Page, id: string): Promise<void> {
	await page.goto(`${site.address}/exercises/${id}`);
	await page.getByText("Criteria, ").waitFor();
	await page.locator("[data-figures='2']").waitFor();
}
const saved = (page: Page) => page.getByTestId("saved").filter({ hasText: /^Saved$/ });
const source = async (id: string) => (await teacher.showExercise({ params: { id } })).source;

describe("the library", () => {
	test("shows what each exercise draws, and finds by words", () =>
		visit("teacher", async (page) => {
			await home(page);
			await page.getByRole("link", { name: "Exercises" }).click();
			await page.getByRole("heading", { level: 2, name: "Walking and turning" }).waitFor();
			await page.getByLabel("Topic").selectOption("nested loops");
			await expect
				.poll(() => page.locator("a:has(img)").allTextContents())
				.toEqual([expect.stringContaining("Floats on a net")]);
			await page.reload();
			expect(await page.getByLabel("Topic").inputValue()).toBe("nested loops");
			await page.getByRole("link", { name: "Exercises" }).first().click();
			await expect.poll(() => page.getByLabel("Topic").inputValue()).toBe("");
			await page.getByRole("button", { name: "Our exercises" }).click();
			await page.getByRole("link", { name: "Sail", exact: true }).waitFor();
			await expect
				.poll(() =>
					page
						.locator("img")
						.evaluateAll((all) => all.length >= 8 && all.every((i) => (i as HTMLImageElement).naturalWidth > 0)),
				)
				.toBe(true);
			await page.getByLabel("Search exercises").fill("light");
			await expect
				.poll(() => page.locator("a:has(img)").allTextContents())
				.toEqual([expect.stringContaining("Anchor light"), expect.stringContaining("Lighthouse")]);
		}));

	test("copies an exercise of the library to change it", () =>
		visit("teacher", async (page) => {
			await page.goto(`${site.address}/exercises?words=hatch`);
			await page.getByRole("link", { name: "Deck hatch" }).click();
			await page.getByRole("button", { name: "Copy and change …" }).click();
			await page.getByLabel("Title of the copy").fill("Our hatch");
			await page.getByRole("button", { name: "Copy exercise" }).click();
			await page.getByRole("heading", { level: 1, name: /Our hatch/ }).waitFor();
			await page.getByRole("tab", { name: "Trial programs" }).click();
			await page.getByText("Unusual, walked backwards").waitFor();
		}));

	test("puts a collection together, orders it by keys and by drag, and sets it", () =>
		visit("teacher", async (page) => {
			await page.goto(`${site.address}/collections/new`);
			await page.getByLabel("Title").fill("A first week");
			for (const name of ["Deck hatch", "Storm cone", "Gangway steps"])
				await page.getByRole("button", { name: `Add ${name}` }).click();
			const order = async () =>
				(await page.getByRole("region", { name: "Exercises, in order" }).getByRole("listitem").allTextContents()).map(
					(text) => /(Deck hatch|Storm cone|Gangway steps)/.exec(text)?.[0],
				);
			await page.getByRole("button", { name: "Move Storm cone up" }).click();
			expect(await order()).toEqual(["Storm cone", "Deck hatch", "Gangway steps"]);
			await page.getByRole("button", { name: "Move Storm cone down" }).press("Alt+ArrowDown");
			expect(await order()).toEqual(["Deck hatch", "Storm cone", "Gangway steps"]);
			const item = (name: string) =>
				page.getByRole("region", { name: "Exercises, in order" }).getByRole("listitem").filter({ hasText: name });
			await item("Gangway steps").dragTo(item("Deck hatch"));
			expect(await order()).toEqual(["Gangway steps", "Deck hatch", "Storm cone"]);
			await page.getByLabel("Share with the other teachers").check();
			await page.getByRole("button", { name: "Save collection" }).click();
			await page.getByRole("button", { name: /^Set work/ }).click();
			const made = (await teacher.listCollections({})).collections.find((c) => c.key === "a-first-week");
			expect(made).toMatchObject({ shared: true, exercises: ["gangway", "deck-hatch", "storm-cone"] });
			await page.getByRole("menuitem", { name: /^To 8 Tern/ }).click();
			await page.getByText("collection of 3 exercises").waitFor();
		}));

	test("begins an exercise from its title", () =>
		visit("teacher", async (page) => {
			await page.goto(`${site.address}/exercises`);
			await page.getByRole("button", { name: "New exercise" }).click();
			await page.getByLabel("Title").fill("Gulls & Crates");
			await page.getByText("The exercise's id: gulls-crates.").waitFor();
			await page.getByRole("button", { name: "Create exercise" }).click();
			await page.getByRole("heading", { level: 1, name: /Gulls & Crates/ }).waitFor();
			await page.locator("[data-figures='1']").waitFor();
		}));

	test("tells how an exercise went across classes", () =>
		visit("teacher", async (page) => {
			const exercise = (await teacher.listExercises({ query: { limit: 200 } })).exercises.find((e) => e.key === "sail");
			await page.goto(`${site.address}/exercises/${exercise?.id}/across`);
			await page.getByRole("rowheader", { name: "8 Tern" }).waitFor();
			await page.getByRole("figure", { name: "Which criterion is hardest?" }).waitFor();
		}));
});

describe("the editor", () => {
	test("asks of a figure that is pointed at: the criterion is filled in from it, judged at once, and saved with comments kept", () =>
		visit("teacher", async (page) => {
			const id = await begun("lamp-pointed");
			await open(page, id);
			const at = await onScreen(page, 140, 90);
			await page.mouse.click(at.x, at.y);
			await page.getByRole("button", { name: /Diameter of the circle: 36/ }).click();
			await page.getByRole("button", { name: /The middle of the circle is at 140, 90/ }).click();
			await page.getByRole("button", { name: "Done" }).click();
			const row = page.getByRole("listitem").filter({ hasText: "Diameter of the circle: 36" });
			await row.getByText("met", { exact: true }).waitFor({ state: "attached" });
			await page.getByLabel("Points of Diameter of the circle: 36").fill("2");
			await page.keyboard.press("Tab");
			await page.getByText("Criteria, 4 points").waitFor();
			await saved(page).waitFor();
			const file = await source(id);
			expect(file).toContain("# Kept by hand: the lamp is the one thing that matters.");
			expect(file).toContain("# the lamp");
			const reading = readExercise(file);
			expect(reading.ok && reading.exercise.criteria.map((c) => [c.id, c.points])).toEqual([
				["one", 1],
				["circle-across", 2],
				["circle-place", 1],
			]);
			expect(reading.ok && reading.exercise.figures).toMatchObject({ circle: { kind: "circle", fill: "yellow" } });
		}));

	test("is found and can be set among more than a page of others", () =>
		visit("teacher", async (page) => {
			for (let n = 0; n < 205; n++)
				await teacher.draftExercise({ body: { key: `knot-${n}`, source: FILE(`knot-${n}`) } });
			await teacher.publishExercise({
				body: { source: FILE("zz-last-of-all").replace("Harbour lamp", "Zander lamp") },
			});
			await page.goto(`${site.address}/exercises?shelf=ours`);
			await page.getByRole("link", { name: "Zander lamp" }).waitFor();
			expect(await page.locator("main li a.block").count()).toBeGreaterThan(210);
			const [of] = (await teacher.listClasses({})).classes;
			await page.goto(`${site.address}/classes/${of?.id}/set-work`);
			await page.getByRole("searchbox", { name: "Search" }).fill("zander");
			await page.getByRole("button", { name: "Zander lamp" }).click();
			await page.getByRole("button", { name: "Set this work" }).waitFor();
		}));

	test("is undone and done again, step by step", () =>
		visit("teacher", async (page) => {
			const id = await begun("lamp-undone");
			await open(page, id);
			await page.getByRole("button", { name: "Add criterion" }).click();
			await page.getByRole("button", { name: /Everything is on the sheet/ }).click();
			await page.getByRole("button", { name: "Done" }).click();
			await page.getByText("Criteria, 2 points").waitFor();
			await page.getByRole("button", { name: "Undo", exact: true }).click();
			await page.getByText("Criteria, 1 point").waitFor();
			await page.getByRole("button", { name: "Redo" }).click();
			await page.getByText("Criteria, 2 points").waitFor();
			await page.getByRole("button", { name: /Everything is on the sheet/ }).click();
			await page.getByRole("button", { name: "Remove" }).click();
			await page.getByText("Criteria, 1 point").waitFor();
			await page.getByRole("status").getByRole("button", { name: "Undo" }).click();
			await page.getByText("Criteria, 2 points").waitFor();
		}));

	test("shows the model's drawing and verdicts while it is written", () =>
		visit("teacher", async (page) => {
			const id = await begun("lamp-live");
			await open(page, id);
			await page.getByRole("tab", { name: "Model" }).click();
			const model = page.getByRole("textbox", { name: "Model" });
			await model.click();
			await page.keyboard.press("Control+End");
			await page.keyboard.type("\nline from 10, 10 to 90, 10");
			await page.locator("[data-figures='3']").waitFor();
			await page.keyboard.type("\nlnie");
			await page.getByText(/The model, line \d: There is no statement “lnie”/).waitFor();
			await saved(page).waitFor();
			expect(await source(id)).toContain("  line from 10, 10 to 90, 10\n  lnie\n");
		}));

	test("replays the model with its line lit, until it is changed", () =>
		visit("teacher", async (page) => {
			await open(page, await begun("lamp-replay"));
			await page.getByRole("tab", { name: "Model" }).click();
			await page.getByRole("button", { name: "Replay" }).click();
			await page.getByTestId("replay-place").waitFor();
			await page.getByRole("slider", { name: "Step" }).focus();
			await page.keyboard.press("End");
			await expect.poll(() => page.locator(".cm-line.lit").textContent()).toBe("rect corner 60, 200 size 200, 20");
			await page.keyboard.press("Home");
			await expect.poll(() => page.locator(".cm-line.lit").textContent()).toBe("circle centre 140, 90 diameter 36");
			await page.getByRole("textbox", { name: "Model" }).click();
			await page.keyboard.press("Control+End");
			await page.keyboard.type("\nwalk 5");
			await page.getByTestId("replay-place").waitFor({ state: "detached" });
			expect(await page.locator(".cm-line.lit").count()).toBe(0);
		}));

	test("shows each mistake at its line of the file, and loses nothing", () =>
		visit("teacher", async (page) => {
			const id = await begun("lamp-file");
			await open(page, id);
			await page.getByRole("tab", { name: "File" }).click();
			await page.getByRole("textbox", { name: "File" }).click();
			await page.keyboard.press("Control+End");
			await page.keyboard.type("  - { id: odd, check: colur, points: 1 }");
			await page
				.getByText(/line \d+, criteria\[1\]\.check: "colur" isn't known here; did you mean "colour"\?/)
				.waitFor();
			await saved(page).waitFor();
			expect(await source(id)).toContain("check: colur");
			expect(await page.getByRole("button", { name: "Publish" }).isDisabled()).toBe(true);
		}));

	test("has trial programs with what each should earn, judged as they are written", () =>
		visit("teacher", async (page) => {
			const id = await begun("lamp-programs");
			await open(page, id);
			await page.getByRole("button", { name: "Add criterion" }).click();
			await page.getByRole("button", { name: /The drawing looks like the model/ }).click();
			await page.getByRole("button", { name: "Done" }).click();
			await page.getByRole("tab", { name: "Trial programs" }).click();
			await page.getByRole("button", { name: "Add trial program" }).click();
			await page.getByLabel("Name").fill("only a dot");
			await page.getByLabel("Should earn").fill("2");
			await page.keyboard.press("Tab");
			await page.getByText("2, as expected").waitFor();
			await page.getByRole("textbox", { name: "Trial program" }).fill("dot at 10, 10 size 4");
			await page.getByText(/, expected 2/).waitFor();
			await saved(page).waitFor();
			expect((await teacher.showExercise({ params: { id } })).trialPrograms).toEqual([
				{ name: "only a dot", source: "dot at 10, 10 size 4", expects: 2 },
			]);
		}));

	test("is tried, and one click asks for what passed unseen: it leaves the list, and the model still earns all", () =>
		visit("teacher", async (page) => {
			const id = await begun("lamp-tried");
			await open(page, id);
			await page.getByRole("button", { name: "Test exercise" }).click();
			const list = page.getByRole("list", { name: "Mistakes that no criterion notices" });
			await list.waitFor();
			const passed = () => list.getByRole("listitem").allTextContents();
			const [first] = await passed();
			const before = (await passed()).length;
			await list.getByRole("img").first().waitFor();
			await list.getByRole("button", { name: "Add criterion" }).first().click();
			await page.getByRole("status").filter({ hasText: "Criterion added: " }).waitFor();
			await expect
				.poll(
					async () =>
						(await page.getByText("The criteria notice every mistake.").isVisible()) ||
						(await passed()).length < before ||
						(await passed())[0] !== first,
				)
				.toBe(true);
			await saved(page).waitFor();
			const reading = readExercise(await source(id));
			expect(reading.ok && reading.exercise.criteria.length).toBe(2);
			const criteria = page
				.getByRole("region", { name: "Criteria" })
				.getByRole("listitem")
				.filter({ has: page.getByRole("spinbutton") });
			expect(await criteria.filter({ hasText: "The model: " }).count()).toBe(0);
		}));

	test("is published as a version, copied and shared", () =>
		visit("teacher", async (page) => {
			const id = await begun("lamp-published");
			await open(page, id);
			await page.getByRole("button", { name: "Publish" }).click();
			await page.getByRole("status").filter({ hasText: "Version 1 is published." }).waitFor();
			await page.getByRole("button", { name: "Shared" }).click();
			await expect.poll(async () => (await teacher.showExercise({ params: { id } })).shared).toBe(true);
			await page.getByRole("button", { name: "Copy …" }).click();
			await page.getByLabel("Title of the copy").fill("Lamp, copied");
			await page.getByRole("button", { name: "Copy exercise" }).click();
			await page.waitForURL((url) => !url.pathname.endsWith(id));
			await page.getByText("not published yet").waitFor();
		}));

	test("shows both versions where it was saved from another place, and keeps the other one in what can be undone", () =>
		visit("teacher", async (page) => {
			const id = await begun("lamp-twice");
			await open(page, id);
			await teacher.saveExercise({
				params: { id },
				body: { source: FILE("lamp-twice").replace("Harbour lamp", "From elsewhere") },
				revision: 1,
			});
			await page.getByLabel("Title").fill("Mine");
			const dialog = page.getByRole("dialog", { name: /There are two versions of this exercise/ });
			await dialog.waitFor();
			expect(await dialog.locator("pre").allTextContents()).toEqual([
				expect.stringContaining("title: Mine"),
				expect.stringContaining("title: From elsewhere"),
			]);
			await dialog.getByRole("button", { name: "Use the saved version" }).click();
			await page.getByRole("heading", { level: 1, name: /From elsewhere/ }).waitFor();
			await page.getByRole("button", { name: "Undo", exact: true }).click();
			await page.getByRole("heading", { level: 1, name: /Mine/ }).waitFor();
		}));

	test("keeps what is typed without a network, and has it still when the page is opened again", () =>
		visit("teacher", async (page) => {
			const id = await begun("lamp-offline");
			await open(page, id);
			await page.route("**/api/v1/exercises/**", (route) =>
				route.request().method() === "PUT" ? route.abort() : route.continue(),
			);
			await page.getByLabel("Title").fill("Typed in the train");
			await page.getByTestId("saved").filter({ hasText: "Saved in this browser" }).waitFor();
			await page.unroute("**/api/v1/exercises/**");
			await page.reload();
			await page.getByRole("heading", { level: 1, name: /Typed in the train/ }).waitFor();
			await saved(page).waitFor();
			expect(await source(id)).toContain("title: Typed in the train");
		}));

	test("is written by keyboard alone", () =>
		visit("teacher", async (page) => {
			const id = await begun("lamp-keys");
			await open(page, id);
			await page.getByLabel("Title").focus();
			await page.keyboard.press("Control+a");
			await page.keyboard.type("A lamp by keys");
			await page.getByRole("list", { name: "Figures of the model" }).getByRole("button").first().focus();
			await page.keyboard.press("Enter");
			await page.getByLabel("Search criteria").focus();
			await page.getByRole("button", { name: /Diameter of the circle: 36/ }).waitFor();
			await page.keyboard.type("diameter");
			await page.keyboard.press("Tab");
			await page.keyboard.press("Enter");
			await page.getByRole("button", { name: "Done" }).focus();
			await page.keyboard.press("Enter");
			await page.getByText("Criteria, 2 points").waitFor();
			await saved(page).waitFor();
			expect(await source(id)).toMatch(/title: A lamp by keys[\s\S]*what: diameter/);
		}));

	test("of somebody else's exercise shows everything and changes nothing", () =>
		visit("teacher", async (page) => {
			const [other] = await site.rows<{ id: string }>("SELECT id FROM accounts WHERE sign_in_name = 'castellane'");
			const id = await begun("lamp-theirs");
			await site.rows("UPDATE exercises SET owner_id = $1, shared = true WHERE id = $2", [other?.id, id]);
			await open(page, id);
			await page.getByText("copy it to change it").waitFor();
			expect(await page.getByRole("button", { name: "Publish" }).count()).toBe(0);
			expect(await page.getByLabel("Title").isEditable()).toBe(false);
		}));
});

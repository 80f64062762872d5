import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { classNamed, reportOf, Site, signedIn } from "../site.ts";
import { home, launch, type Visit, visiting } from "./browser.ts";

let site: Site;
let browser: Browser;
let teacher: Client;
const ids = { tern: "", gannet: "", curlew: "", buoy: "", planks: "", sail: "", scene: "" };

beforeAll(async () => {
	[site, browser] = await Promise.all([Site.start(), launch()]);
	teacher = await site.teacher();
	const [tern, gannet, curlew] = await Promise.all(
		["8 Tern", "8 Gannet", "8 Curlew"].map((name) => classNamed(teacher, name)),
	);
	const column = (of: typeof tern, exercise: string) =>
		of?.columns.find((c) => c.exercise === exercise)?.assignmentId ?? "";
	Object.assign(ids, {
		tern: tern?.id,
		gannet: gannet?.id,
		curlew: curlew?.id,
		buoy: column(tern, "mooring-buoy"),
		planks: column(gannet, "pier-planks"),
		sail: column(tern, "sail"),
		scene: column(tern, "harbour-scene"),
	});
});
afterAll(async () => {
	await browser.close();
	await site.stop();
});
const visit: Visit = (...of) => visiting({ browser, address: site.address })(...of);
const to = (page: Page, path: string) => page.goto(`${site.address}${path}`);
const note = (page: Page, text: string | RegExp) => page.getByRole("status").filter({ hasText: text });

/** A class of the test's own, with one student and the lamp set. */
async function ownClass(name: string, more: object = {}) {
	const made = await teacher.makeClass({ body: { name, schoolYear: "2026" } });
	const { card } = await teacher.addStudent({ params: { id: made.id }, body: { name: "Nell Brae" } });
	const at = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString();
	const set = await teacher.setAssignment({
		params: { id: made.id },
		body: { exercise: "mooring-buoy", opensAt: at(-1), dueAt: at(1), closesAt: at(2), ...more },
	});
	const student = await signedIn(site.address, {
		classCode: made.code,
		signInName: card?.signInName ?? "",
		passphrase: card?.passphrase ?? "",
	});
	return { id: made.id, assignment: set.id, student, studentId: card?.studentId ?? "" };
}
const BUOY =
	"paper lightsteelblue\npen colour black width 4\nfill crimson\ncircle centre 200, 150 diameter 80\nfill white\nrect centre 200, 150 size 60, 14\n";

describe("today", () => {
	test("names who is stuck with criterion and slip, what is new, what closes, what waits for a judgement", () =>
		visit("teacher", async (page) => {
			await home(page);
			await page.getByRole("heading", { name: "Stuck" }).waitFor();
			const stuck = page.getByRole("list", { name: "Stuck" }).getByRole("listitem");
			expect((await stuck.allTextContents()).map((t) => t.trim().slice(0, 12))).toEqual([
				expect.stringContaining("Jonah Skerry"),
				expect.stringContaining("Bram Ousel"),
				expect.stringContaining("Gwen Stell"),
			]);
			expect(await stuck.first().textContent()).toMatch(/3 tries, no progress.*Not met yet: One coil/s);
			expect(await page.getByText("20 to judge").isVisible()).toBe(true);
			await page.getByRole("link", { name: "Gwen Stell" }).click();
			await page.getByRole("heading", { level: 1, name: /Gwen Stell/ }).waitFor();
		}));
});

describe("a class", () => {
	test("is sorted by what matters, with what is missing counted", () =>
		visit("teacher", async (page) => {
			await to(page, `/classes/${ids.tern}`);
			await page.getByRole("rowheader", { name: "Ada Quarrie" }).waitFor();
			await page.getByLabel("Sort by").selectOption("missing");
			await page.reload();
			expect(await page.getByLabel("Sort by").inputValue()).toBe("missing");
			expect(await page.getByRole("rowheader").first().textContent()).toMatch(/(Dário Penha|Finn Garrow).*1 missing/);
			await page.getByLabel("Sort by").selectOption("points");
			expect(await page.getByRole("rowheader").first().textContent()).toMatch(/Dário Penha|Finn Garrow/);
		}));

	test("folds a collection into one column that tells how many are done, and unfolds it", () =>
		visit("teacher", async (page) => {
			await to(page, `/classes/${ids.curlew}`);
			await page.getByRole("button", { name: /First shapes/ }).waitFor();
			expect(await page.getByText(/^[0-4] of 4$/).count()).toBeGreaterThan(15);
			await page.getByRole("button", { name: /First shapes/ }).click();
			await page.getByRole("link", { name: "Pier planks", exact: true }).waitFor();
		}));

	test("is made, filled from a CSV file with a preview, and gets cards that are shown once", () =>
		visit("teacher", async (page) => {
			await to(page, "/classes");
			await page.getByRole("button", { name: "New class" }).click();
			await page.getByLabel("Name").fill("9 Heron");
			await page.getByRole("button", { name: "Create class" }).click();
			await page.getByText("This class has no students yet.").waitFor();
			const file = join(mkdtempSync(join(tmpdir(), "markpen-list-")), "list.csv");
			writeFileSync(file, "First name,Surname\nMaren,Holm\nÉva,Tóth\n,\n");
			await page.getByLabel("CSV file", { exact: true }).setInputFiles(file);
			await page.getByRole("button", { name: "Import 2 students" }).click();
			await page.getByRole("region", { name: "Sign-in cards" }).waitFor();
			expect(await page.locator("[data-card]").count()).toBe(2);
			const card = await page.locator("[data-card]").first().textContent();
			expect(card).toMatch(/Maren Holm.*Class code.*Sign-in name\s*maren.*Passphrase\s*\w+-\w+-\w+-\d\d/s);
			await page.getByRole("button", { name: "Done" }).click();
			await page.getByRole("rowheader", { name: "Éva Tóth" }).waitFor();
			await page.getByRole("button", { name: "Change Éva Tóth" }).click();
			await page.getByRole("button", { name: "Remove from class" }).click();
			await note(page, "Éva Tóth removed from the class").waitFor();
			await page.getByRole("rowheader", { name: "Éva Tóth" }).waitFor({ state: "detached" });
			await page.getByRole("button", { name: "Undo" }).click();
			await page.getByRole("rowheader", { name: "Éva Tóth" }).waitFor();
		}));

	test("shows drawings in the making as they are kept, and hides names for the projector", () =>
		visit("teacher", async (page) => {
			const own = await ownClass("Lesson class");
			await to(page, `/classes/${own.id}/lesson`);
			await page.getByText("No one has started yet.").waitFor();
			await own.student.saveDraft({
				params: { id: own.assignment, exercise: "mooring-buoy" },
				body: { source: "circle centre 200, 150 diameter 80" },
				revision: 0,
			});
			await page.getByRole("img", { name: "Drawing of Nell Brae" }).waitFor();
			await page.getByRole("button", { name: "Hide names" }).click();
			expect(await page.getByText("Nell Brae").count()).toBe(0);
			await page.getByRole("img", { name: "Drawing 1" }).waitFor();
		}));

	test("draws each on its exercise's sheet, also when another one is chosen meanwhile", () =>
		visit("teacher", async (page) => {
			const own = await ownClass("Two exercises");
			const { dueAt, closesAt } = await teacher.showAssignment({ params: { id: own.assignment } });
			const rose = await teacher.setAssignment({
				params: { id: own.id },
				body: { exercise: "compass-rose", opensAt: new Date(Date.now() - 60_000).toISOString(), dueAt, closesAt },
			});
			// The sheet of one counts from its corner, the other one's from its middle.
			const source = "fill red\npen none\nrect centre 0, 0 size 120, 120\n";
			await own.student.saveDraft({
				params: { id: own.assignment, exercise: "mooring-buoy" },
				body: { source },
				revision: 0,
			});
			await own.student.saveDraft({ params: { id: rose.id, exercise: "compass-rose" }, body: { source }, revision: 0 });
			await to(page, `/classes/${own.id}/lesson`);
			const thumb = page.getByRole("img", { name: "Drawing of Nell Brae" }).locator("canvas");
			/** Whether the corner and the middle of the thumbnail are red. */
			const red = () =>
				thumb.evaluate((canvas: HTMLCanvasElement) =>
					[
						[22, 4],
						[160, 120],
					].map(
						([x, y]) =>
							(canvas.getContext("2d") as CanvasRenderingContext2D).getImageData(x as number, y as number, 1, 1)
								.data[1] === 0,
					),
				);
			const choose = page.getByRole("combobox", { name: "Exercise" });
			for (const [title, where] of [
				["Compass rose", [false, true]],
				["Mooring buoy", [true, false]],
				["Compass rose", [false, true]],
			] as const) {
				await choose.selectOption({ label: title });
				await expect.poll(red).toEqual(where);
			}
		}));

	test("is set work with its rules, and one undo takes it back", () =>
		visit("teacher", async (page) => {
			const own = await ownClass("Set class");
			await to(page, `/classes/${own.id}/set-work`);
			await page.getByRole("searchbox", { name: "Search" }).fill("sail");
			await page.getByRole("button", { name: "Sail", exact: true }).click();
			await page.getByRole("button", { name: "Test: one try, feedback at release" }).click();
			expect(await page.getByLabel("Number of tries").inputValue()).toBe("1");
			await page.getByRole("button", { name: "Homework, one week" }).click();
			await page.getByLabel("unlimited").uncheck();
			await page.getByLabel("Late work").selectOption("reduced");
			await page.getByLabel("percent of its points").fill("25");
			await page.getByRole("combobox", { name: "Points", exact: true }).selectOption("release");
			await page.getByRole("button", { name: "Set this work" }).click();
			await page.getByRole("link", { name: "Sail" }).waitFor();
			const sail = (await teacher.showClass({ params: { id: own.id } })).columns.find((c) => c.exercise === "sail");
			expect(await teacher.showAssignment({ params: { id: sail?.assignmentId ?? "" } })).toMatchObject({
				tries: 3,
				late: "reduced",
				lateShare: 0.25,
				showPoints: "release",
			});
			await page.getByRole("button", { name: "Undo" }).click();
			await page.getByRole("heading", { level: 1, name: /Set work/ }).waitFor();
			expect((await teacher.showClass({ params: { id: own.id } })).columns.map((c) => c.exercise)).toEqual([
				"mooring-buoy",
			]);
		}));

	test("is set work together with another class, each once, though one was refused at first", () =>
		visit("teacher", async (page) => {
			const [own, other] = [await ownClass("Set first"), await ownClass("Set second")];
			const sails = async () =>
				Promise.all(
					[own, other].map(
						async ({ id }) =>
							(await teacher.showClass({ params: { id } })).columns.filter((c) => c.exercise === "sail").length,
					),
				);
			await to(page, `/classes/${own.id}/set-work?work=exercise+sail`);
			await page.getByRole("checkbox", { name: "Set second" }).check();
			await page.route(`**/classes/${other.id}/assignments`, (route) => route.abort(), { times: 1 });
			await page.getByRole("button", { name: "Set this work" }).click();
			await page.getByRole("alert").filter({ visible: true }).waitFor();
			expect(await sails()).toEqual([1, 0]);
			await page.getByRole("button", { name: "Set this work" }).click();
			await note(page, "Work set for 2 classes.").waitFor();
			expect(await sails()).toEqual([1, 1]);
			await page.getByRole("button", { name: "Undo" }).click();
			await expect.poll(sails).toEqual([0, 0]);
		}));

	test("has a grade book with weights and a scale, which can be undone, and its exports", () =>
		visit("teacher", async (page) => {
			await to(page, `/classes/${ids.tern}/grade-book`);
			const row = page.getByRole("row").filter({ has: page.getByRole("rowheader", { name: "Kit Sorrel" }) });
			await row.waitFor();
			const percent = async () => (await row.getByRole("cell").nth(-2).textContent())?.trim();
			const before = await percent();
			await page.getByLabel("Weight of Sail").fill("4");
			await page.keyboard.press("Tab");
			await note(page, "It weighs 4 now.").waitFor();
			await expect.poll(percent).not.toBe(before);
			await page.getByRole("button", { name: "Undo" }).click();
			await expect.poll(percent).toBe(before);
			await page.getByRole("button", { name: "Grade scale …" }).click();
			await page.getByRole("button", { name: "Add grade" }).click();
			await page.getByLabel("Grade", { exact: true }).last().fill("Star");
			await page.getByLabel("from percent").last().fill("99");
			await page.getByRole("button", { name: "Save" }).click();
			await page.getByText("Star").first().waitFor();
			const [download] = await Promise.all([
				page.waitForEvent("download"),
				page.getByRole("link", { name: "CSV", exact: true }).click(),
			]);
			expect(readFileSync(await download.path(), "utf8").split("\n")[0]).toContain("Mooring buoy");
		}));
});

describe("an assignment", () => {
	test("tells the causes by number of hand-ins, opens those of one after another, and comments on all of them", () =>
		visit("teacher", async (page) => {
			await to(page, `/assignments/${ids.planks}/pier-planks`);
			const shared = page.getByRole("region", { name: "Class results" });
			await shared.getByRole("heading", { name: "Causes, by number of hand-ins" }).waitFor();
			const cause = shared.locator("button[aria-expanded]").first();
			const count = Number((await cause.textContent())?.match(/(\d+) of \d+$/)?.[1]);
			expect(count).toBeGreaterThan(0);
			await cause.hover();
			expect(await page.locator("[data-hand-in] [data-lit]").count()).toBe(count);
			await cause.click();
			await shared.getByLabel("Comment for all students with this cause").fill("Look at the places once more.");
			await shared.getByRole("button", { name: /^Send/ }).click();
			await page.getByText(`${count} of ${count} hand-ins have the comment.`).waitFor();
			await shared.getByRole("button", { name: /^Open / }).click();
			await page.getByText("Look at the places once more.").first().waitFor();
			await page.getByText(`1 of ${count}`, { exact: false }).first().waitFor();
		}));

	test("shows its drawings cropped to what is drawn, also when it is loaded again", () =>
		visit("teacher", async (page) => {
			await to(page, `/assignments/${ids.sail}/sail`);
			const canvas = page.locator("[data-hand-in] canvas").first();
			/** The share of a drawing's pixels that aren't paper. */
			const inked = () =>
				canvas.evaluate((of) => {
					const { width, height } = of as HTMLCanvasElement;
					const context = (of as HTMLCanvasElement).getContext("2d") as CanvasRenderingContext2D;
					const { data } = context.getImageData(0, 0, width, height);
					let count = 0;
					for (let at = 0; at < data.length; at += 4) if ((data[at + 3] ?? 0) > 0 && (data[at] ?? 0) < 200) count++;
					return count / (width * height);
				});
			await expect.poll(inked).toBeGreaterThan(0);
			const whole = await inked();
			await page.getByRole("button", { name: "Crop drawings" }).click();
			await expect.poll(inked).toBeGreaterThan(1.3 * whole);
			await page.reload();
			await expect.poll(inked).toBeGreaterThan(1.3 * whole);
		}));

	test("shows only the hand-ins that meet everything with one mistake corrected", () =>
		visit("teacher", async (page) => {
			await to(page, `/assignments/${ids.planks}/pier-planks`);
			const away = page.getByRole("button", { name: /^One change away: \d+$/ });
			const count = Number((await away.textContent())?.match(/\d+/)?.[0]);
			expect(await page.locator("[data-hand-in]").count()).toBeGreaterThan(count);
			await away.click();
			expect(await page.locator("[data-hand-in]").count()).toBe(count);
		}));

	test("shows a hand-in as it comes in, checked, without being loaded again", () =>
		visit("teacher", async (page) => {
			const own = await ownClass("Live class");
			await to(page, `/assignments/${own.assignment}/mooring-buoy`);
			await page.getByText("not handed in").first().waitFor();
			const { id } = await own.student.handIn({
				params: { id: own.assignment, exercise: "mooring-buoy" },
				body: { source: BUOY },
			});
			await page.locator(`[data-hand-in="${id}"]`).getByText("all met").waitFor();
		}));

	test("is released once it is asked for", () =>
		visit("teacher", async (page) => {
			const own = await ownClass("Release class", { showPoints: "release", showFeedback: "release" });
			const { id } = await own.student.handIn({
				params: { id: own.assignment, exercise: "mooring-buoy" },
				body: { source: BUOY },
			});
			await reportOf(teacher, id);
			expect((await own.student.showHandIn({ params: { id } })).points).toBeNull();
			await to(page, `/assignments/${own.assignment}/mooring-buoy`);
			await page.getByRole("button", { name: "Release …" }).click();
			await page.getByRole("button", { name: "Release to all" }).click();
			await note(page, "Released to 1 student.").waitFor();
			expect((await own.student.showHandIn({ params: { id } })).points).toMatchObject({ earned: 16 });
		}));

	test("answers its questions by charts, each with its table", () =>
		visit("teacher", async (page) => {
			await to(page, `/assignments/${ids.buoy}/mooring-buoy`);
			await page.getByRole("button", { name: "Charts" }).click();
			for (const question of [
				"Which criterion is hardest?",
				"How many points did students get?",
				"How many tries did each criterion take?",
			]) {
				const figure = page.getByRole("figure", { name: question });
				await figure.locator("svg").first().waitFor();
				await figure.getByText("As a table").click();
				expect(await figure.getByRole("row").count()).toBeGreaterThan(5);
			}
			const table = page.getByRole("figure", { name: "How many tries did each criterion take?" }).getByRole("table");
			expect(await table.getByRole("row", { name: /Diameter of the buoy: 80/ }).textContent()).toMatch(
				/Diameter of the buoy: 80\s*1[0-9]\s*[0-9]/,
			);
		}));

	test("finds alike pairs, which are dismissed with a reason, and taken back", () =>
		visit("teacher", async (page) => {
			await to(page, `/assignments/${ids.planks}/pier-planks/alike`);
			await page.getByRole("button", { name: "Find similar pairs" }).click();
			await page.getByText("Jonah Skerry and Stella Noss").waitFor();
			await page.getByRole("button", { name: "Side by side" }).first().click();
			await page
				.getByRole("application", { name: /Source/ })
				.nth(1)
				.waitFor();
			await page.getByRole("button", { name: "Close" }).last().click();
			await page.getByRole("button", { name: "Dismiss …" }).first().click();
			await page.getByLabel(/Reason/).fill("They worked together.");
			await page.getByRole("button", { name: "Dismiss", exact: true }).click();
			await page.getByText("Dismissed: They worked together.").waitFor();
			await page.getByRole("button", { name: "Undo" }).click();
			await page.getByText("Dismissed: They worked together.").waitFor({ state: "detached" });
		}));

	test("shows chosen drawings with their own titles, names only when asked", () =>
		visit("teacher", async (page) => {
			await to(page, `/assignments/${ids.buoy}/mooring-buoy/show`);
			await page.getByLabel("Tomo Reed").check();
			await page.getByRole("button", { name: "Present 1" }).click();
			const shown = page.getByRole("dialog");
			expect(await shown.textContent()).toContain("my buoy, everything from its middle");
			expect(await shown.textContent()).not.toContain("Tomo Reed");
			await page.keyboard.press("Escape");
			await page.getByLabel("Show names").check();
			await page.getByRole("button", { name: "Present 1" }).click();
			expect(await shown.textContent()).toContain("Tomo Reed");
		}));

	test("takes uploaded files after a preview, the unmatched first and decided by hand", () =>
		visit("teacher", async (page) => {
			const own = await ownClass("Upload class");
			await to(page, `/assignments/${own.assignment}/mooring-buoy/upload`);
			const folder = mkdtempSync(join(tmpdir(), "markpen-files-"));
			const [known, unknown] = [join(folder, "nell brae.txt"), join(folder, "whose is it.txt")];
			writeFileSync(known, BUOY);
			writeFileSync(unknown, "walk 5");
			await page.getByLabel("Zip file or files").setInputFiles([known, unknown]);
			await page.getByText("1 of 2 will be handed in").waitFor();
			expect(await page.getByRole("rowheader").first().textContent()).toBe("whose is it.txt");
			await page.getByLabel("Student of nell brae.txt").selectOption("");
			await page.getByLabel("Student of whose is it.txt").selectOption({ label: "Nell Brae" });
			await page.getByRole("button", { name: "Hand in 1" }).click();
			await page.getByText("1 handed in, 1 skipped: nell brae.txt").waitFor();
			const page2 = await teacher.showAssignment({ params: { id: own.assignment } });
			expect(page2.handIns.map((h) => [h.student.name, h.madeBy])).toEqual([["Nell Brae", "teacher"]]);
		}));

	test("shows two versions side by side where somebody else changed its rules, and keeps the one that is chosen", () =>
		visit("teacher", async (page) => {
			const own = await ownClass("Rules class");
			await to(page, `/assignments/${own.assignment}/mooring-buoy/rules`);
			await page.getByLabel("Title").waitFor();
			await teacher.changeAssignment({
				params: { id: own.assignment },
				body: { title: "From elsewhere", weight: 3 },
				revision: "any",
			});
			await page.getByLabel("Title").fill("Mine");
			await page.getByRole("button", { name: "Save", exact: true }).click();
			const dialog = page.getByRole("dialog", { name: /Someone else changed/ });
			expect(await dialog.getByRole("row", { name: /Title/ }).textContent()).toContain("MineFrom elsewhere");
			await dialog.getByRole("button", { name: "Save my version" }).click();
			await note(page, "Saved.").waitFor();
			expect(await teacher.showAssignment({ params: { id: own.assignment } })).toMatchObject({
				title: "Mine",
				weight: 1,
			});
		}));

	test("gives one student later dates", () =>
		visit("teacher", async (page) => {
			const own = await ownClass("Dates class");
			await to(page, `/assignments/${own.assignment}/mooring-buoy/rules`);
			await page.getByRole("combobox", { name: "Student" }).selectOption({ label: "Nell Brae" });
			await page.getByLabel("Excused").check();
			await page.getByRole("button", { name: "Save for this student" }).click();
			await page.getByText("Nell Brae: excused").waitFor();
			expect((await teacher.showAssignment({ params: { id: own.assignment } })).excused).toEqual([own.studentId]);
		}));

	test("is checked again on a new version after a rehearsal", () =>
		visit("teacher", async (page) => {
			const own = await ownClass("Rehearsal class");
			const source = BUOY.replace("diameter 80", "diameter 70");
			const { id } = await own.student.handIn({
				params: { id: own.assignment, exercise: "mooring-buoy" },
				body: { source },
			});
			await reportOf(teacher, id);
			const exercise = (await teacher.listExercises({ query: { words: "mooring-buoy" } })).exercises.find(
				(e) => e.key === "mooring-buoy",
			);
			const before = await teacher.showExercise({ params: { id: exercise?.id ?? "" } });
			await teacher.publishExercise({
				body: { source: before.source.replace("position: 4, size: 4", "position: 4, size: 12") },
			});
			await to(page, `/assignments/${own.assignment}/mooring-buoy/rules`);
			await page.getByRole("button", { name: "Compare versions" }).click();
			await page.getByText("1 would change").waitFor();
			expect(await page.getByTestId("rehearsal").textContent()).toMatch(/Nell Brae/);
			const points = (await teacher.showHandIn({ params: { id } })).points?.earned ?? 0;
			await page.getByRole("button", { name: "Apply new points" }).click();
			await page.getByText("Applied.", { exact: true }).waitFor();
			expect((await teacher.showHandIn({ params: { id } })).points?.earned).toBeGreaterThan(points);
		}));
});

describe("a student", () => {
	test("is followed over the year, in drawings, a chart and what is met how often", () =>
		visit("teacher", async (page) => {
			await to(page, `/classes/${ids.tern}`);
			await page.getByRole("rowheader", { name: "Ivy Marsh" }).getByRole("link").click();
			await page.getByRole("figure", { name: "Points over the year" }).locator("svg").waitFor();
			expect(await page.getByRole("img", { name: /^Drawing: / }).count()).toBe(5);
			expect(await page.getByText("12 of 14").isVisible()).toBe(true);
		}));

	test("is deleted for good only once the name was typed", () =>
		visit("teacher", async (page) => {
			const own = await ownClass("Deletion class");
			await to(page, `/students/${own.studentId}`);
			await page.getByRole("button", { name: "Delete …" }).click();
			const button = page.getByRole("button", { name: "Delete", exact: true });
			expect(await button.isDisabled()).toBe(true);
			await page.getByLabel("Type the name to confirm").fill("Nell Brae");
			await button.click();
			await page.getByRole("heading", { level: 1, name: "Classes" }).waitFor();
			expect(await site.rows("SELECT 1 FROM accounts WHERE id = $1", [own.studentId])).toEqual([]);
		}));
});

import type { Browser, Page } from "playwright-core";
import { afterAll, afterEach, beforeAll, describe, expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { reportOf, Site } from "../site.ts";
import { axe, launch, onScreen, Watched } from "./browser.ts";
import { editor, handIn, inDays, kept, OwnDesk, run } from "./own-desk.ts";

let site: Site;
let browser: Browser;
let teacher: Client;
let own: OwnDesk;

const exercise = (id: string, more = "", criteria = "") => `format: markpen/exercise@1
id: ${id}
title: Boathouse lamps
brief: |
  Two lamps hang at the boathouse: a **yellow** one, **36 across**, at **140, 90**, and a **red** one beside it, with its
  centre at **240, 90**. Mind the **radius**.
language: nib
sheet: { width: 400, height: 300, origin: top left }
tolerance: { position: 4, size: 4, angle: 2, colour: family }
model: |
  fill gold
  circle centre 140, 90 diameter 36
  fill red
  circle centre 240, 90 diameter 36
${more}figures:
  yellow: { kind: circle, fill: yellow }
  red: { kind: circle, fill: red }
criteria:
  - { id: place, check: position, of: yellow, at: [140, 90], points: 2 }
  - { id: across, check: measure, of: yellow, what: diameter, is: 36, points: 1 }
  - { id: red, check: position, of: red, at: [240, 90], points: 1 }
${criteria}`;
const BOTH = "fill gold\ncircle centre 100, 90 diameter 36\nfill red\ncircle centre 240, 90 diameter 30\n";

beforeAll(async () => {
	[site, browser] = await Promise.all([Site.start(), launch()]);
	teacher = await site.teacher();
	const file = (source: string) => teacher.publishExercise({ body: { source } });
	await file(exercise("lamps"));
	await file(exercise("lamps-picture", 'example: { show: picture, program: "fill blue\\ncircle centre 60, 60 diameter 50\\n" }\n'));
	await file(exercise("lamps-source", 'example: { show: source, program: "fill blue\\ncircle centre 60, 60 diameter 50\\n" }\n'));
	await file(exercise("lamps-judged", "", "  - { id: own, check: by teacher, says: It is your own, scale: { 0: no, 1: partly so, 2: all through }, points: 2 }\n"));
});
afterEach(() => own?.context.close());
afterAll(async () => {
	await browser.close();
	await site.stop();
});

const begin = async (id = "lamps", rules?: Parameters<typeof OwnDesk.make>[4]) => {
	own = await OwnDesk.make(site, browser, teacher, id, rules);
};
const figures = (page: Page) => page.getByRole("list", { name: "What you drew" }).getByRole("button");

describe("signing in by card", () => {
	const signIn = async (page: Page, code: string, name: string, passphrase: string) => {
		await page.getByLabel(/Class code/).fill(code);
		await page.getByLabel("Sign-in name").fill(name);
		await page.getByLabel("Passphrase").fill(passphrase);
		await page.getByRole("button", { name: "Sign in" }).click();
	};

	test("minds neither case nor spaces nor hyphens, and what is typed can be looked at", async () => {
		await begin();
		await own.context.clearCookies();
		const { page, wrong } = await own.open("/");
		const { classCode, signInName, passphrase } = own.card;
		await page.getByLabel("Passphrase").fill("x");
		expect(await page.getByLabel("Passphrase").getAttribute("type")).toBe("password");
		await page.getByLabel("Show what is typed").check();
		expect(await page.getByLabel("Passphrase").getAttribute("type")).toBe("text");
		await signIn(page, ` ${classCode.toUpperCase().replace("-", " ")} `, ` ${signInName.toUpperCase()}  `, ` ${passphrase.toUpperCase().replaceAll("-", "  ")}`);
		await page.getByRole("heading", { level: 1, name: "My work" }).waitFor();
		expect(wrong).toEqual([]);
	});

	test("that fails says what to look at and who helps, and keeps what was typed", async () => {
		await begin();
		await own.context.clearCookies();
		const { page } = await own.open("/");
		await signIn(page, own.card.classCode, own.card.signInName, "not-the-right-one");
		const alert = page.getByRole("alert");
		await alert.waitFor();
		expect(await alert.textContent()).toMatch(/class code, name and passphrase belong together\. Your teacher can give you a new card\./);
		expect(await page.getByLabel("Sign-in name").inputValue()).toBe(own.card.signInName);
		expect(await axe(page)).toEqual([]);
	});
});

test("the whole way: card, brief, program, check, hand-in, and the teacher's words and the model beside it once they are released", async () => {
	await begin("lamps-judged", { showFeedback: "release", showPoints: "release", showModel: "release", showModelAs: "source" });
	await own.context.clearCookies();
	const { page, wrong } = await own.open("/");
	await page.getByLabel(/Class code/).fill(own.card.classCode);
	await page.getByLabel("Sign-in name").fill(own.card.signInName);
	await page.getByLabel("Passphrase").fill(own.card.passphrase);
	await page.getByRole("button", { name: "Sign in" }).click();
	await page.getByText("due tomorrow").or(page.getByText("due in 24 hours")).first().waitFor();
	await page.getByRole("link", { name: "Boathouse lamps" }).click();
	await page.getByText("Two lamps hang at the boathouse").waitFor();
	await editor(page).fill(BOTH);
	await run(page);
	await page.getByRole("button", { name: "Check it" }).click();
	await page.locator("[data-criterion=place][data-verdict=missed]").waitFor();
	await handIn(page);
	await page.getByTestId("result").getByText("It has arrived, as try 1. Your teacher will show you how it went.").waitFor();
	// Nothing is shown before it is released, neither here nor on the page of the hand-in.
	await page.getByRole("link", { name: /Feedback on try 1/ }).click();
	await page.getByText("Your teacher will show you how it went.").waitFor();
	expect(await page.getByText("Try next").count()).toBe(0);

	const [row] = (await teacher.showAssignment({ params: { id: own.assignment } })).handIns;
	const id = row?.id ?? "";
	await reportOf(teacher, id);
	await teacher.judge({ params: { id, criterion: "own" }, body: { points: 1 } });
	await teacher.commentOn({ params: { id }, body: { place: { on: "whole" }, words: "Your red lamp is right." } });
	await teacher.commentOn({ params: { id }, body: { place: { on: "lines", from: 2, to: 2 }, words: "Read 140 here." } });
	await teacher.commentOn({ params: { id }, body: { place: { on: "criterion", criterion: "place" }, words: "Count from the left rim." } });
	const { report } = await teacher.showHandIn({ params: { id } });
	await teacher.commentOn({ params: { id }, body: { place: { on: "figure", figure: report?.figures[0]?.index ?? 0 }, words: "This one hangs too far left." } });
	await teacher.release({ params: { id: own.assignment }, body: {} });
	await page.reload();

	const group = (name: string) => page.getByRole("region", { name, exact: true });
	await group("Try next").waitFor();
	expect(await group("Met").getByRole("button").count()).toBe(2);
	expect(await group("Partly").textContent()).toContain("It is your own");
	expect(await group("Try next").textContent()).toMatch(/140, 90.*Count from the left rim\./s);
	// The teacher's words stand beside what they speak of.
	await page.getByText("Your red lamp is right.").waitFor();
	expect(await page.getByRole("application", { name: /^Source/ }).textContent()).toMatch(/circle centre 100, 90 diameter 36\s*Read 140 here\./);
	expect(await page.getByRole("list", { name: "What you drew" }).getByRole("listitem").first().textContent()).toMatch(/^1\. circle.*This one hangs too far left\./s);
	// Pointing at a criterion lights the figure and the line.
	await group("Try next").locator("[data-criterion=place]").hover();
	await page.locator("[data-line='2'].lit").waitFor();
	expect(await page.locator("[data-lit]").count()).toBe(1);
	// The model stands beside one's own, and over it.
	await page.getByRole("img", { name: "What the model draws" }).waitFor();
	expect(await page.getByRole("application", { name: /^The model's source/ }).textContent()).toContain("circle centre 140, 90 diameter 36");
	await page.getByRole("radio", { name: "Difference" }).click();
	expect(await axe(page)).toEqual([]);
	await page.setViewportSize({ width: 360, height: 740 });
	expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
	await page.getByRole("link", { name: "Go on at the desk" }).click();
	await editor(page).waitFor();
	expect(wrong).toEqual([]);
}, 60_000);

describe("the desk", () => {
	test("puts a place that is clicked, or chosen by keys, into the program where the cursor is", async () => {
		await begin();
		const { page } = await own.open();
		await editor(page).fill("circle centre ");
		await editor(page).click();
		await page.keyboard.press("Control+End");
		await page.getByRole("button", { name: "Pick place" }).click();
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
		await begin();
		const { page } = await own.open();
		await editor(page).fill(BOTH);
		await run(page);
		await page.getByRole("button", { name: "Check it" }).click();
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

	test("explains words of drawing where they stand", async () => {
		await begin();
		const { page } = await own.open();
		const word = page.getByRole("region", { name: "Exercise" }).getByRole("button", { name: "radius" });
		await word.focus();
		await page.keyboard.press("Enter");
		await page.getByText("From the middle of a circle to its rim: half of the diameter.").waitFor();
		expect(await axe(page)).toEqual([]);
		await page.keyboard.press("Escape");
		await page.getByText("From the middle of a circle to its rim").waitFor({ state: "hidden" });
	});

	test("shows an example as a picture, without its source, where the exercise gives no more", async () => {
		const traffic: string[] = [];
		await begin("lamps-picture");
		const page = await own.context.newPage();
		page.on("response", async (response) => {
			if (response.url().includes("/api/")) traffic.push(await response.text().catch(() => ""));
		});
		await page.goto(`${site.address}/desk/${own.assignment}/lamps-picture`);
		const picture = page.getByRole("img", { name: "What the example draws" });
		await picture.waitFor();
		await expect.poll(() => picture.evaluate((image) => (image as HTMLImageElement).naturalWidth)).toBe(800);
		expect(traffic.length).toBeGreaterThan(1);
		expect(traffic.join("")).not.toContain("60, 60");
	});

	test("shows an example's source where the exercise gives it, and draws it", async () => {
		await begin("lamps-source");
		const { page } = await own.open();
		await page.getByText("An example", { exact: true }).click();
		await page.getByText("circle centre 60, 60 diameter 50").waitFor();
		await page.getByRole("button", { name: "Draw it here" }).click();
		await page.getByText("This is an example's drawing.").waitFor();
		await figures(page).getByText("circle, 50 across").waitFor();
	});

	test("plays an animation frame by frame, and pauses", async () => {
		await begin();
		const { page } = await own.open("/free/Boat");
		await editor(page).fill("let x = 20\neach frame\n  wipe\n  circle centre x, 90 diameter 20\n  x = x + 10\nend\n");
		await page.getByRole("button", { name: /^Run/ }).click();
		await page.locator("[data-figures='1']").waitFor();
		await page.getByRole("button", { name: "Replay" }).click();
		const frame = async () => Number(/Frame (\d+) of 240/.exec((await page.getByRole("group", { name: "Replay" }).textContent()) ?? "")?.[1]);
		await expect.poll(frame).toBe(1);
		await page.getByRole("button", { name: "Play", exact: true }).click();
		await expect.poll(frame).toBeGreaterThan(3);
		await page.getByRole("button", { name: "Pause" }).click();
		const at = await frame();
		await page.waitForTimeout(400);
		expect(await frame()).toBe(at);
	});

	test("runs with other random numbers and with the same ones again", async () => {
		await begin();
		const { page } = await own.open();
		await editor(page).fill("let r = random(10, 90)\nprint r\ncircle centre 200, 150 radius r\n");
		await run(page);
		const said = () => figures(page).first().textContent();
		const first = await said();
		const choose = async (name: string) => {
			await page.getByRole("button", { name: /^Random numbers/ }).click();
			await page.getByRole("menuitem", { name }).click();
		};
		await choose("Run with other ones");
		await expect.poll(said).not.toBe(first);
		const second = await said();
		await choose("Run with the same ones again");
		await page.waitForTimeout(300);
		expect(await said()).toBe(second);
		await choose("Run with those of the first run");
		await expect.poll(said).toBe(first);
	});

	test("shows what was changed since an earlier try, and takes it up again", async () => {
		await begin();
		const { page } = await own.open();
		await editor(page).fill(BOTH);
		await handIn(page);
		await page.getByTestId("result").getByText("Handed in").waitFor();
		await editor(page).fill(BOTH.replace("100, 90", "140, 90"));
		await page.getByRole("button", { name: "Try 1", exact: true }).click();
		const dialog = page.getByRole("dialog", { name: "Try 1, and what you have changed since" });
		expect(await dialog.getByTestId("changes").textContent()).toBe("1 line new, 1 line gone");
		expect(await axe(page)).toEqual([]);
		await dialog.getByRole("button", { name: "Take it up again" }).click();
		await kept(page);
		expect(await own.draft()).toBe(BOTH.trim());
		await page.getByRole("button", { name: "Undo" }).click();
		await kept(page);
		expect(await own.draft()).toBe(BOTH.replace("100, 90", "140, 90").trim());
	});

	test("doesn't offer statements that the exercise leaves out", async () => {
		await teacher.publishExercise({ body: { source: exercise("lamps-without", "statements: { without: [polygon] }\n") } });
		await begin("lamps-without");
		const { page } = await own.open();
		await editor(page).fill("");
		await editor(page).click();
		await page.keyboard.type("pol");
		await page.locator(".cm-tooltip-autocomplete").getByText("polyline").first().waitFor();
		expect(await page.locator(".cm-tooltip-autocomplete").getByText("polygon").count()).toBe(0);
	});
});

describe("until when and how often", () => {
	const due = (page: Page) => page.getByTestId("due").textContent();
	const button = (page: Page) => page.getByRole("button", { name: "Hand in", exact: true });

	test("late is said before it is handed in, and that it loses points", async () => {
		await begin("lamps", { opensAt: inDays(-3), dueAt: inDays(-1), late: "reduced", lateShare: 0.2 });
		const { page } = await own.open();
		expect((await due(page))?.replace(/\s+/g, " ").trim()).toMatch(/^Past due: a late try loses part of its points\. It closes (tomorrow|in 2 days)\.$/);
		await button(page).click();
		await page.getByRole("dialog").getByText("It is past due, so part of the points are lost.").waitFor();
	});

	test("where late is refused, nothing is offered", async () => {
		await begin("lamps", { opensAt: inDays(-3), dueAt: inDays(-1), late: "refused" });
		const { page } = await own.open();
		expect(await due(page)).toContain("Past due: nothing more can be handed in.");
		expect(await button(page).isDisabled()).toBe(true);
	});

	test("closed is said, and the program is there still", async () => {
		await begin();
		await own.student.saveDraft({ params: own.place, body: { source: BOTH }, revision: 0 });
		await site.rows(
			`UPDATE assignments SET opens_at = now() - interval '3 days', due_at = now() - interval '2 days', closes_at = now() - interval '1 day' WHERE id = '${own.assignment}'`,
		);
		const { page } = await own.open();
		expect(await due(page)).toContain("Closed yesterday: nothing more can be handed in.");
		expect(await button(page).isDisabled()).toBe(true);
		await page.locator(".cm-content").getByText("circle centre 100, 90").waitFor();
	});

	test("tries are counted down, and the last one is the last", async () => {
		await begin("lamps", { tries: 2 });
		const { page } = await own.open();
		for (const left of [1, 0]) {
			await handIn(page);
			await page.getByTestId("result").getByText("Handed in").waitFor();
			await expect.poll(() => due(page)).toContain(left === 0 ? "You have no try left." : "1 try left.");
		}
		expect(await button(page).isDisabled()).toBe(true);
		expect(await page.getByRole("button", { name: /^Try \d$/ }).count()).toBe(2);
	});
});

test("somebody who hears the page goes from figure to figure and from a criterion to its figures and lines, by keys and names alone", async () => {
	await begin();
	const { page } = await own.open();
	await editor(page).focus();
	await page.keyboard.press("Control+a");
	await page.keyboard.insertText(BOTH);
	await page.keyboard.press("Control+Enter");
	const list = page.getByRole("list", { name: "What you drew" });
	await list.getByRole("button", { name: /^2\. / }).waitFor();
	const focused = () => page.evaluate(() => (document.activeElement as HTMLElement | null)?.getAttribute("aria-label") ?? document.activeElement?.textContent ?? "");

	// Figure by figure: kind, size, colour in words, place and line.
	await list.getByRole("button", { name: /^1\. / }).focus();
	expect(await focused()).toMatch(/^1\. circle, 36 across, .*yellow.* centre 100, 90, line 2$/);
	await page.keyboard.press("ArrowDown");
	expect(await focused()).toMatch(/^2\. circle, 30 across, .*red.* centre 240, 90, line 4$/);

	// What was found, of each criterion, by its verdict's word.
	await page.getByRole("button", { name: "Check it" }).focus();
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
		await begin();
		const { page } = await own.open();
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
		await dialog.getByLabel("Size of text").selectOption({ label: "half as large again" });
		await dialog.getByLabel("Letters, words and lines farther apart").check();
		await dialog.getByLabel("Stronger contrast").check();
		await dialog.getByLabel("Nothing moves by itself").check();
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
		await begin();
		const { page } = await own.open();
		await page.setViewportSize({ width: 360, height: 740 });
		await page.evaluate(() => localStorage.setItem("markpen reading", JSON.stringify({ size: 2, wide: true })));
		for (const path of [`/desk/${own.assignment}/lamps`, "/", "/free"]) {
			await page.goto(`${site.address}${path}`);
			await page.getByRole("heading", { level: 1 }).waitFor();
			await page.waitForTimeout(400);
			expect([path, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([path, 360]);
		}
	});

	test("what the system says of contrast and motion counts", async () => {
		await begin();
		const calm = await browser.newContext({ reducedMotion: "reduce", contrast: "more" });
		await calm.addCookies(own.cookies);
		const { page } = await own.open("/", calm);
		expect(await page.evaluate(() => ({ ...document.documentElement.dataset }))).toMatchObject({ contrast: "more", motion: "none" });
		await calm.close();
	});
});

describe("my work", () => {
	test("says what is open, due, with feedback and what to do next, and shows the way so far with what was met for the first time", async () => {
		await begin();
		await own.student.handIn({ params: own.place, body: { source: BOTH } }).then(({ id }) => reportOf(own.student, id));
		const other = await teacher.setAssignment({ params: { id: own.classId }, body: { exercise: "mooring-buoy", opensAt: inDays(-1), dueAt: inDays(1), closesAt: inDays(2) } });
		const { page, wrong } = await own.open("/");
		await page.getByRole("heading", { name: "To do" }).waitFor();
		await page.getByRole("link", { name: "Mooring buoy" }).waitFor();
		const strip = page.getByRole("region", { name: "Your best drawings, oldest first" });
		await strip.getByText(/^first time: /).waitFor();
		expect(await axe(page)).toEqual([]);
		await page.getByRole("link", { name: "Mooring buoy" }).click();
		await page.waitForURL(`**/desk/${other.id}/mooring-buoy`);
		expect(wrong).toEqual([]);
	});
});

describe("free drawing", () => {
	test("changed in two places keeps both: the one not taken becomes a drawing of its own", async () => {
		await begin();
		const { page } = await own.open("/free/Harbour%20wall");
		await editor(page).fill("-- here\n");
		await kept(page);
		await own.student.saveFreeDrawing({ params: { name: "Harbour wall" }, body: { source: "-- there\n" }, revision: "any" });
		await editor(page).fill("-- here, and on\n");
		const dialog = page.getByRole("dialog", { name: "This drawing was changed in two places" });
		await dialog.getByRole("button", { name: "Go on with this one" }).click();
		await kept(page);
		const { drawings } = await own.student.listFreeDrawings({});
		expect(drawings.map((d) => [d.name.replace(/, .*/, ", …"), d.source.trim()]).sort()).toEqual([
			["Harbour wall, …", "-- there"],
			["Harbour wall", "-- here, and on"],
		]);
	});

	test("written without a network arrives once there is one", async () => {
		await begin();
		const { page } = await own.open("/free/Gull");
		await kept(page).catch(() => undefined);
		await own.context.setOffline(true);
		await editor(page).fill("walk 20\n");
		await page.getByText("kept in this browser until the network is back").waitFor();
		await own.context.setOffline(false);
		await kept(page);
		expect((await own.student.listFreeDrawings({})).drawings.find((d) => d.name === "Gull")?.source.trim()).toBe("walk 20");
	});
});

test("what a page needs before brief, checklist and last drawing show is under 200 kB, and the first run waits for nothing but the core", async () => {
	await begin();
	await own.student.handIn({ params: own.place, body: { source: BOTH } });
	const watched = await Watched.open(own.context, site.address, "/icon.svg");
	const { page } = watched;
	// The editor, the core and the charts come after: they are held back here.
	await page.route(/nib-editor|editor-look|drawing-worker|charts/, () => undefined);
	await page.goto(`${site.address}/desk/${own.assignment}/lamps`);
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

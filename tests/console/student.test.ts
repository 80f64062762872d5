import type { Page } from "playwright-core";
import { describe, expect, test } from "vitest";
import { reportOf } from "../site.ts";
import { BOATHOUSE, BOTH } from "./boathouse.ts";
import { axe } from "./browser.ts";
import { desks, editor, handIn, inDays, kept, run } from "./own-desk.ts";

const here = desks(BOATHOUSE);

describe("signing in by card", () => {
	const signIn = async (page: Page, code: string, name: string, passphrase: string) => {
		await page.getByLabel(/Class code/).fill(code);
		await page.getByLabel("Sign-in name").fill(name);
		await page.getByLabel("Passphrase", { exact: true }).fill(passphrase);
		await page.getByRole("button", { name: "Sign in" }).click();
	};

	test("minds neither case nor spaces nor hyphens, and what is typed can be looked at", async () => {
		await here.begin("lamps");
		await here.own.context.clearCookies();
		const { page, wrong } = await here.own.open("/");
		const { classCode, signInName, passphrase } = here.own.card;
		await page.getByLabel("Passphrase", { exact: true }).fill("x");
		expect(await page.getByLabel("Passphrase", { exact: true }).getAttribute("type")).toBe("password");
		await page.getByLabel("Show passphrase").check();
		expect(await page.getByLabel("Passphrase", { exact: true }).getAttribute("type")).toBe("text");
		await signIn(
			page,
			` ${classCode.toUpperCase().replace("-", " ")} `,
			` ${signInName.toUpperCase()}  `,
			` ${passphrase.toUpperCase().replaceAll("-", "  ")}`,
		);
		await page.getByRole("heading", { level: 1, name: "My work" }).waitFor();
		expect(wrong).toEqual([]);
	});

	test("that fails says what to look at and who helps, and keeps what was typed", async () => {
		await here.begin("lamps");
		await here.own.context.clearCookies();
		const { page } = await here.own.open("/");
		await signIn(page, here.own.card.classCode, here.own.card.signInName, "not-the-right-one");
		const alert = page.getByRole("alert");
		await alert.waitFor();
		expect(await alert.textContent()).toMatch(
			/class code, name and passphrase on your card\. Your teacher can give you a new card\./,
		);
		expect(await page.getByLabel("Sign-in name").inputValue()).toBe(here.own.card.signInName);
		expect(await axe(page)).toEqual([]);
	});
});

test("the whole way: card, brief, program, check, hand-in, and the teacher's words and the model beside it once they are released", async () => {
	await here.begin("lamps-judged", {
		showFeedback: "release",
		showPoints: "release",
		showModel: "release",
		showModelAs: "source",
	});
	await here.own.context.clearCookies();
	const { page, wrong } = await here.own.open("/");
	await page.getByLabel(/Class code/).fill(here.own.card.classCode);
	await page.getByLabel("Sign-in name").fill(here.own.card.signInName);
	await page.getByLabel("Passphrase", { exact: true }).fill(here.own.card.passphrase);
	await page.getByRole("button", { name: "Sign in" }).click();
	await page.getByText("due tomorrow").or(page.getByText("due in 24 hours")).first().waitFor();
	await page.getByRole("link", { name: "Boathouse lamps" }).click();
	await page.getByText("Two lamps hang at the boathouse").waitFor();
	await editor(page).fill(BOTH);
	await run(page);
	await page.getByRole("button", { name: "Check my drawing" }).click();
	// How it did is shown once it is released, and not by a check before.
	await page.getByText("Checked. Your teacher will show you the results later.").waitFor();
	expect(await page.locator("[data-criterion][data-verdict]").count()).toBe(0);
	await handIn(page);
	await page
		.getByTestId("result")
		.getByText("Handed in as try 1. Your teacher will show you the results later.")
		.waitFor();
	// Nothing is shown before it is released, neither here nor on the page of the hand-in.
	await page.getByRole("link", { name: /Feedback on try 1/ }).click();
	await page.getByRole("main").getByText("Your teacher will show you the results later.").first().waitFor();
	expect(await page.getByText("Try next").count()).toBe(0);

	const [row] = (await here.teacher.showAssignment({ params: { id: here.own.assignment } })).handIns;
	const id = row?.id ?? "";
	await reportOf(here.teacher, id);
	await here.teacher.judge({ params: { id, criterion: "own" }, body: { points: 1 } });
	await here.teacher.commentOn({ params: { id }, body: { place: { on: "whole" }, words: "Your red lamp is right." } });
	await here.teacher.commentOn({
		params: { id },
		body: { place: { on: "lines", from: 2, to: 2 }, words: "Read 140 here." },
	});
	await here.teacher.commentOn({
		params: { id },
		body: { place: { on: "criterion", criterion: "place" }, words: "Count from the left rim." },
	});
	const { report } = await here.teacher.showHandIn({ params: { id } });
	await here.teacher.commentOn({
		params: { id },
		body: { place: { on: "figure", figure: report?.figures[0]?.index ?? 0 }, words: "This one hangs too far left." },
	});
	await here.teacher.release({ params: { id: here.own.assignment }, body: {} });
	await page.reload();

	const group = (name: string) => page.getByRole("region", { name, exact: true });
	await group("Try next").waitFor();
	expect(await group("Met").getByRole("button").count()).toBe(2);
	expect(await group("Partly").textContent()).toContain("It is your own");
	expect(await group("Try next").textContent()).toMatch(/140, 90.*Count from the left rim\./s);
	// The teacher's words are next to their subject.
	await page.getByText("Your red lamp is right.").waitFor();
	expect(await page.getByRole("application", { name: /^Source/ }).textContent()).toMatch(
		/circle centre 100, 90 diameter 36\s*Read 140 here\./,
	);
	expect(await page.getByRole("list", { name: "Your drawing" }).getByRole("listitem").first().textContent()).toMatch(
		/^1\. circle.*This one hangs too far left\./s,
	);
	// Pointing at a criterion lights the figure and the line.
	await group("Try next").locator("[data-criterion=place]").hover();
	await page.locator("[data-line='2'].lit").waitFor();
	expect(await page.locator("[data-lit]").count()).toBe(1);
	// The model is shown next to the student's drawing, and over it.
	await page.getByRole("img", { name: "The model's drawing" }).waitFor();
	expect(await page.getByRole("application", { name: /^The model's source/ }).textContent()).toContain(
		"circle centre 140, 90 diameter 36",
	);
	await page.getByRole("radio", { name: "Difference" }).click();
	expect(await axe(page)).toEqual([]);
	await page.setViewportSize({ width: 360, height: 740 });
	expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
	await page.getByRole("link", { name: "Continue at the desk" }).click();
	await editor(page).waitFor();
	expect(wrong).toEqual([]);
});

describe("until when and how often", () => {
	const due = (page: Page) => page.getByTestId("due").textContent();
	const button = (page: Page) => page.getByRole("button", { name: "Hand in", exact: true });

	test("late is said before it is handed in, and that it loses points", async () => {
		await here.begin("lamps", { opensAt: inDays(-3), dueAt: inDays(-1), late: "reduced", lateShare: 0.2 });
		const { page } = await here.own.open();
		expect((await due(page))?.replace(/\s+/g, " ").trim()).toMatch(
			/^Past due: late work loses points\. It closes (tomorrow|in 2 days)\.$/,
		);
		await button(page).click();
		await page.getByRole("dialog").getByText("The due date has passed, so you lose some points.").waitFor();
	});

	test("where late is refused, nothing is offered", async () => {
		await here.begin("lamps", { opensAt: inDays(-3), dueAt: inDays(-1), late: "refused" });
		const { page } = await here.own.open();
		expect(await due(page)).toContain("Past due: you can no longer hand in.");
		expect(await button(page).isDisabled()).toBe(true);
	});

	test("closed is said, and the program is there still", async () => {
		await here.begin("lamps");
		await here.own.student.saveDraft({ params: here.own.place, body: { source: BOTH }, revision: 0 });
		await here.site.rows(
			`UPDATE assignments SET opens_at = now() - interval '3 days', due_at = now() - interval '2 days', closes_at = now() - interval '1 day' WHERE id = '${here.own.assignment}'`,
		);
		const { page } = await here.own.open();
		expect(await due(page)).toContain("Closed yesterday. You can't hand in any more.");
		expect(await button(page).isDisabled()).toBe(true);
		await page.locator(".cm-content").getByText("circle centre 100, 90").waitFor();
	});

	test("tries are counted down, and the last one is the last", async () => {
		await here.begin("lamps", { tries: 2 });
		const { page } = await here.own.open();
		for (const left of [1, 0]) {
			await handIn(page);
			await page.getByTestId("result").getByText("Handed in").waitFor();
			await expect.poll(() => due(page)).toContain(left === 0 ? "You have no tries left." : "1 try left.");
		}
		expect(await button(page).isDisabled()).toBe(true);
		expect(await page.getByRole("button", { name: /^Try \d$/ }).count()).toBe(2);
	});
});

describe("my work", () => {
	test("says what is open, due, with feedback and what to do next, and shows the way so far with what was met for the first time", async () => {
		await here.begin("lamps");
		await here.own.student
			.handIn({ params: here.own.place, body: { source: BOTH } })
			.then(({ id }) => reportOf(here.own.student, id));
		const other = await here.teacher.setAssignment({
			params: { id: here.own.classId },
			body: { exercise: "mooring-buoy", opensAt: inDays(-1), dueAt: inDays(1), closesAt: inDays(2) },
		});
		const { page, wrong } = await here.own.open("/");
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
		await here.begin("lamps");
		const { page } = await here.own.open("/free/Harbour%20wall");
		await editor(page).fill("-- here\n");
		await kept(page);
		await here.own.student.saveFreeDrawing({
			params: { name: "Harbour wall" },
			body: { source: "-- there\n" },
			revision: "any",
		});
		await editor(page).fill("-- here, and on\n");
		const dialog = page.getByRole("dialog", { name: "There are two versions of this drawing" });
		await dialog.getByRole("button", { name: "Use this version" }).click();
		await kept(page);
		const { drawings } = await here.own.student.listFreeDrawings({});
		expect(drawings.map((d) => [d.name.replace(/, .*/, ", …"), d.source.trim()]).sort()).toEqual([
			["Harbour wall, …", "-- there"],
			["Harbour wall", "-- here, and on"],
		]);
	});

	test("written without a network arrives once there is one", async () => {
		await here.begin("lamps");
		const { page } = await here.own.open("/free/Gull");
		await kept(page).catch(() => undefined);
		await here.own.context.setOffline(true);
		await editor(page).fill("walk 20\n");
		await page.getByText("Saved in this browser until you are online again").waitFor();
		await here.own.context.setOffline(false);
		await kept(page);
		expect((await here.own.student.listFreeDrawings({})).drawings.find((d) => d.name === "Gull")?.source.trim()).toBe(
			"walk 20",
		);
	});
});

import type { Browser, BrowserContext, Page } from "playwright-core";
import { afterAll, afterEach, beforeAll } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { Site, signedIn } from "../site.ts";
import { launch, Watched } from "./browser.ts";

type Cookies = Parameters<BrowserContext["addCookies"]>[0];
type Card = NonNullable<Awaited<ReturnType<Client["addStudent"]>>["card"]>;
type Rules = Partial<Parameters<Client["setAssignment"]>[0]["body"]>;

/** An instant some days from now. */
export const inDays = (days: number): string => new Date(Date.now() + days * 86_400_000).toISOString();

let number = 0;

/** The cookie of somebody who signs in with a card. */
export async function cookiesOf(address: string, card: Card): Promise<Cookies> {
	const { classCode, signInName, passphrase } = card;
	const response = await fetch(`${address}/api/v1/session`, {
		method: "POST",
		headers: { "content-type": "application/json" },
		body: JSON.stringify({ classCode, signInName, passphrase }),
	});
	const [name, value] = (response.headers.get("set-cookie")?.split(";")[0] ?? "").split("=");
	return [{ name: name ?? "", value: value ?? "", url: address }];
}

/** A student of a test's own, in a class of its own that was set one exercise, with a browser of its own. */
export class OwnDesk {
	readonly site: Site;
	readonly teacher: Client;
	readonly student: Client;
	readonly classId: string;
	readonly assignment: string;
	readonly exercise: string;
	readonly card: Card;
	readonly cookies: Cookies;
	readonly context: BrowserContext;

	private constructor(
		of: Pick<
			OwnDesk,
			"site" | "teacher" | "student" | "classId" | "assignment" | "exercise" | "card" | "cookies" | "context"
		>,
	) {
		this.site = of.site;
		this.teacher = of.teacher;
		this.student = of.student;
		this.classId = of.classId;
		this.assignment = of.assignment;
		this.exercise = of.exercise;
		this.card = of.card;
		this.cookies = of.cookies;
		this.context = of.context;
	}

	static async make(
		{ site, browser, teacher }: { readonly site: Site; readonly browser: Browser; readonly teacher: Client },
		exercise: string,
		rules: Rules = {},
	): Promise<OwnDesk> {
		const made = await teacher.makeClass({ body: { name: `Desk ${++number}`, schoolYear: "2026" } });
		const { card } = await teacher.addStudent({ params: { id: made.id }, body: { name: "Nell Brae" } });
		const set = await teacher.setAssignment({
			params: { id: made.id },
			body: { exercise, opensAt: inDays(-1), dueAt: inDays(1), closesAt: inDays(2), ...rules },
		});
		const cookies = await cookiesOf(site.address, card as Card);
		const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: "en-GB" });
		await context.addCookies(cookies);
		const student = await signedIn(site.address, {
			classCode: made.code,
			signInName: card?.signInName ?? "",
			passphrase: card?.passphrase ?? "",
		});
		return new OwnDesk({
			site,
			teacher,
			student,
			classId: made.id,
			assignment: set.id,
			exercise,
			card: card as Card,
			cookies,
			context,
		});
	}

	/** What calls name the work by. */
	get place(): { id: string; exercise: string } {
		return { id: this.assignment, exercise: this.exercise };
	}

	/** Hand-ins that the service has. */
	async handIns(): Promise<number> {
		return (await this.teacher.showAssignment({ params: { id: this.assignment } })).handIns.length;
	}

	/** The program that the service keeps. */
	async draft(): Promise<string | undefined> {
		return (await this.student.showWork({ params: this.place })).draft?.source.trim();
	}

	/** Opens the desk in this browser, or in another one. */
	async open(
		path = `/desk/${this.assignment}/${this.exercise}`,
		context = this.context,
	): Promise<{ page: Page; wrong: string[] }> {
		const watched = await Watched.open(context, this.site.address, path);
		watched.page.setDefaultTimeout(45_000);
		if (path.startsWith("/desk/")) await editor(watched.page).waitFor();
		return watched;
	}
}

/**
 * What a file of tests at desks has in common: a site with exercises of its own, a browser, and the desk of the test.
 */
export interface Desks {
	site: Site;
	browser: Browser;
	teacher: Client;
	own: OwnDesk;
	/** Sits down a new student at an exercise. */
	begin(exercise: string, rules?: Rules): Promise<OwnDesk>;
}

/** Sets up a file of tests at desks; what it gives is there once the tests run. */
export function desks(exercises: readonly string[]): Desks {
	const here = {
		async begin(exercise, rules) {
			here.own = await OwnDesk.make(here, exercise, rules);
			return here.own;
		},
	} as Desks;
	beforeAll(async () => {
		[here.site, here.browser] = await Promise.all([Site.start(), launch()]);
		here.teacher = await here.site.teacher();
		for (const source of exercises) await here.teacher.publishExercise({ body: { source } });
	});
	afterEach(() => here.own?.context.close());
	afterAll(async () => {
		await here.browser.close();
		await here.site.stop();
	});
	return here;
}

export const editor = (page: Page) => page.getByRole("textbox", { name: "Program" });

/** Waits until the service has what was written. */
export const kept = (page: Page) =>
	page
		.getByTestId("kept")
		.filter({ hasText: /^Saved$/ })
		.waitFor();

export async function handIn(page: Page): Promise<void> {
	await page.getByRole("button", { name: "Hand in", exact: true }).click();
	await page.getByRole("button", { name: "Hand in now" }).click();
}

export async function run(page: Page): Promise<void> {
	await page.getByRole("button", { name: /^Run/ }).click();
	await page.locator("[data-figures]:not([data-figures='0'])").waitFor();
}

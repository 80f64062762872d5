import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { DEMO_STUDENTS } from "../../demo/dist/index.js";
import { classNamed, Site } from "../site.ts";
import { home, launch, signIn, type Visit, visiting } from "./browser.ts";

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
const to = (page: Page, path: string) => page.goto(`${site.address}${path}`);
const note = (page: Page, text: string | RegExp) => page.getByRole("status").filter({ hasText: text });

describe("an account", () => {
	test("has its tokens and, for an administrator, the site's teachers and the audit list", () =>
		visit("teacher", async (page) => {
			await teacher.makeToken({
				body: { signInName: "okafor-lind", passphrase: "lantern-quay-52", name: "my laptop" },
			});
			await home(page);
			await page.getByRole("button", { name: /Okafor/ }).click();
			await page.getByRole("menuitem", { name: "Account" }).click();
			await page.getByRole("button", { name: "Revoke my laptop" }).click();
			await page.getByText("You have no tokens.").waitFor();
			await page.getByRole("region", { name: "Change log" }).getByText("signed in").first().waitFor();
			await page.getByLabel("Name", { exact: true }).fill("V. Thorne");
			await page.getByLabel("Sign-in name").fill("thorne");
			await page.getByRole("button", { name: "Add teacher" }).click();
			const once =
				(await page
					.getByRole("status")
					.filter({ hasText: "One-time passphrase for V. Thorne" })
					.locator("b")
					.textContent()) ?? "";
			await page.getByRole("button", { name: /Okafor/ }).click();
			await page.getByRole("menuitem", { name: "Sign out" }).click();
			await page.getByLabel("Sign-in name").fill("thorne");
			await page.getByLabel("Passphrase", { exact: true }).fill(once);
			await page.getByRole("button", { name: "Sign in" }).click();
			await page.getByRole("heading", { name: "Choose your own passphrase" }).waitFor();
			await page.getByLabel("Current passphrase").fill(once);
			await page.getByLabel(/^New passphrase \(/).fill("a-long-passphrase-9");
			await page.getByLabel("Repeat the new passphrase").fill("a-long-passphrase-9");
			await page.getByRole("button", { name: "Change passphrase" }).click();
			await page.getByText("Your first marked class").waitFor();
		}));

	test("gives a class of the site to somebody, and closes an account that is the only one to have none", () =>
		visit("teacher", async (page) => {
			const rows = await site.rows<{ class_id: string; account_id: string }>(
				`DELETE FROM class_teachers t USING classes c, accounts a
					WHERE c.id = t.class_id AND c.name = '8 Gannet' AND a.id = t.account_id AND a.name = 'M. Okafor-Lind'
					RETURNING t.class_id, t.account_id`,
			);
			await to(page, "/account");
			const classes = page.getByRole("region", { name: "All classes" });
			await page.getByRole("button", { name: "Close account of R. Castellane" }).click();
			const sure = page.getByRole("dialog", { name: "Close R. Castellane's account?" });
			await sure.getByRole("button", { name: "Close account" }).click();
			await page.getByText("No other teacher has 8 Gannet. Share it with another teacher first.").waitFor();
			await classes.getByLabel("Share 8 Gannet with").selectOption({ label: "J. Amari" });
			await classes.getByRole("button", { name: "Share 8 Gannet" }).click();
			await note(page, "8 Gannet is shared.").waitFor();
			await classes.getByText(/J\. Amari, R\. Castellane/).waitFor();
			await page.getByRole("button", { name: "Close account of R. Castellane" }).click();
			await sure.getByRole("button", { name: "Close account" }).click();
			await page.getByRole("button", { name: "Close account of R. Castellane" }).waitFor({ state: "detached" });
			await site.rows("UPDATE accounts SET closed_at = NULL");
			for (const { class_id, account_id } of rows)
				await site.rows("INSERT INTO class_teachers (class_id, account_id) VALUES ($1, $2)", [class_id, account_id]);
			await site.rows(
				"DELETE FROM class_teachers WHERE until IS NULL AND account_id = (SELECT id FROM accounts WHERE name = 'J. Amari')",
			);
		}));

	test("closes a school year, archives it, and puts a class back", () =>
		visit("teacher", async (page) => {
			await to(page, "/account");
			const classes = page.getByRole("region", { name: "All classes" });
			const [{ year, open } = { year: "", open: 0 }] = await site.rows<{ year: string; open: number }>(
				"SELECT school_year AS year, count(*)::int AS open FROM classes WHERE closed_at IS NULL GROUP BY 1",
			);
			await classes.getByRole("button", { name: `Close the open ones of ${year}` }).click();
			const sure = page.getByRole("dialog");
			await sure.getByText("Students can't hand in there any more.").waitFor();
			await sure.getByRole("button", { name: "Close", exact: true }).click();
			await note(page, `${open} classes closed.`).waitFor();
			await classes.getByText(`0 open, ${open} closed`).waitFor();
			await classes.getByRole("button", { name: `Archive the closed ones of ${year}` }).click();
			await sure.getByText("Export the grade books first").waitFor();
			await sure.getByRole("button", { name: "Archive", exact: true }).click();
			await note(page, `${open} classes archived.`).waitFor();
			const [tern] = await site.rows<{ id: string }>("SELECT id FROM classes WHERE name = '8 Tern'");
			await to(page, `/classes/${tern?.id}`);
			await page.getByText("This class is archived").waitFor();
			expect(await page.getByRole("link", { name: "Download the archive" }).getAttribute("href")).toBe(
				`/api/v1/classes/${tern?.id}/archive`,
			);
			await to(page, "/account");
			for (const name of ["8 Curlew", "8 Gannet", "8 Tern"]) {
				await classes.getByRole("button", { name: `Put back ${name}` }).click();
				await note(page, `${name} is back.`).waitFor();
			}
			await site.rows("UPDATE classes SET closed_at = NULL");
		}));

	test("signs out without a network as soon as there is one, and not before it says so", () =>
		visit("teacher", async (page) => {
			await home(page);
			await page.context().setOffline(true);
			await page.getByRole("button", { name: /Okafor/ }).click();
			await page.getByRole("menuitem", { name: "Sign out" }).click();
			const pending = page.getByRole("alert").filter({ hasText: "not signed out yet" });
			await pending.waitFor();
			await page.context().setOffline(false);
			await pending.waitFor({ state: "detached" });
			await page.reload();
			await page.getByRole("button", { name: "Sign in" }).waitFor();
		}));

	test("chooses light or dark, and keeps it", () =>
		visit("teacher", async (page) => {
			await home(page);
			await page.getByRole("button", { name: /Okafor/ }).click();
			await page.getByRole("menuitem", { name: "Reading …" }).click();
			await page.getByLabel("Colour theme").selectOption("dark");
			expect(await page.evaluate(() => document.documentElement.dataset.theme)).toBe("dark");
			await page.reload();
			await page.getByRole("heading", { level: 1, name: "Today" }).waitFor();
			expect(await page.evaluate(() => document.documentElement.dataset.theme)).toBe("dark");
		}));

	test("whose session ends asks to sign in again, and keeps what was typed", () =>
		visit("teacher", async (page) => {
			const { cells } = await classNamed(teacher, "8 Tern");
			await to(page, `/hand-ins/${cells[0]?.handInId}`);
			await page.getByLabel("Comment", { exact: true }).fill("A long word of praise");
			// What the page fetches ahead is there: else that finds the session ended before anything is pressed.
			await page.waitForLoadState("networkidle");
			await site.rows("DELETE FROM sessions WHERE token_hash IS NOT NULL");
			teacher = await site.teacher();
			await page.getByRole("button", { name: "Send" }).click();
			const dialog = page.getByRole("dialog", { name: "Sign in again" });
			await dialog.waitFor();
			await dialog.getByLabel("Sign-in name").fill("okafor-lind");
			await dialog.getByLabel("Passphrase", { exact: true }).fill("lantern-quay-52");
			await dialog.getByRole("button", { name: "Sign in" }).click();
			await dialog.waitFor({ state: "detached" });
			expect(await page.getByLabel("Comment", { exact: true }).inputValue()).toBe("A long word of praise");
			await page.getByRole("button", { name: "Send" }).click();
			await note(page, "Comment added.").waitFor();
		}));
});

describe("who only covers a class", () => {
	test("looks, and isn't offered what they may not do", () =>
		visit(undefined, async (page) => {
			const gannet = await classNamed(teacher, "8 Gannet");
			const planks = gannet.columns.find((c) => c.exercise === "pier-planks")?.assignmentId;
			const [cover] = await site.rows<{ id: string }>("SELECT id FROM accounts WHERE sign_in_name = 'amari'");
			const until = new Date(Date.now() + 86_400_000).toISOString();
			await teacher.giveClass({ params: { id: gannet.id, teacher: cover?.id ?? "" }, body: { until } });
			await page.getByLabel("Sign-in name").fill("amari");
			await page.getByLabel("Passphrase", { exact: true }).fill("anchor-rope-71");
			await page.getByRole("button", { name: "Sign in" }).click();
			await page.getByRole("heading", { level: 1, name: "Today" }).waitFor();
			await to(page, `/classes/${gannet.id}`);
			await page.getByText("covered by you").waitFor();
			await to(page, `/assignments/${planks}/pier-planks/rules`);
			await page.getByLabel("Title").waitFor();
			expect(await page.getByRole("button", { name: "Save", exact: true }).isDisabled()).toBe(true);
		}));
});

test("signing in as somebody else from the same window starts afresh", () =>
	visit("teacher", async (page) => {
		await home(page);
		await page.getByRole("button", { name: /Okafor/ }).click();
		await page.getByRole("menuitem", { name: "Sign out" }).click();
		const student = DEMO_STUDENTS.tern.find((s) => s.signInName === "idris");
		expect(student?.signInName).toBe("idris");
		await signIn(page, "student");
		expect(await page.getByText("Stuck").count()).toBe(0);
	}));

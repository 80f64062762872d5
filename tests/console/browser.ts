import { type Browser, type BrowserContext, chromium, type Page } from "playwright-core";
import { DEMO_SIGN_INS } from "../../demo/dist/index.js";
import { CHROMIUM_SWITCHES, ensureChromium } from "../../setup/chromium.mjs";

export function launch(): Promise<Browser> {
	return chromium.launch({ executablePath: ensureChromium(), args: CHROMIUM_SWITCHES });
}

/** A page whose errors are noted: a broken policy, a script error, a request to anywhere else. */
export class Watched {
	readonly page: Page;
	readonly wrong: string[] = [];

	private constructor(page: Page) {
		this.page = page;
	}

	static async open(context: BrowserContext, address: string): Promise<Watched> {
		await context.addInitScript(() => {
			document.addEventListener("securitypolicyviolation", (event) => console.error(`policy: ${event.violatedDirective} ${event.blockedURI}`));
		});
		const watched = new Watched(await context.newPage());
		const { page, wrong } = watched;
		page.on("pageerror", (error) => wrong.push(`script: ${error.message}`));
		page.on("console", (message) => {
			const text = message.text();
			if (message.type() === "error" && !/status of (401|413|409)/.test(text)) wrong.push(text);
		});
		page.on("request", (request) => {
			if (!request.url().startsWith(address) && !request.url().startsWith("blob:") && !request.url().startsWith("data:")) wrong.push(`request: ${request.url()}`);
		});
		await page.goto(address);
		return watched;
	}
}

export async function signIn(page: Page, who: "teacher" | "student"): Promise<void> {
	const { signInName, passphrase } = DEMO_SIGN_INS[who];
	if (who === "student") await page.getByLabel(/Class code/).fill(DEMO_SIGN_INS.student.classCode);
	await page.getByLabel("Sign-in name").fill(signInName);
	await page.getByLabel("Passphrase").fill(passphrase);
	await page.getByRole("button", { name: "Sign in" }).click();
	await page.getByRole("heading", { level: 1, name: who === "teacher" ? "Classes" : "My work" }).waitFor();
}

/** What axe finds wrong on a page, in a line each. */
export async function axe(page: Page, source: string): Promise<string[]> {
	await page.evaluate(source);
	return page.evaluate(async () => {
		const { violations } = await (
			globalThis as unknown as { axe: { run: (context: Document, options: object) => Promise<{ violations: { id: string; nodes: { target: string[] }[] }[] }> } }
		).axe.run(document, {
			runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"],
		});
		return violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(" ")).join(", ")}`);
	});
}

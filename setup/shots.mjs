// Takes the screenshots of docs/screenshots/ from a running demo: node setup/shots.mjs http://127.0.0.1:4170
import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { chromium } from "playwright-core";
import { DEMO_SIGN_INS } from "../demo/dist/index.js";
import { CHROMIUM_SWITCHES, ensureChromium } from "./chromium.mjs";
import { main, ROOT } from "./run.mjs";

const base = process.argv[2] ?? "http://127.0.0.1:4170";
const folder = process.argv[3] ?? join(ROOT, "docs/screenshots");

async function signIn(page, { classCode, signInName, passphrase }) {
	await page.goto(base);
	if (classCode) await page.getByLabel(/Class code/).fill(classCode);
	await page.getByLabel("Sign-in name").fill(signInName);
	await page.getByLabel("Passphrase").fill(passphrase);
	await page.getByRole("button", { name: "Sign in" }).click();
	await page
		.getByRole("heading", { level: 1 })
		.filter({ hasText: /Classes|My work/ })
		.waitFor();
}

await main(async () => {
	mkdirSync(folder, { recursive: true });
	const browser = await chromium.launch({ executablePath: ensureChromium(), args: CHROMIUM_SWITCHES });
	const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: "light" });
	const shot = (name) => page.screenshot({ path: join(folder, `${name}.png`) });
	await signIn(page, DEMO_SIGN_INS.teacher);
	await page.getByRole("link", { name: "8 Tern" }).click();
	await page.getByRole("link", { name: "Pier planks" }).first().waitFor();
	await shot("class");
	await page.getByRole("link", { name: "Pier planks" }).first().click();
	await page.locator("img").first().waitFor();
	await page.getByRole("button", { name: /first plank at 30, 90/ }).hover();
	await page.waitForTimeout(600);
	await shot("assignment");
	await page.getByRole("link", { name: /Oli Tarn/ }).click();
	await page.locator("[data-criterion=places]").hover();
	await page.waitForTimeout(300);
	await shot("hand-in");
	await page.setViewportSize({ width: 390, height: 844 });
	await page.waitForTimeout(300);
	await page.screenshot({ path: join(folder, "hand-in-narrow.png"), fullPage: true });
	await page.setViewportSize({ width: 1280, height: 800 });
	await page.context().clearCookies();
	await signIn(page, DEMO_SIGN_INS.student);
	await page.getByRole("link", { name: "Sail" }).click();
	await page.getByRole("button", { name: /^Run/ }).click();
	await page.locator("[data-figure]").first().waitFor();
	await page.locator("[data-figure='0']").hover({ force: true });
	await page.waitForTimeout(300);
	await shot("desk");
	await browser.close();
});

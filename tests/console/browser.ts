import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { type Browser, type BrowserContext, chromium, type Page } from "playwright-core";
import { expect } from "vitest";
import { DEMO_SIGN_INS } from "../../demo/dist/index.js";
import { CHROMIUM_SWITCHES, ensureHeadlessChromium } from "../../setup/chromium.mjs";

export function launch(): Promise<Browser> {
	return chromium.launch({ executablePath: ensureHeadlessChromium(), args: CHROMIUM_SWITCHES });
}

/** A page whose errors are noted: a broken policy, a script error, a request to anywhere else. */
export class Watched {
	readonly page: Page;
	readonly wrong: string[] = [];

	private constructor(page: Page) {
		this.page = page;
	}

	/** Opens a path of the service; without one the page stays blank until the test goes somewhere. */
	static async open(context: BrowserContext, address: string, path?: string): Promise<Watched> {
		await context.addInitScript(() => {
			document.addEventListener("securitypolicyviolation", (event) =>
				console.error(`policy: ${event.violatedDirective} ${event.blockedURI}`),
			);
		});
		const watched = new Watched(await context.newPage());
		const { page, wrong } = watched;
		page.on("pageerror", (error) => wrong.push(`script: ${error.message}`));
		page.on("console", (message) => {
			const text = message.text();
			if (
				message.type() === "error" &&
				!/status of (400|401|409|412|413|422)|net::ERR_(FAILED|INTERNET_DISCONNECTED)/.test(text)
			)
				wrong.push(text);
		});
		page.on("request", (request) => {
			if (
				!request.url().startsWith(address) &&
				!request.url().startsWith("blob:") &&
				!request.url().startsWith("data:")
			)
				wrong.push(`request: ${request.url()}`);
		});
		if (path !== undefined) await page.goto(`${address}${path}`);
		return watched;
	}
}

export async function signIn(page: Page, who: "teacher" | "student"): Promise<void> {
	const { signInName, passphrase } = DEMO_SIGN_INS[who];
	if (who === "student") await page.getByLabel(/Class code/).fill(DEMO_SIGN_INS.student.classCode);
	await page.getByLabel("Sign-in name").fill(signInName);
	await page.getByLabel("Passphrase", { exact: true }).fill(passphrase);
	await page.getByRole("button", { name: "Sign in" }).click();
	await page.getByRole("heading", { level: 1, name: who === "teacher" ? "Today" : "My work" }).waitFor();
}

export type Visit = (
	who: "teacher" | "student" | undefined,
	use: (page: Page) => Promise<void>,
	size?: { width: number; height: number },
) => Promise<void>;

/** A session's cookie, without the form. */
async function sessionOf(address: string, who: "teacher" | "student"): Promise<{ name: string; value: string }> {
	const { signInName, passphrase } = DEMO_SIGN_INS[who];
	const classCode = who === "student" ? { classCode: DEMO_SIGN_INS.student.classCode } : {};
	const response = await fetch(`${address}/api/v1/session`, {
		method: "POST",
		headers: { "content-type": "application/json" },
		body: JSON.stringify({ signInName, passphrase, ...classCode }),
	});
	const [name, value] = (response.headers.get("set-cookie")?.split(";")[0] ?? "").split("=");
	return { name: name ?? "", value: value ?? "" };
}

/** Goes to the page one comes to first. */
export async function home(page: Page): Promise<void> {
	await page.goto("/");
	await page.getByRole("heading", { level: 1, name: /^(Today|My work)$/ }).waitFor();
}

/**
 * Opens a page for a test, and looks at the end that nothing went wrong in it. Who is signed in begins on a blank
 * page and goes where the test wants; who isn't sees the sign-in page.
 */
export function visiting(of: { readonly browser: Browser; readonly address: string }): Visit {
	return async (who, use, size = { width: 1280, height: 800 }) => {
		const context = await of.browser.newContext({
			baseURL: of.address,
			viewport: size,
			colorScheme: "light",
			locale: "en-GB",
		});
		if (who) await context.addCookies([{ ...(await sessionOf(of.address, who)), url: of.address }]);
		const { page, wrong } = await Watched.open(context, of.address, who ? undefined : "");
		page.setDefaultTimeout(45_000);
		try {
			await use(page);
		} finally {
			await context.close();
		}
		expect(wrong).toEqual([]);
	};
}

const AXE = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");

type AxeRun = (
	of: Document,
	options: object,
) => Promise<{ violations: { id: string; nodes: { target: string[] }[] }[] }>;

/** What axe finds wrong on a page, in a line each. */
export async function axe(page: Page): Promise<string[]> {
	if (!(await page.evaluate(() => "axe" in globalThis))) await page.evaluate(AXE);
	return page.evaluate(async () => {
		const { axe } = globalThis as typeof globalThis & { axe: { run: AxeRun } };
		const { violations } = await axe.run(document, {
			runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"],
			resultTypes: ["violations"],
		});
		return violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(" ")).join(", ")}`);
	});
}

/** Where a point of the sheet, in its own coordinates, lies on the screen. */
export async function onScreen(page: Page, x: number, y: number): Promise<{ x: number; y: number }> {
	return page.getByRole("application", { name: /^Drawing/ }).evaluate(
		(drawing, at) => {
			const svg = drawing.querySelector("svg") as SVGSVGElement;
			const box = svg.getBoundingClientRect();
			const view = svg.viewBox.baseVal;
			const sheet = svg.querySelector("clipPath rect") as SVGRectElement;
			const [width, height] = [Number(sheet.getAttribute("width")), Number(sheet.getAttribute("height"))];
			const { origin } = (drawing as HTMLElement).dataset;
			const [px, py] =
				origin === "centre"
					? [at.x + width / 2, height / 2 - at.y]
					: origin === "bottom left"
						? [at.x, height - at.y]
						: [at.x, at.y];
			return {
				x: box.left + ((px - view.x) * box.width) / view.width,
				y: box.top + ((py - view.y) * box.height) / view.height,
			};
		},
		{ x, y },
	);
}

/** Moves the pointer over a point of the sheet. */
export async function overSheet(page: Page, x: number, y: number): Promise<void> {
	const at = await onScreen(page, x, y);
	await page.mouse.move(at.x, at.y, { steps: 3 });
}

/** The colour that the drawing shows at a point of the sheet: red, green, blue. */
export async function colourAt(page: Page, x: number, y: number): Promise<number[]> {
	const at = await onScreen(page, x, y);
	return page.getByRole("application", { name: /^Drawing/ }).evaluate((drawing, place) => {
		const canvas = drawing.querySelector("canvas") as HTMLCanvasElement;
		const box = canvas.getBoundingClientRect();
		const [px, py] = [
			((place.x - box.left) * canvas.width) / box.width,
			((place.y - box.top) * canvas.height) / box.height,
		];
		return [
			...(canvas.getContext("2d") as CanvasRenderingContext2D)
				.getImageData(Math.round(px), Math.round(py), 1, 1)
				.data.slice(0, 3),
		];
	}, at);
}

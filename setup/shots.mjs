// Takes the pictures of docs/screenshots/ from the demo's data: starts a database and a service of its own, and
// Chromium.
import { execFile, execFileSync } from "node:child_process";
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { build } from "./build.mjs";
import { CHROMIUM_SWITCHES, ensureChromium } from "./chromium.mjs";
import { startMarkedDemo } from "./marked-demo.mjs";
import { main, ROOT } from "./run.mjs";

const folder = process.argv[2] ?? join(ROOT, "docs/screenshots");
const MARKPEN = join(ROOT, "cli/bin/markpen.mjs");

async function signIn(page, address, { classCode, signInName, passphrase }) {
	await page.goto(address);
	if (classCode) await page.getByLabel(/Class code/).fill(classCode);
	await page.getByLabel("Sign-in name").fill(signInName);
	await page.getByLabel("Passphrase", { exact: true }).fill(passphrase);
	await page.getByRole("button", { name: "Sign in" }).click();
	await page
		.getByRole("heading", { level: 1 })
		.filter({ hasText: /Today|My work/ })
		.waitFor();
}

/** A teacher's pages: the address, and the actions before the screenshot. */
async function teacherShots(page, address, shot) {
	const { DEMO_SIGN_INS } = await import("../demo/dist/index.js");
	await signIn(page, address, DEMO_SIGN_INS.teacher);
	const ask = (path) => page.evaluate((of) => fetch(`/api/v1${of}`).then((r) => r.json()), path);
	const still = () => page.waitForTimeout(700);
	const to = async (path, there) => {
		await page.goto(`${address}${path}`);
		await page.getByText(there).first().waitFor();
		await still();
	};
	const classes = (await ask("/classes")).classes;
	const tern = await ask(`/classes/${classes.find((c) => c.name === "8 Tern").id}`);
	const of = (exercise) => tern.columns.find((c) => c.exercise === exercise).assignmentId;
	const handIn = (name, exercise) =>
		tern.cells.find((c) => c.exercise === exercise && c.studentId === tern.students.find((s) => s.name === name).id)
			.handInId;
	const exercises = (await ask("/exercises?limit=200")).exercises;

	await to("/", "Stuck");
	await shot("today");
	await to(`/classes/${tern.id}`, "Zoe Lark");
	await shot("class");
	await to(`/classes/${tern.id}/lesson`, "Hide names");
	await page.getByLabel("Exercise").selectOption({ label: "Compass rose" });
	await page.waitForTimeout(2_500);
	await shot("lesson");
	await to(`/classes/${tern.id}/grade-book`, "Zoe Lark");
	await shot("grade-book");
	await to(`/assignments/${of("pier-planks")}/pier-planks`, "Zoe Lark");
	await page.locator("button[aria-expanded]:has-text(' of ')").first().click();
	await still();
	await shot("assignment");
	await page.getByRole("button", { name: "Charts" }).click();
	await page.waitForTimeout(1_500);
	await shot("charts");
	await to(`/assignments/${of("harbour-scene")}/harbour-scene/judging`, "1 of 6");
	await shot("judging");
	const curlew = await ask(`/classes/${classes.find((c) => c.name === "8 Curlew").id}`);
	const inCurlew = (name, exercise) =>
		curlew.cells.find((c) => c.exercise === exercise && c.studentId === curlew.students.find((s) => s.name === name).id)
			.handInId;
	await to(`/hand-ins/${inCurlew("Anouk Selby", "life-ring")}`, "Figures");
	await page.getByRole("button", { name: "What if" }).first().click();
	await page.waitForTimeout(1_500);
	await shot("hand-in-cause");
	await to(`/hand-ins/${handIn("Oli Tarn", "pier-planks")}`, "Figures");
	await page.locator("[data-criterion=places]").hover();
	await still();
	await shot("hand-in");
	await page.setViewportSize({ width: 390, height: 844 });
	await to(`/hand-ins/${inCurlew("Anouk Selby", "pennant-line")}`, "Figures");
	await page.locator("[data-criterion=thin]").focus();
	await still();
	await shot("hand-in-narrow", true);
	await page.setViewportSize({ width: 1280, height: 800 });
	await page.emulateMedia({ colorScheme: "dark" });
	const gannet = await ask(`/classes/${classes.find((c) => c.name === "8 Gannet").id}`);
	const inPython = gannet.cells.find((c) => c.exercise === "quay-lamps" && c.handInId);
	await to(`/hand-ins/${inPython.handInId}`, "Figures");
	await page.getByRole("button", { name: "Replay" }).click();
	await page.getByTestId("replay-place").waitFor();
	await page.getByRole("slider", { name: "Step" }).focus();
	for (let i = 0; i < 14; i++) await page.keyboard.press("ArrowRight");
	await still();
	await shot("hand-in-replay-dark");
	await page.emulateMedia({ colorScheme: "light" });
	await to(`/students/${tern.students.find((s) => s.name === "Ivy Marsh").id}`, "Criteria met");
	await shot("student");
	await to(`/exercises/${exercises.find((e) => e.key === "lighthouse").id}`, "Criteria, 14 points");
	await page.getByRole("button", { name: /^2\. rect/ }).click();
	await page.getByText("How large").first().waitFor();
	await still();
	await shot("exercise");
	await to(`/classes/${classes.find((c) => c.name === "8 Curlew").id}/list`, "Class list");
	await page.getByRole("button", { name: "New cards for all …" }).click();
	await page.getByRole("button", { name: "Make new cards" }).click();
	await page.locator("[data-card]").first().waitFor();
	await shot("cards");
}

async function studentShots(page, address, shot) {
	const { DEMO_SIGN_INS } = await import("../demo/dist/index.js");
	await signIn(page, address, DEMO_SIGN_INS.student);
	await page.getByRole("link", { name: "Sail", exact: true }).click();
	await page.getByRole("button", { name: "Check my drawing" }).click();
	await page.locator("[data-verdict=missed]").first().waitFor();
	await page.locator(".cm-content").getByText("turn", { exact: true }).first().click();
	await page.locator("[data-verdict=missed]").nth(1).hover();
	await page.waitForTimeout(700);
	await shot("desk");
	await page.getByRole("link", { name: "My work" }).first().click();
	await page.getByRole("link", { name: "Mooring buoy", exact: true }).waitFor();
	await page
		.getByRole("link", { name: /^try 1: 14 of 16/ })
		.first()
		.click();
	await page.getByRole("region", { name: "Try next" }).locator("[data-criterion]").hover();
	await page.waitForTimeout(700);
	await shot("feedback");
}

/** Calls of the command line with what they print, as a terminal shows them. */
async function terminalShot(page, shot) {
	const work = mkdtempSync(join(tmpdir(), "mark-pen-terminal-"));
	const { demoPrograms } = await import("../demo/dist/index.js");
	const program = demoPrograms().find((p) => p.mistake === "radius-for-diameter");
	writeFileSync(join(work, "kit.nib.txt"), program.source);
	const exercise = readFileSync(join(ROOT, "demo/exercises/mooring-buoy.exercise.yaml"), "utf8");
	writeFileSync(join(work, "mooring-buoy.exercise.yaml"), exercise);
	const { readExercise } = await import("../core/dist/index.js");
	const reading = readExercise(exercise);
	if (!reading.ok) throw new Error("the demo's exercise doesn't read");
	writeFileSync(join(work, "model.nib.txt"), reading.exercise.model);
	const call = (...args) => {
		try {
			return execFileSync(process.execPath, [MARKPEN, ...args], { cwd: work, encoding: "utf8" });
		} catch (error) {
			return error.stdout;
		}
	};
	const calls = [
		["figures", "kit.nib.txt", "--beside", "model.nib.txt"],
		["check", "kit.nib.txt", "--exercise", "mooring-buoy.exercise.yaml"],
		["try", "mooring-buoy.exercise.yaml"],
	];
	await printed(page, calls.map((args) => `$ markpen ${args.join(" ")}\n${call(...args)}`).join("\n"));
	await shot("command-line");
	rmSync(work, { recursive: true });
}

/** What a terminal shows. */
async function printed(page, text) {
	await page.setContent(
		`<body style="margin:0;background:#10192a;color:#e9eef6"><pre style="margin:24px;font:15px/1.5 'DejaVu Sans Mono',monospace;white-space:pre-wrap"></pre>`,
	);
	await page.locator("pre").evaluate((pre, value) => {
		pre.textContent = value;
	}, text);
}

/** Calls of the command line to a site. */
async function siteShot(page, address, shot) {
	const { DEMO_SIGN_INS } = await import("../demo/dist/index.js");
	const home = mkdtempSync(join(tmpdir(), "mark-pen-home-"));
	// The site is served by this process: it must go on while the command runs.
	const call = (args, input = "") =>
		new Promise((resolve) => {
			const child = execFile(
				process.execPath,
				[MARKPEN, ...args],
				{ env: { PATH: process.env.PATH, HOME: home } },
				(_error, out) => resolve(out),
			);
			child.stdin.end(input);
		});
	const { signInName, passphrase } = DEMO_SIGN_INS.teacher;
	await call(["sign-in", address, "--sign-in-name", signInName], `${passphrase}\n`);
	const calls = [
		["class", "list"],
		["class", "stuck", "8 Gannet"],
		["assignment", "show", "8 Tern", "sail"],
		["assignment", "alike", "8 Gannet", "pier-planks"],
	];
	const said = (args) => args.map((a) => (/ /.test(a) ? `"${a}"` : a)).join(" ");
	const shown = [];
	for (const args of calls) shown.push(`$ markpen ${said(args)}\n${await call(args)}`);
	await printed(page, shown.join("\n"));
	await shot("command-line-site");
	rmSync(home, { recursive: true });
}

await main(async () => {
	await build();
	mkdirSync(folder, { recursive: true });
	const { chromium } = await import("playwright-core");
	const { demoArchive } = await import("../demo/dist/index.js");
	const demo = await startMarkedDemo(demoArchive(new Date()));
	const browser = await chromium.launch({ executablePath: ensureChromium(), args: CHROMIUM_SWITCHES });
	try {
		for (const take of [teacherShots, studentShots]) {
			const context = await browser.newContext({
				viewport: { width: 1280, height: 800 },
				colorScheme: "light",
				locale: "en-GB",
			});
			const page = await context.newPage();
			await take(page, demo.address, (name, fullPage = false) =>
				page.screenshot({ path: join(folder, `${name}.png`), fullPage }),
			);
			await context.close();
		}
		const page = await browser.newPage({ viewport: { width: 1280, height: 620 } });
		await terminalShot(page, (name) => page.screenshot({ path: join(folder, `${name}.png`), fullPage: true }));
		await siteShot(page, demo.address, (name) =>
			page.screenshot({ path: join(folder, `${name}.png`), fullPage: true }),
		);
		execFileSync(process.execPath, [
			MARKPEN,
			"draw",
			join(ROOT, "demo/ferry.nib.txt"),
			"--out",
			join(folder, "ferry.png"),
		]);
	} finally {
		await browser.close();
		await demo.stop();
	}
});

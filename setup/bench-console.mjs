// How quick the console is in Chromium, on the demo: frames while a large drawing is moved and replayed, thumbnails
// of a class, and a key to the next hand-in. Gives rows for the bench.
import { chromium } from "playwright-core";
import { CHROMIUM_SWITCHES, ensureChromium } from "./chromium.mjs";
import { startMarkedDemo } from "./marked-demo.mjs";

const SECONDS = 5;
const THIRTY = 18;
const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
const percentile = (values, share) =>
	[...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.ceil(values.length * share) - 1)];

/** A drawing of 20,000 entries: short strokes in many colours, each a shape of its own. */
const LARGE = `sheet 800, 600 origin top left
let k = 0
while k < 10000
  pen colour hsl(k mod 360, 60, 50) width 2
  line from (k * 37) mod 780 + 5, (k * 91) mod 580 + 5 to (k * 37) mod 780 + 20, (k * 91) mod 580 + 14
  circle centre (k * 53) mod 780 + 5, (k * 29) mod 580 + 5 diameter 8
  k = k + 1
end
`;

async function startDemo() {
	const { demoArchive } = await import("../demo/dist/index.js");
	const archive = demoArchive(new Date());
	const buoy = archive.handIns.find((h) => h.exercise === "mooring-buoy");
	archive.handIns = archive.handIns.filter(
		(h) =>
			h !== buoy && !(h.student === buoy.student && h.assignment === buoy.assignment && h.exercise === buoy.exercise),
	);
	archive.handIns.push({ ...buoy, tryNumber: 1, source: LARGE, answers: {} });
	const demo = await startMarkedDemo(archive, { MARKPEN_LOG: "error" });
	const [large] = await demo.rows("SELECT id, assignment_id FROM hand_ins WHERE source LIKE 'sheet 800, 600%'");
	return { ...demo, large };
}

/** Milliseconds between frames while something goes on, read from the browser's own trace. */
async function frames(browser, page, act) {
	await browser.startTracing(page, {
		categories: ["disabled-by-default-devtools.timeline.frame", "devtools.timeline.frame", "devtools.timeline"],
	});
	await act();
	const trace = JSON.parse((await browser.stopTracing()).toString());
	const main = trace.traceEvents.filter((e) => e.name === "FireAnimationFrame").map((e) => e.ts);
	const drawn = trace.traceEvents.filter((e) => e.name === "DrawFrame").map((e) => e.ts);
	const times = (drawn.length > 50 ? drawn : main).sort((a, b) => a - b);
	return times.slice(1).map((t, i) => (t - times[i]) / 1000);
}

/** How late keys come to the screen: from each key's own time until the frame after it is painted. */
async function typingTimes(page, text) {
	await page.locator(".cm-content").click();
	await page.evaluate(() => {
		globalThis.late = [];
		document.querySelector(".cm-content").addEventListener(
			"keydown",
			(event) => {
				const at = event.timeStamp;
				requestAnimationFrame(() => {
					const { port1, port2 } = new MessageChannel();
					port1.onmessage = () => globalThis.late.push(performance.now() - at);
					port2.postMessage(0);
				});
			},
			true,
		);
	});
	await page.keyboard.press("Control+End");
	const names = { "\n": "Enter", " ": "Space", ",": "Comma" };
	for (const sign of text) {
		await page.keyboard.press(names[sign] ?? sign);
		await page.waitForTimeout(90);
	}
	return page.evaluate(() => globalThis.late);
}

/** Milliseconds from a press on Run until the picture is there. */
const runTime = (page) =>
	page.evaluate(
		() =>
			new Promise((resolve) => {
				const from = performance.now();
				const button = [...document.querySelectorAll("button")].find((b) => b.textContent.startsWith("Run"));
				button.click();
				// It says "Running …" and can't be pressed until the picture is there.
				const look = () =>
					performance.now() - from > 1 && !button.disabled
						? requestAnimationFrame(() => resolve(performance.now() - from))
						: requestAnimationFrame(look);
				requestAnimationFrame(look);
			}),
	);

/** Exercises in other languages, each with who does it and programs to run. */
async function languageDesks() {
	const { CURLEW, DEMO_STUDENTS, GANNET } = await import("../demo/dist/index.js");
	return [
		{
			name: "JavaScript",
			classCode: "curlew-8",
			student: DEMO_STUDENTS.curlew[14],
			exercise: "evening-sea",
			programs: CURLEW.programs().filter((p) => p.language === "javascript" || p.exercise === "signal-lamp"),
		},
		{
			name: "Python",
			classCode: "gannet-8",
			student: DEMO_STUDENTS.gannet[3],
			exercise: "rowing-boat",
			programs: GANNET.programs().filter((p) => p.exercise !== "rowing-boat" && p.unreadable === undefined),
		},
	];
}

/** The desk of an exercise in another language, slowed as much: the first run loads the interpreter. */
async function languageRows(browser, address, { name, classCode, student, exercise, programs }) {
	const context = await browser.newContext({ viewport: { width: 360, height: 740 } });
	const { signInName, passphrase } = student;
	await context.request.post(`${address}/api/v1/session`, { data: { classCode, signInName, passphrase } });
	const { work } = await (await context.request.get(`${address}/api/v1/my-work`)).json();
	const { assignmentId } = work.find((w) => w.exercise.id === exercise);
	const page = await context.newPage();
	page.setDefaultTimeout(60_000);
	await (await context.newCDPSession(page)).send("Emulation.setCPUThrottlingRate", { rate: 4 });
	const opened = performance.now();
	await page.goto(`${address}/desk/${assignmentId}/${exercise}`);
	await page.locator(".cm-content").waitFor();
	const times = [];
	let first = 0;
	for (const { source } of programs) {
		await page.locator(".cm-content").fill(source);
		await page.waitForTimeout(300);
		times.push(await runTime(page));
		first ||= performance.now() - opened;
	}
	await context.close();
	const later = times.slice(1);
	return [
		{
			name: `desk in ${name} slowed four times, the first run`,
			ours: times[0],
			baseline: median(later),
			what: "a later one",
		},
		{
			name: `desk in ${name} slowed four times, from opening it to the first picture`,
			ours: first,
			baseline: median(later),
			what: "a later run",
		},
		{
			name: `desk in ${name} slowed four times, run to picture: 95 % by`,
			ours: percentile(later, 0.95),
			baseline: median(later),
			what: "the middle one",
		},
	];
}

async function allLanguageRows(browser, address) {
	const rows = [];
	for (const desk of await languageDesks()) rows.push(...(await languageRows(browser, address, desk)));
	return rows;
}

const TYPED = "\nfill red\ncircle centre 100, 100 diameter 40\nwalk 20\nturn left 90\nrect corner 20, 30 size 40, 50\n";

/** The student's desk on a narrow screen, its page's thread slowed four times; the worker's thread can't be slowed. */
async function deskRows(browser, address) {
	const { DEMO_SIGN_INS, demoPrograms } = await import("../demo/dist/index.js");
	const context = await browser.newContext({ viewport: { width: 360, height: 740 } });
	const slow = async (page) => (await context.newCDPSession(page)).send("Emulation.setCPUThrottlingRate", { rate: 4 });
	const bare = await context.newPage();
	await bare.setContent('<textarea class="cm-content" rows="10" cols="30"></textarea>');
	await slow(bare);
	const bareTimes = await typingTimes(bare, TYPED);
	await bare.close();

	const { classCode, signInName, passphrase } = DEMO_SIGN_INS.student;
	await context.request.post(`${address}/api/v1/session`, { data: { classCode, signInName, passphrase } });
	const { work } = await (await context.request.get(`${address}/api/v1/my-work`)).json();
	const { assignmentId } = work.find((w) => w.exercise.id === "pier-planks");
	const page = await context.newPage();
	page.setDefaultTimeout(30_000);
	await slow(page);
	const opened = performance.now();
	await page.goto(`${address}/desk/${assignmentId}/pier-planks`);
	await page.getByRole("heading", { name: "Checklist" }).waitFor();
	const there = performance.now() - opened;
	await page.locator(".cm-content").waitFor();
	const run = () => runTime(page);
	const first = await run();
	const runs = [];
	for (const { source } of demoPrograms()) {
		await page.locator(".cm-content").fill(source);
		await page.waitForTimeout(300);
		runs.push(await run());
	}
	await page.locator(".cm-content").fill("");
	await page.waitForTimeout(500);
	const late = await typingTimes(page, TYPED);
	await context.close();
	const typed = { baseline: median(bareTimes), what: "a plain text field, slowed as much" };
	return [
		{ name: "desk slowed four times, brief and checklist there", ours: there, ...typed },
		{ name: "desk slowed four times, the first run", ours: first, ...typed },
		{ name: "desk slowed four times, run to picture: the middle", ours: median(runs), ...typed },
		{ name: "desk slowed four times, run to picture: 95 % by", ours: percentile(runs, 0.95), ...typed },
		{ name: "desk slowed four times, a key on the screen: the middle", ours: median(late), ...typed },
		{
			name: "desk slowed four times, a key on the screen: 95 % by",
			ours: percentile(late, 0.95),
			...typed,
			baseline: percentile(bareTimes, 0.95),
		},
	];
}

/** The rows of the console. */
export async function consoleRows() {
	const demo = await startDemo();
	const browser = await chromium.launch({ executablePath: ensureChromium(), args: CHROMIUM_SWITCHES });
	try {
		const { DEMO_SIGN_INS } = await import("../demo/dist/index.js");
		const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
		page.setDefaultTimeout(30_000);
		await page.goto(demo.address);
		await page.getByLabel("Sign-in name").fill(DEMO_SIGN_INS.teacher.signInName);
		await page.getByLabel("Passphrase", { exact: true }).fill(DEMO_SIGN_INS.teacher.passphrase);
		await page.getByRole("button", { name: "Sign in" }).click();
		await page.getByRole("heading", { level: 1, name: "Today" }).waitFor();

		// An empty page that only counts its frames says what the machine can do.
		const idle = await frames(browser, page, () =>
			page.evaluate(
				(ms) =>
					new Promise((resolve) => {
						const end = performance.now() + ms;
						const square = document.body.appendChild(document.createElement("div"));
						square.style.cssText = "position:fixed;width:400px;height:300px;background:red";
						requestAnimationFrame(function next(now) {
							square.style.transform = `translate(${(now / 10) % 300}px, 0)`;
							if (now < end) requestAnimationFrame(next);
							else {
								square.remove();
								resolve();
							}
						});
					}),
				SECONDS * 1000,
			),
		);
		await page.goto(`${demo.address}/hand-ins/${demo.large.id}`);
		await page.locator("canvas[data-drawn]").waitFor();
		await page.waitForTimeout(1_500);
		const box = await page.locator("canvas[data-drawn]").boundingBox();
		const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
		const pan = await frames(browser, page, async () => {
			await page.getByRole("button", { name: "Zoom in" }).click();
			await page.mouse.move(x, y);
			await page.mouse.down();
			const end = Date.now() + SECONDS * 1000;
			for (let i = 0; Date.now() < end; i++) await page.mouse.move(x + 90 * Math.sin(i / 12), y + 60 * Math.cos(i / 9));
			await page.mouse.up();
		});
		// Wheel events sent from outside come no more often than every other frame.
		const zoom = await frames(browser, page, () =>
			page.evaluate(
				([ms, clientX, clientY]) =>
					new Promise((resolve) => {
						const end = performance.now() + ms;
						const target = document.elementFromPoint(clientX, clientY);
						let i = 0;
						requestAnimationFrame(function next(now) {
							target.dispatchEvent(
								new WheelEvent("wheel", {
									ctrlKey: true,
									deltaY: i++ % 80 < 40 ? -15 : 15,
									clientX,
									clientY,
									bubbles: true,
									cancelable: true,
								}),
							);
							if (now < end) requestAnimationFrame(next);
							else resolve();
						});
					}),
				[SECONDS * 1000, x, y],
			),
		);
		await page.getByRole("button", { name: "Fit" }).click();
		await page.getByRole("button", { name: "Replay" }).click();
		await page.getByTestId("replay-place").waitFor();
		await page.getByLabel("Speed").selectOption("400");
		const replay = await frames(browser, page, async () => {
			await page.getByRole("button", { name: "Play", exact: true }).click();
			await page.waitForTimeout(SECONDS * 1000);
			await page.getByRole("button", { name: "Pause" }).click();
		});

		const wall = [];
		for (let round = 0; round < 5; round++) {
			await page.goto(`${demo.address}/classes`);
			await page.getByRole("link", { name: "8 Tern" }).click();
			await page.getByRole("link", { name: "Sail", exact: true }).waitFor();
			await page.evaluate(() => {
				globalThis.from = performance.now();
			});
			await page.getByRole("link", { name: "Sail", exact: true }).click();
			wall.push(
				await page.evaluate(
					() =>
						new Promise((resolve) => {
							const look = () => {
								const drawn = document.querySelectorAll("[data-hand-in] canvas[data-drawn]").length;
								if (drawn > 10 && drawn === document.querySelectorAll("[data-hand-in]").length)
									requestAnimationFrame(() => {
										const now = performance.now();
										const asked = performance
											.getEntriesByType("resource")
											.findLast((e) => e.name.includes("/drawings")).startTime;
										resolve({ page: now - globalThis.from, thumbnails: now - asked });
									});
								else requestAnimationFrame(look);
							};
							look();
						}),
				),
			);
		}

		const pages = [];
		for (const name of [
			"Exercises",
			"Today",
			"Classes",
			"Exercises",
			"Today",
			"Classes",
			"Today",
			"Classes",
			"Exercises",
		])
			pages.push(
				await page.evaluate(
					(text) =>
						new Promise((resolve) => {
							const from = performance.now();
							[...document.querySelectorAll("nav a")].find((a) => a.textContent === text).click();
							const look = () =>
								document.querySelector("h1")?.textContent.trim().startsWith(text) &&
								!document.querySelector("[data-state=loading]")
									? resolve(performance.now() - from)
									: requestAnimationFrame(look);
							look();
						}),
					name,
				),
			);

		await page.goto(`${demo.address}/assignments/${demo.large.assignment_id}/mooring-buoy`);
		await page.locator("[data-hand-in]").first().click();
		await page.locator("canvas[data-drawn]").waitFor();
		await page.waitForTimeout(1_000);
		const next = [];
		for (let i = 0; i < THIRTY; i++) {
			const before = await page.locator("h1").textContent();
			const took = await page.evaluate(
				(name) =>
					new Promise((resolve) => {
						const from = performance.now();
						dispatchEvent(new KeyboardEvent("keydown", { key: "j", bubbles: true }));
						document.body.dispatchEvent(new KeyboardEvent("keydown", { key: "j", bubbles: true }));
						const look = () => {
							if (document.querySelector("h1")?.textContent !== name && document.querySelector("canvas[data-drawn]"))
								requestAnimationFrame(() => resolve(performance.now() - from));
							else if (performance.now() - from < 3_000) requestAnimationFrame(look);
							else resolve(undefined);
						};
						look();
					}),
				before,
			);
			if (took === undefined) break;
			next.push(took);
			await page.waitForTimeout(400);
		}
		const still = { ours: 0, baseline: median(idle), what: "a square that is moved over an empty page" };
		return [
			...(await deskRows(browser, demo.address)),
			...(await allLanguageRows(browser, demo.address)),
			...[
				["shifting", pan],
				["zooming", zoom],
				["replaying", replay],
			].flatMap(([name, times]) => [
				{ ...still, name: `20,000 entries, ${name}: middle frame`, ours: median(times) },
				{ ...still, name: `20,000 entries, ${name}: 95 % of frames by`, ours: percentile(times, 0.95) },
			]),
			{
				name: "thumbnails of a class, from asking to drawn",
				ours: median(wall.map((w) => w.thumbnails)),
				baseline: median(idle),
				what: "a frame",
			},
			{
				name: "an assignment with its thumbnails, from the click",
				ours: median(wall.map((w) => w.page)),
				baseline: median(idle),
				what: "a frame",
			},
			{ name: "from page to page, from the click", ours: median(pages), baseline: median(idle), what: "a frame" },
			{
				name: `the next of ${next.length + 1} hand-ins drawn, from the key`,
				ours: median(next),
				baseline: median(idle),
				what: "a frame",
			},
		];
	} finally {
		await browser.close();
		await demo.stop();
	}
}

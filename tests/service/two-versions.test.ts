import { join } from "node:path";
import { expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { DEMO_SIGN_INS, DEMO_STUDENTS } from "../../demo/dist/index.js";
import { createDataSource } from "../../service/dist/database/data-source.js";
import { handingIn, onceEach } from "../handing-in.ts";
import { ended, MAIN, type Part, startPart } from "../processes.ts";
import { Proxy } from "../proxy.ts";
import { demoDatabase, placeOf, rowsOf, signedIn, workOn } from "../site.ts";

/** The folder of an earlier version, built: the long run makes it. */
const EARLIER = process.env.MARKPEN_EARLIER;
const MACHINES = 2;
/** How long both versions work side by side before the next pair is exchanged, in milliseconds. */
const TOGETHER = 3_000;

test.runIf(EARLIER)(
	"a rolling restart from the version before the newest migration, and back to it, drops no call",
	async () => {
		const url = await demoDatabase();
		await rowsOf(url, "UPDATE assignments SET tries = NULL, closes_at = now() + interval '90 days'");
		const migrations = () =>
			rowsOf<{ n: number }>(url, "SELECT count(*)::int AS n FROM migrations").then(([row]) => row?.n as number);
		const all = await migrations();
		const database = await createDataSource(url, 1).initialize();
		await database.undoLastMigration();
		await database.destroy();

		const old = join(EARLIER as string, "service/dist/main.js");
		const start = (main: string) =>
			Promise.all([startPart("web", url, {}, main), startPart("worker", url, {}, main)] as const);
		const pairs = await Promise.all(Array.from({ length: MACHINES }, () => start(old)));
		expect(await migrations()).toBe(all - 1);
		const proxy = await Proxy.start(() => pairs.map(([web]) => web.address));
		const clients = await Promise.all(
			DEMO_STUDENTS.gannet
				.slice(2, 6)
				.map(({ signInName, passphrase }) =>
					signedIn(proxy.address, { classCode: "gannet-8", signInName, passphrase }),
				),
		);
		const teacher = await signedIn(proxy.address, DEMO_SIGN_INS.teacher);
		const loading = handingIn(clients, placeOf(await workOn(clients[0] as Client, "Pier planks")));
		const failures: string[] = [];
		let over = false;
		const reading = (async () => {
			while (!over)
				for (const read of [() => teacher.showToday({}), () => teacher.listSiteClasses({ query: {} })])
					await read().catch((error: Error) => failures.push(error.message));
		})();
		const pause = () => new Promise((resolve) => setTimeout(resolve, TOGETHER));
		for (const main of [MAIN, old, MAIN])
			for (let at = 0; at < MACHINES; at++) {
				const next = await start(main);
				const last = pairs[at] as readonly Part[];
				pairs[at] = next;
				expect(await Promise.all(last.map(({ child }) => ended(child, "SIGTERM")))).toEqual([0, 0]);
				expect(await migrations()).toBe(all);
				await pause();
			}
		over = true;
		await reading;
		const { taken, failures: dropped } = await loading.stop();
		expect([...failures, ...dropped]).toEqual([]);
		expect(taken.length).toBeGreaterThan(20);
		await onceEach(url, taken);
		await proxy.stop();
		await Promise.all(pairs.flat().map(({ child }) => ended(child, "SIGTERM")));
	},
	300_000,
);

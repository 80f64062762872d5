import { readFileSync } from "node:fs";
import { createServer } from "node:net";
import { afterAll, beforeAll, expect, test } from "vitest";
import { parse } from "yaml";
import { type Running, readEnvironment, startService } from "../../service/dist/index.js";
import { placeOf, reportOf, Site, settings, workOn } from "../site.ts";

let site: Site;
let worker: Running;
let workerAddress: string;

const freePort = () =>
	new Promise<number>((resolve) => {
		const server = createServer().listen(0, "127.0.0.1", () => {
			const { port } = server.address() as { port: number };
			server.close(() => resolve(port));
		});
	});
const page = async (address: string) => (await fetch(`${address}/metrics`)).text();
/** The value of a sample, by its line's beginning. */
const value = (text: string, sample: string) =>
	Number(
		text
			.split("\n")
			.find((line) => line.startsWith(`${sample} `))
			?.split(" ")[1] ?? Number.NaN,
	);

beforeAll(async () => {
	site = await Site.start({ web: true, worker: false });
	await site.rows(
		"UPDATE assignments SET tries = NULL, due_at = greatest(due_at, now()), closes_at = now() + interval '90 days'",
	);
	const port = await freePort();
	workerAddress = `http://127.0.0.1:${port}`;
	const environment = settings(site.url, { MARKPEN_METRICS_PORT: String(port), MARKPEN_THREADS: "1" });
	// A hand-in that waits before there is a worker.
	const student = await site.student();
	const { id } = await student.handIn({
		params: placeOf(await workOn(student, "Pier planks")),
		body: { source: "walk 5" },
	});
	const waiting = await page(site.address);
	expect(value(waiting, 'markpen_queue_waiting{queue="checks"}')).toBe(1);
	expect(value(waiting, 'markpen_queue_oldest_seconds{queue="checks"}')).toBeGreaterThan(0);
	worker = await startService(readEnvironment(environment), { web: false, worker: true });
	await reportOf(student, id);
});
afterAll(async () => {
	await worker.stop();
	await site.stop();
});

test("a worker serves its own metrics: the checks that it made, and that it lives", async () => {
	await expect.poll(async () => value(await page(workerAddress), "markpen_check_seconds_count")).toBe(1);
	expect((await fetch(`${workerAddress}/healthz`)).status).toBe(200);
	const text = await page(site.address);
	expect(value(text, 'markpen_queue_waiting{queue="checks"}')).toBe(0);
	expect(value(text, 'markpen_queue_oldest_seconds{queue="checks"}')).toBe(0);
	expect(value(text, 'markpen_database_connections{state="open"}')).toBeGreaterThan(0);
});

test("refusals are counted by the code of their problem", async () => {
	const sample = 'markpen_requests_refused_total{status="401",code="signed-out"}';
	const before = value(await page(site.address), sample) || 0;
	await expect(site.visitor().listClasses({})).rejects.toMatchObject({ code: "signed-out" });
	expect(value(await page(site.address), sample)).toBe(before + 1);
});

test("every metric of the alert rules is there", async () => {
	interface Rules {
		readonly groups: readonly { readonly rules: readonly { readonly alert: string; readonly expr: string }[] }[];
	}
	const file = readFileSync(new URL("../../setup/monitoring/alerts.rules.yaml", import.meta.url), "utf8");
	const rules = (parse(file) as Rules).groups.flatMap((group) => group.rules);
	expect(rules.length).toBeGreaterThan(5);
	const text = `${await page(site.address)}\n${await page(workerAddress)}`;
	const missing = rules.flatMap(({ alert, expr }) =>
		[...expr.matchAll(/\b(?:markpen|nodejs)_\w+/g)]
			.map(([name]) => name)
			.filter((name) => !text.includes(`# TYPE ${name.replace(/_(?:bucket|count|sum)$/, "")} `))
			.map((name) => `${alert}: ${name}`),
	);
	expect(missing).toEqual([]);
});

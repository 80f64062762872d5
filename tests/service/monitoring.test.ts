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

/** The metrics in some expressions that no process serves. */
async function missingIn(expressions: readonly (readonly [of: string, expression: string])[]): Promise<string[]> {
	const text = `${await page(site.address)}\n${await page(workerAddress)}`;
	return expressions.flatMap(([of, expression]) =>
		[...expression.matchAll(/\b(?:markpen|nodejs|process)_\w+/g)]
			.map(([name]) => name)
			.filter((name) => !text.includes(`# TYPE ${name.replace(/_(?:bucket|count|sum)$/, "")} `))
			.map((name) => `${of}: ${name}`),
	);
}
const monitoring = (file: string) => readFileSync(new URL(`../../setup/monitoring/${file}`, import.meta.url), "utf8");

test("every metric of the alert rules is there", async () => {
	interface Rules {
		readonly groups: readonly { readonly rules: readonly { readonly alert: string; readonly expr: string }[] }[];
	}
	const rules = (parse(monitoring("alerts.rules.yaml")) as Rules).groups.flatMap((group) => group.rules);
	expect(rules.length).toBeGreaterThan(5);
	expect(await missingIn(rules.map(({ alert, expr }) => [alert, expr] as const))).toEqual([]);
});

test("every metric of the dashboard is there, those of the docs are on it, and no panel covers another", async () => {
	interface Panel {
		readonly title: string;
		readonly gridPos: { readonly x: number; readonly y: number; readonly w: number; readonly h: number };
		readonly targets: readonly { readonly expr: string }[];
	}
	const { panels } = JSON.parse(monitoring("dashboard.json")) as { panels: readonly Panel[] };
	const expressions = panels.flatMap(({ title, targets }) => targets.map(({ expr }) => [title, expr] as const));
	expect(expressions.length).toBeGreaterThan(10);
	expect(await missingIn(expressions)).toEqual([]);
	const docs = readFileSync(new URL("../../docs/running.md", import.meta.url), "utf8");
	const documented = [...docs.matchAll(/^\| `((?:markpen|nodejs)_\w+)` \|/gm)].map(([, name]) => name as string);
	expect(documented.length).toBeGreaterThan(5);
	expect(documented.filter((name) => !expressions.some(([, of]) => of.includes(name)))).toEqual([]);
	const places = panels.flatMap(({ gridPos: { x, y, w, h } }) =>
		Array.from({ length: w * h }, (_, i) => `${x + (i % w)} ${y + Math.floor(i / w)}`),
	);
	expect(new Set(places).size).toBe(places.length);
	expect(panels.every(({ gridPos: { x, w } }) => x + w <= 24)).toBe(true);
});

import { randomUUID } from "node:crypto";
import { expect } from "vitest";
import type { Client } from "../client/dist/index.js";
import { rowsOf } from "./site.ts";

/** Students who hand in, each hand-in repeated with its key until it is taken. */
export function handingIn(clients: readonly Client[], params: { id: string; exercise: string }) {
	const taken: string[] = [];
	const failures: string[] = [];
	let over = false;
	const all = clients.map(async (client, k) => {
		for (let n = 0; !over; n++) {
			const idempotencyKey = randomUUID();
			for (;;)
				try {
					const source = `-- ${k} ${n}\nwalk ${n % 90}\n`;
					taken.push((await client.handIn({ params, body: { source }, idempotencyKey })).id);
					break;
				} catch (error) {
					const { status, message } = error as { status: number; message: string };
					if (status !== 429) failures.push(`${status} ${message}`);
					if (status >= 400 && status < 500 && status !== 429) throw error;
					await new Promise((resolve) => setTimeout(resolve, 50));
				}
			await new Promise((resolve) => setTimeout(resolve, 60));
		}
	});
	return {
		async stop() {
			over = true;
			await Promise.all(all);
			return { taken, failures };
		},
	};
}

/** Every hand-in that was taken is there once, with one report. */
export async function onceEach(url: string, taken: readonly string[]): Promise<void> {
	expect(new Set(taken).size).toBe(taken.length);
	const rows = await rowsOf<{ id: string }>(url, "SELECT id FROM hand_ins WHERE id = ANY($1)", [taken]);
	expect(rows).toHaveLength(taken.length);
	const sources = await rowsOf(
		url,
		"SELECT 1 FROM hand_ins WHERE source LIKE '-- %' GROUP BY source, student_id, handed_in_at HAVING count(*) > 1",
	);
	expect(sources).toEqual([]);
	await expect
		.poll(
			async () =>
				(await rowsOf(url, "SELECT 1 FROM checks WHERE ended_at IS NULL AND hand_in_id = ANY($1)", [taken])).length,
			{ timeout: 90_000, interval: 300 },
		)
		.toBe(0);
	const reports = await rowsOf<{ n: number }>(
		url,
		"SELECT count(*)::int AS n FROM reports WHERE hand_in_id = ANY($1) GROUP BY hand_in_id",
		[taken],
	);
	expect([reports.length, reports.every(({ n }) => n === 1)]).toEqual([taken.length, true]);
}

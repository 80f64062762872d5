import { expect, test } from "vitest";
import { DEMO_SIGN_INS } from "../../demo/dist/index.js";
import { readEnvironment, startService } from "../../service/dist/index.js";
import { demoDatabase, rowsOf, settings, visitorOf } from "../site.ts";

interface Version {
	readonly id: string;
	readonly file: string;
	readonly model_svg: string;
	readonly example_svg: string | null;
}
const VERSIONS = "SELECT id, file, model_svg, example_svg FROM exercise_versions ORDER BY id";
const PARTS = { web: true, worker: false };

test("what another core version published is read and drawn again at the next start, and only then", async () => {
	const url = await demoDatabase();
	const before = await rowsOf<Version>(url, VERSIONS);
	expect(before.every((v) => v.file && v.model_svg.startsWith("<svg"))).toBe(true);
	// As it was before there was such a thing, and as an older core left it.
	await rowsOf(
		url,
		"UPDATE exercise_versions SET file = NULL, model_svg = NULL, example_svg = NULL, prepared_by = NULL",
	);
	await rowsOf(url, "UPDATE collections SET file = NULL, prepared_by = '0.0.0'");
	const running = await startService(readEnvironment(settings(url)), PARTS);
	expect(await rowsOf<Version>(url, VERSIONS)).toEqual(before);
	const teacher = visitorOf(running.address as string);
	await teacher.signIn({ body: DEMO_SIGN_INS.teacher });
	const { collections } = await teacher.listCollections({});
	expect(collections[0]?.exercises.length).toBeGreaterThan(2);
	await running.stop();
	await rowsOf(url, "UPDATE exercise_versions SET model_svg = '<svg>kept</svg>'");
	await (await startService(readEnvironment(settings(url)), PARTS)).stop();
	expect(new Set((await rowsOf<Version>(url, VERSIONS)).map((v) => v.model_svg))).toEqual(new Set(["<svg>kept</svg>"]));
});

test("a version that today's core can't read keeps what it had", async () => {
	const url = await demoDatabase();
	await expect(rowsOf(url, "UPDATE exercise_versions SET source = ''")).rejects.toThrow("is never changed");
	await rowsOf(url, "ALTER TABLE exercise_versions DISABLE TRIGGER exercise_versions_never_changed");
	// The library's own versions are brought up to what comes with the product.
	const own = "exercise_id IN (SELECT id FROM exercises WHERE NOT library)";
	await rowsOf(url, `UPDATE exercise_versions SET source = 'title: [', prepared_by = '0.0.0' WHERE ${own}`);
	const before = await rowsOf<Version>(url, VERSIONS);
	const running = await startService(readEnvironment(settings(url)), PARTS);
	expect(await rowsOf<Version>(url, VERSIONS)).toEqual(before);
	await running.stop();
});

test("an exercise whose model alone takes long to mark is refused with its cost", async () => {
	const url = await demoDatabase();
	const running = await startService(readEnvironment(settings(url)), PARTS);
	const teacher = visitorOf(running.address as string);
	await teacher.signIn({ body: DEMO_SIGN_INS.teacher });
	const body = (rounds: number) => ({
		source: `format: markpen/exercise@1
id: heavy-model
title: Heavy model
brief: |
  Walk ninety.
language: nib
model: |
  walk 90
  let x = 0.5
  repeat ${rounds}
${"    x = sin(x * 57) + cos(x * 31)\n".repeat(40)}  end
figures:
  side: { kind: line }
criteria:
  - { id: one, check: count, of: side, exactly: 1, points: 1 }
`,
	});
	const refused = await teacher.publishExercise({ body: body(5_000_000) }).catch((error: unknown) => error);
	expect(refused).toMatchObject({ code: "too-costly", status: 422 });
	expect(String((refused as Error).message)).toMatch(/^Marking the model takes [2-9]\.\d s or more; 2 s is the most/);
	expect((await teacher.publishExercise({ body: body(5) })).key).toBe("heavy-model");
	await running.stop();
});

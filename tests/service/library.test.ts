import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { DEMO_SIGN_INS } from "../../demo/dist/index.js";
import { readEnvironment, startService } from "../../service/dist/index.js";
import { classNamed, Site, settings, visitorOf } from "../site.ts";

const LIBRARY = fileURLToPath(new URL("../../library", import.meta.url));

let site: Site;
let teacher: Client;
beforeAll(async () => {
	site = await Site.start({ web: true, worker: false });
	teacher = await site.teacher();
});
afterAll(() => site.stop());

const libraryOf = async (client: Client, query: object = {}) =>
	(await client.listExercises({ query: { library: "true", limit: 200, ...query } })).exercises;

describe("the library", () => {
	test("is on every site, and is searched by words, topic, level and minutes", async () => {
		const all = await libraryOf(teacher);
		expect(all).toHaveLength(52);
		expect(all.every((e) => e.library && !e.mine && e.version === 1 && !e.draft)).toBe(true);
		const { topics } = await teacher.listExercises({});
		expect(topics).toContain("loops");
		const loops = await libraryOf(teacher, { topic: "loops", level: 2, minutes: 20 });
		expect(loops.length).toBeGreaterThan(1);
		expect(loops.every((e) => e.teaches.includes("loops") && e.level === 2 && (e.minutes ?? 99) <= 20)).toBe(true);
		expect((await libraryOf(teacher, { words: "gulls" })).map((e) => e.key).sort()).toEqual([
			"gull-flock",
			"pair-of-gulls",
		]);
		const own = await teacher.listExercises({ query: { library: "false" } });
		expect(own.exercises.every((e) => !e.library)).toBe(true);
	});

	test("comes in nine collections, in their order", async () => {
		const { collections } = await teacher.listCollections({});
		const library = collections.filter((c) => c.library);
		expect(library.map((c) => c.exercises.length)).toEqual([6, 6, 6, 6, 6, 6, 6, 4, 6]);
	});

	test("is read-only, and a copy belongs to the teacher, even under the same id", async () => {
		const [hatch] = await libraryOf(teacher, { words: "deck hatch" });
		const page = await teacher.showExercise({ params: { id: hatch?.id as string } });
		expect(page.trialPrograms).toHaveLength(3);
		await expect(
			teacher.saveExercise({ params: { id: page.id }, body: { source: page.source }, revision: page.revision }),
		).rejects.toThrow("This exercise belongs to the library. Copy it to change it.");
		await expect(teacher.shareExercise({ params: { id: page.id }, body: { shared: false } })).rejects.toMatchObject({
			code: "not-for-you",
		});
		const copy = await teacher.copyExercise({
			params: { id: page.id },
			body: { key: "deck-hatch", title: "Our hatch" },
		});
		expect(copy).toMatchObject({ key: "deck-hatch", mine: true, library: false });
		expect(copy.trialPrograms).toEqual(page.trialPrograms);
	});

	test("is set to a class by its id; the site's own exercise of that id goes before it", async () => {
		const own = await classNamed(teacher, "8 Tern");
		const at = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString();
		const dates = { opensAt: at(-1), dueAt: at(6), closesAt: at(7) };
		const set = (exercise: string) => teacher.setAssignment({ params: { id: own.id }, body: { exercise, ...dates } });
		await set("storm-cone");
		const [cone] = await libraryOf(teacher, { words: "storm cone" });
		const [row] = await site.rows<{ exercise_id: string }>(
			`SELECT x.exercise_id FROM assignment_exercises x
				JOIN exercises e ON e.id = x.exercise_id WHERE e.key = 'storm-cone'`,
		);
		expect(row?.exercise_id).toBe(cone?.id);
		const source = readFileSync(join(LIBRARY, "1-walking-and-turning/gangway.exercise.yaml"), "utf8");
		const mine = await teacher.publishExercise({ body: { source: source.replace("Gangway steps", "Our gangway") } });
		await set("gangway");
		const rows = await site.rows<{ exercise_id: string }>(
			`SELECT x.exercise_id FROM assignment_exercises x
				JOIN exercises e ON e.id = x.exercise_id WHERE e.key = 'gangway'`,
		);
		expect(rows.map((r) => r.exercise_id)).toEqual([mine.exerciseId]);
	});

	test("a new product brings new versions; assignments and copies keep what they have", async () => {
		const folder = mkdtempSync(join(tmpdir(), "markpen-library-"));
		cpSync(LIBRARY, folder, { recursive: true });
		const file = join(folder, "1-walking-and-turning/storm-cone.exercise.yaml");
		writeFileSync(file, readFileSync(file, "utf8").replace("title: Storm cone", "title: The storm cone"));
		const copied = await teacher.copyExercise({
			params: { id: (await libraryOf(teacher, { words: "storm cone" }))[0]?.id as string },
			body: { key: "our-cone" },
		});
		const versions = () =>
			site.rows<{ number: number; set: boolean }>(
				`SELECT v.number, EXISTS (SELECT 1 FROM assignment_exercises x WHERE x.exercise_version_id = v.id) AS set
				FROM exercise_versions v JOIN exercises e ON e.id = v.exercise_id
				WHERE e.library AND e.key = 'storm-cone' ORDER BY v.number`,
			);
		for (const _ of [1, 2]) {
			const other = await startService(readEnvironment(settings(site.url, { MARKPEN_LIBRARY: folder })), {
				web: true,
				worker: false,
			});
			const client = visitorOf(other.address as string);
			const { signInName, passphrase } = DEMO_SIGN_INS.teacher;
			await client.signIn({ body: { signInName, passphrase } });
			expect((await libraryOf(client, { words: "storm cone" })).map((e) => [e.title, e.version])).toEqual([
				["The storm cone", 2],
			]);
			await other.stop();
			expect(await versions()).toEqual([
				{ number: 1, set: true },
				{ number: 2, set: false },
			]);
		}
		expect((await teacher.showExercise({ params: { id: copied.id } })).source).toContain("title: Storm cone");
		rmSync(folder, { recursive: true });
	});
});

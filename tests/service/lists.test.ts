import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { type Client, everyPage } from "../../client/dist/index.js";
import { Site } from "../site.ts";

let site: Site;
let teacher: Client;
/** More exercises than one page can hold. */
const MANY = 205;
/** Exercises that come with the product. */
const LIBRARY = 52;
/** The demo teacher's 22 exercises, and the one made here. */
const OWN = 23;

const file = (id: string, title: string) => `format: markpen/exercise@1
id: ${id}
title: ${title}
brief: A line.
model: walk 90
criteria:
  - { id: one, check: count, of: { kind: line }, exactly: 1, points: 1 }
`;

beforeAll(async () => {
	site = await Site.start({ web: true, worker: false });
	teacher = await site.teacher();
	await teacher.publishExercise({ body: { source: file("zz-first", "Éclair 100%_off") } });
	for (let n = 0; n < MANY; n++)
		await teacher.draftExercise({
			body: {
				key: `knot-${String(n).padStart(3, "0")}`,
				source: file(`knot-${String(n).padStart(3, "0")}`, `Knot ${n}`),
			},
		});
});
afterAll(() => site.stop());

type Asked = NonNullable<Parameters<Client["listExercises"]>[0]["query"]>;
const keys = (asked: Asked = {}, limit = 200) =>
	everyPage(
		(at) => teacher.listExercises({ query: { ...at, limit, ...asked } }),
		(page) => page.exercises.map((e) => e.key),
	);

describe("a list in pages", () => {
	test.each(["key", "title", "newest"] as const)(
		"by %s comes whole and in order, whatever the size of its pages",
		async (sort) => {
			const whole = await keys({ sort });
			expect(whole.length).toBe(MANY + OWN + LIBRARY);
			expect(new Set(whole).size).toBe(whole.length);
			expect(await keys({ sort }, 17)).toEqual(whole);
			if (sort === "key") expect(whole).toEqual([...whole].sort());
			if (sort === "newest") expect(whole.slice(0, 3)).toEqual(["knot-204", "knot-203", "knot-202"]);
			if (sort === "title") {
				const { exercises } = await teacher.listExercises({ query: { sort, limit: 9 } });
				const titles = exercises.map((e) => e.title.toLowerCase());
				expect(titles).toEqual([...titles].sort());
				expect(titles).toContain("bollards along the quay");
			}
		},
	);

	test("holds only what has the words, in title, id or owner's name, taken literally", async () => {
		expect(await keys({ words: "SAIL" })).toEqual(["sail"]);
		expect(await keys({ words: "éclair" })).toEqual(["zz-first"]);
		expect(await keys({ words: "100%_off" })).toEqual(["zz-first"]);
		expect(await keys({ words: "%" })).toEqual(["zz-first"]);
		expect(await keys({ words: "knot-20" })).toEqual(["knot-200", "knot-201", "knot-202", "knot-203", "knot-204"]);
		expect((await keys({ words: "okafor" })).length).toBe(MANY + OWN);
		expect(await keys({ words: "no such words" })).toEqual([]);
		expect(await keys({ words: "knot", sort: "newest" }, 50)).toHaveLength(MANY);
	});

	test("of teachers is by name or by who came last, and found by words", async () => {
		const names = async (query: NonNullable<Parameters<Client["listTeachers"]>[0]["query"]>) =>
			everyPage(
				(at) => teacher.listTeachers({ query: { ...at, limit: 1, ...query } }),
				(page) => page.teachers.map((t) => t.name),
			);
		const added = await teacher.addTeacher({
			body: { name: "A. Newcomer", signInName: "newcomer", administrator: false },
		});
		expect(await names({})).toEqual(["A. Newcomer", "J. Amari", "M. Okafor-Lind", "R. Castellane"]);
		expect((await names({ sort: "newest" }))[0]).toBe(added.name);
		expect(await names({ words: "AMARI" })).toEqual(["J. Amari"]);
	});

	test("of what was changed is the newest first, or the oldest", async () => {
		const numbers = async (sort: "newest" | "oldest") =>
			everyPage(
				(at) => teacher.listAudit({ query: { ...at, limit: 40, sort, what: "published exercise" } }),
				(page) => page.rows.map((r) => r.number),
			);
		const newest = await numbers("newest");
		expect(newest.length).toBeGreaterThan(0);
		expect(newest).toEqual([...newest].sort((a, b) => b - a));
		expect(await numbers("oldest")).toEqual(newest.toReversed());
	});

	test("refuses a cursor that no page gave, and a sort that there isn't", async () => {
		const forged = (...values: unknown[]) => Buffer.from(JSON.stringify(values)).toString("base64url");
		for (const cursor of [
			"x",
			forged("a"),
			forged("no id", "b"),
			forged(1, 2),
			forged("01890000-0000-7000-8000-000000000000"),
		])
			await expect(teacher.listExercises({ query: { cursor } })).rejects.toMatchObject({ status: 400 });
		for (const cursor of [forged("x"), forged("-1"), forged("99999999999999999999"), forged("1", "2")])
			await expect(teacher.listAudit({ query: { cursor } })).rejects.toMatchObject({ status: 400 });
		for (const query of [{ sort: "size" }, { words: " " }, { limit: 0 }, { limit: 201 }])
			await expect(teacher.listExercises({ query: query as never })).rejects.toMatchObject({ status: 400 });
	});
});

import { gunzipSync } from "node:zlib";
import { afterAll, beforeAll, expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { createDataSource } from "../../service/dist/database/data-source.js";
import { removeOld } from "../../service/dist/retention/retention.js";
import { classNamed, Site } from "../site.ts";

let site: Site;
let admin: Client;
let database: ReturnType<typeof createDataSource>;
beforeAll(async () => {
	site = await Site.start();
	admin = await site.teacher();
	database = await createDataSource(site.url, 4).initialize();
});
afterAll(async () => {
	await database.destroy();
	await site.stop();
});

const POINTS = `SELECT s.name, a.id AS assignment, e.key, n.earned::float, n.possible::float, n.tries, n.late
	FROM counting n
	JOIN assignments a ON a.id = n.assignment_id
	JOIN accounts s ON s.id = n.student_id
	JOIN exercises e ON e.id = n.exercise_id
	WHERE a.class_id = $1
	ORDER BY 1, 2, 3`;
const HAND_INS = "hand_ins h JOIN assignments a ON a.id = h.assignment_id WHERE a.class_id = $1";
const count = async (of: string, id: string) =>
	(await site.rows<{ n: number }>(`SELECT count(*)::int AS n FROM ${of}`, [id]))[0]?.n;

async function allChecked(): Promise<void> {
	const end = Date.now() + 60_000;
	while (Date.now() < end && (await site.rows("SELECT 1 FROM checks WHERE ended_at IS NULL LIMIT 1")).length > 0)
		await new Promise((resolve) => setTimeout(resolve, 100));
}

/** The packed archive that the database has of a class. */
async function packedOf(id: string): Promise<string> {
	const [row] = await site.rows<{ file: Buffer }>("SELECT file FROM class_archives WHERE class_id = $1", [id]);
	return gunzipSync(row?.file as Buffer).toString();
}

test("a closed class is archived, its rows are removed, and it is put back with the same points", async () => {
	await allChecked();
	const { id } = await classNamed(admin, "8 Tern");
	await expect(admin.archiveClass({ params: { id } })).rejects.toMatchObject({ code: "class-open" });
	await expect(admin.putBackClass({ params: { id } })).rejects.toMatchObject({ code: "not-found" });
	const points = await site.rows(POINTS, [id]);
	const adjusted = `adjustments WHERE hand_in_id IN (SELECT h.id FROM ${HAND_INS})`;
	const before = [await count(HAND_INS, id), await count(adjusted, id)];
	await admin.changeClass({ params: { id }, body: { closed: true }, revision: "any" });
	const text = JSON.stringify(await admin.classArchive({ params: { id } }));
	const kept = await admin.archiveClass({ params: { id } });
	expect(kept.handIns).toBe(before[0]);
	expect(kept.bytes).toBeLessThan(text.length / 4);

	const page = await admin.showClass({ params: { id } });
	expect([page.archivedAt === null, page.columns, page.cells, page.students.length > 0]).toEqual([false, [], [], true]);
	await expect(admin.archiveClass({ params: { id } })).rejects.toMatchObject({ code: "class-archived" });
	await expect(admin.changeClass({ params: { id }, body: { closed: false }, revision: "any" })).rejects.toMatchObject({
		code: "class-archived",
	});
	const removed = await removeOld(database);
	expect(removed["hand-ins and assignments of archived classes"]).toBeGreaterThan(before[0] as number);
	expect([await count(HAND_INS, id), await count("assignments WHERE class_id = $1", id)]).toEqual([0, 0]);
	expect(JSON.stringify(await admin.classArchive({ params: { id } }))).toBe(text);

	expect(await admin.putBackClass({ params: { id } })).toEqual({ handIns: before[0] });
	await allChecked();
	expect(await site.rows(POINTS, [id])).toEqual(points);
	expect([await count(HAND_INS, id), await count(adjusted, id)]).toEqual(before);
	expect(await count("class_archives WHERE class_id = $1", id)).toBe(0);
	await expect(admin.putBackClass({ params: { id } })).rejects.toMatchObject({ code: "not-found" });
	const open = await admin.changeClass({ params: { id }, body: { closed: false }, revision: "any" });
	expect(open.closedAt).toBeNull();
});

test("a class is put back whole while a worker removes its rows", async () => {
	const { id } = await classNamed(admin, "8 Tern");
	const points = await site.rows(POINTS, [id]);
	await admin.changeClass({ params: { id }, body: { closed: true }, revision: "any" });
	await admin.archiveClass({ params: { id } });
	await Promise.all([removeOld(database), admin.putBackClass({ params: { id } })]);
	await removeOld(database);
	await allChecked();
	expect(await site.rows(POINTS, [id])).toEqual(points);
	await admin.changeClass({ params: { id }, body: { closed: false }, revision: "any" });
});

test("a deleted student is in no archive any more, and what counted stays without a name", async () => {
	const found = await classNamed(admin, "8 Tern");
	const { id } = found;
	const student = found.students.find((s) => s.name === "Idris Vale")?.id as string;
	const own = await site.rows<{ earned: number }>(
		`SELECT n.earned::float FROM counting n JOIN assignments a ON a.id = n.assignment_id
			WHERE n.student_id = $1 AND a.class_id = $2 AND n.earned IS NOT NULL`,
		[student, id],
	);
	await admin.changeClass({ params: { id }, body: { closed: true }, revision: "any" });
	await admin.archiveClass({ params: { id } });
	await removeOld(database);
	const data = await admin.exportStudent({ params: { id: student } });
	expect(data.archived).toMatchObject([{ class: "8 Tern" }]);
	expect((data.archived as { handIns: object[] }[])[0]?.handIns.length).toBeGreaterThan(0);
	expect(await packedOf(id)).toContain("Idris Vale");
	await admin.deleteStudent({ params: { id: student } });
	const packed = await packedOf(id);
	expect([packed.includes("Idris Vale"), packed.includes(student)]).toEqual([false, false]);
	const archive = JSON.parse(packed) as { classes: { assignments: { nameless: { earned: number }[] }[] }[] };
	const nameless = archive.classes.flatMap((c) => c.assignments).flatMap((a) => a.nameless);
	const sum = (list: readonly { earned: number }[]) => list.reduce((total, p) => total + p.earned, 0);
	expect(own.length).toBeGreaterThan(3);
	expect([nameless.length, sum(nameless)]).toEqual([own.length, sum(own)]);
	await admin.putBackClass({ params: { id } });
	expect(
		await count(`nameless_points WHERE assignment_id IN (SELECT id FROM assignments WHERE class_id = $1)`, id),
	).toBe(own.length);
});

test("the closed classes of a year are archived together", async () => {
	const [{ year } = { year: "" }] = await site.rows<{ year: string }>("SELECT max(school_year) AS year FROM classes");
	await site.rows("UPDATE classes SET closed_at = NULL");
	expect(await admin.archiveYear({ body: { schoolYear: year } })).toEqual({ archived: 0, left: 0 });
	const { closed } = await admin.closeYear({ body: { schoolYear: year } });
	let [archived, left] = [0, 1];
	while (left > 0) {
		const next = await admin.archiveYear({ body: { schoolYear: year } });
		expect(next.archived).toBeGreaterThan(0);
		[archived, left] = [archived + next.archived, next.left];
	}
	expect([closed > 0, archived]).toEqual([true, closed]);
	const { classes } = await admin.listSiteClasses({ query: {} });
	expect(classes.filter((c) => c.schoolYear === year).every((c) => c.archivedAt !== null)).toBe(true);
});

import { expect, test } from "vitest";
import { classNamed, Site } from "../site.ts";

const JONAHS_LAST = `SELECT g.report_id FROM standings g JOIN hand_ins h ON h.id = g.hand_in_id
	JOIN accounts s ON s.id = h.student_id JOIN exercises e ON e.id = h.exercise_id
	WHERE s.name = 'Jonah Skerry' AND e.key = 'rope-coil' ORDER BY h.try_number DESC LIMIT 1`;

test("in the demo exactly three are stuck: by hand-ins, by runs, by time", async () => {
	const site = await Site.start({ web: true, worker: false });
	const teacher = await site.teacher();
	const sentence = "Line 3: the size is 23; 12 meets 2 more criteria.";
	await site.rows(`UPDATE explanations SET causes = $1 WHERE report_id = (${JONAHS_LAST})`, [
		JSON.stringify([{ id: "scaled", teacher: sentence }]),
	]);
	const found = [];
	for (const { id } of (await teacher.listClasses({})).classes)
		found.push(...(await teacher.listStuck({ params: { id } })).stuck);
	await site.stop();
	expect(found.map((s) => [s.student.name, s.exercise, s.handIns, s.runs, s.minutes, s.criterion]).sort()).toEqual([
		["Bram Ousel", "compass-rose", 0, 12, 5.7, "Each ray is 130 long"],
		["Gwen Stell", "lighthouse", 0, 6, 15, "Five bands"],
		["Jonah Skerry", "rope-coil", 3, 0, 0, "One coil"],
	]);
	expect(found.find((s) => s.student.name === "Jonah Skerry")?.slip).toBe(sentence);
});

test("a student isn't stuck any more with one criterion more", async () => {
	const site = await Site.start({ web: true, worker: false });
	const [teacher, student] = [await site.teacher(), await site.student()];
	const { id } = await classNamed(teacher, "8 Tern");
	const hours = (n: number) => new Date(Date.now() + n * 3_600_000).toISOString();
	const assignment = await teacher.setAssignment({
		params: { id },
		body: { exercise: "pier-planks", opensAt: hours(-1), dueAt: hours(24), closesAt: hours(48) },
	});
	const run = (met: string[]) =>
		student.noteRun({
			params: { id: assignment.id, exercise: "pier-planks" },
			body: { state: "drew", met, milliseconds: 1_000 },
		});
	const stuck = async () =>
		(await teacher.listStuck({ params: { id }, query: { assignment: assignment.id } })).stuck.map((s) => [
			s.student.name,
			s.runs,
			s.criterion,
		]);
	for (let i = 0; i < 11; i++) await run(["brown", "no-such-criterion"]);
	expect(await stuck()).toEqual([["Idris Vale", 10, "Seven planks"]]);
	await run(["brown", "line"]);
	expect(await stuck()).toEqual([]);
	await site.stop();
});

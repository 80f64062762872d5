import { expect, test } from "vitest";
import { demoArchive } from "./archive.ts";
import { demoDrafts } from "./drafts.ts";
import { DEMO_STUDENTS } from "./people.ts";

const drafts = demoDrafts();

test("half of 8 Tern writes at the compass rose, at every stage: nothing read, nothing met, some, all", () => {
	const rose = drafts.filter((d) => d.exercise === "compass-rose");
	expect(rose.length).toBeGreaterThanOrEqual(10);
	expect(rose.some((d) => d.state === "unreadable")).toBe(true);
	expect(rose.some((d) => d.state === "drew" && d.met.length === 0)).toBe(true);
	expect(rose.filter((d) => d.met.length > 0 && d.met.length < 17).length).toBeGreaterThanOrEqual(5);
	expect(rose.some((d) => d.met.length === 17)).toBe(true);
});

test("each is one student's, who hasn't handed that exercise in, and no two draw the same", () => {
	const students = new Set(DEMO_STUDENTS.tern.map((s) => s.key));
	const { handIns } = demoArchive(new Date()) as { handIns: { assignment: string; student: string }[] };
	const handedIn = new Set(handIns.map((h) => `${h.assignment} ${h.student}`));
	for (const d of drafts) {
		expect(students).toContain(d.student);
		expect(handedIn).not.toContain(`${d.exercise} ${d.student}`);
	}
	expect(new Set(drafts.map((d) => `${d.exercise} ${d.student}`)).size).toBe(drafts.length);
	expect(new Set(drafts.map((d) => d.source)).size).toBe(drafts.length);
});

// A call of every route of the API, by the caller who uses it most, on a year that was made.
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { zipSync } from "fflate";
import { USUAL_RULES } from "../../contract/dist/index.js";
import { ROOT } from "../run.mjs";
import { YEAR_SIGN_IN } from "./sample.mjs";

/** An id that isn't there. */
const NONE = "01890000-0000-7000-8000-000000000000";
const { passphrase } = YEAR_SIGN_IN;

/** An exercise of the library under another id. */
const exerciseNamed = (id) =>
	readFileSync(join(ROOT, "library/1-walking-and-turning/gangway.exercise.yaml"), "utf8").replace(
		"id: gangway",
		`id: ${id}`,
	);
const COLLECTION = (id) =>
	`format: markpen/collection@1\nid: ${id}\ntitle: Bench\nbrief: |\n  A bench.\nexercises: [gangway]\n`;

const bytes = (files) =>
	zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, new TextEncoder().encode(text)])));

/** What the calls are about: a teacher with classes of this year, a student there, and their things. */
export async function subjectsOf(sql) {
	const all = async (text, values = []) => (await sql.query(text, values)).rows;
	const [teacher] = await all(`SELECT t.account_id AS id, a.sign_in_name AS "signInName"
		FROM class_teachers t JOIN classes c ON c.id = t.class_id JOIN accounts a ON a.id = t.account_id
		WHERE c.closed_at IS NULL AND NOT a.administrator GROUP BY 1, 2 ORDER BY count(*) DESC, a.sign_in_name LIMIT 1`);
	const classes = await all(
		`SELECT c.id, c.code FROM classes c JOIN class_teachers t ON t.class_id = c.id
			WHERE t.account_id = $1 AND c.closed_at IS NULL ORDER BY c.id`,
		[teacher.id],
	);
	const [{ id: classId, code }] = classes;
	const assignments = await all(
		`SELECT a.id, e.key AS exercise, e.id AS "exerciseId", a.closes_at > now() AS open
			FROM assignments a
			JOIN assignment_exercises x ON x.assignment_id = a.id JOIN exercises e ON e.id = x.exercise_id
			WHERE a.class_id = $1 AND a.opens_at < now() ORDER BY a.opens_at DESC`,
		[classId],
	);
	const handIns = await all(
		`SELECT h.id, h.assignment_id AS assignment, h.student_id AS student, h.exercise_id AS exercise,
				r.criteria[1] AS criterion, a.counts
			FROM hand_ins h JOIN assignments a ON a.id = h.assignment_id JOIN reports r ON r.hand_in_id = h.id
			WHERE a.class_id = $1 ORDER BY h.handed_in_at DESC LIMIT 2000`,
		[classId],
	);
	const students = await all(
		`SELECT s.account_id AS id, s.sign_in_name AS "signInName" FROM class_students s WHERE class_id = $1
			ORDER BY (SELECT count(*) FROM hand_ins h WHERE h.student_id = s.account_id) DESC, 1`,
		[classId],
	);
	const others = await all(
		"SELECT id FROM accounts WHERE role = 'teacher' AND NOT administrator AND id <> $1 ORDER BY id",
		[teacher.id],
	);
	const own = handIns.filter((h) => h.student === students[0].id);
	const [past] = await all("SELECT id FROM classes WHERE closed_at IS NOT NULL ORDER BY id LIMIT 1");
	return { past, teacher, classId, code, classes, assignments, handIns, students, others, own };
}

/**
 * The calls: for each route who makes it, what is asked the n-th time, and how often where not as often as all. What
 * changes or removes something comes after what only reads.
 */
export function callsOf({ past, teacher, classId, code, classes, assignments, handIns, students, others, own }) {
	const of = (list) => (n) => list[n % list.length];
	const [handIn, mine, work] = [of(handIns), of(own), of(assignments)];
	const open = assignments.find((a) => a.open) ?? assignments[0];
	const closed = of(assignments.filter((a) => !a.open));
	const choice = of(handIns.filter((h) => h.counts === "chosen"));
	const place = { id: open.id, exercise: open.exercise };
	const later = (days) => new Date(Date.now() + days * 86_400_000).toISOString();
	const day = (days) => later(days).slice(0, 16);
	const params = (id) => ({ params: { id } });
	const inClass = () => params(classId);
	const by = (as, input, times) => ({ as, input, times });
	const t = (input, times) => by("teacher", input, times);
	const s = (input, times) => by("student", input, times);
	const head = (input, times) => by("head", input, times);
	// What earlier calls have made, by the name of its route.
	const made = {};
	const keep = (name) => (reply) => {
		made[name] = reply;
	};
	const nothing = () => ({});
	const criterion = (n) => ({ params: { id: handIn(n).id, criterion: handIn(n).criterion } });
	const uploaded = () => bytes({ [`${students[1].signInName}.nib.txt`]: "walk 5\n" });
	const rows = {
		signIn: t(() => ({ body: { signInName: teacher.signInName, passphrase } }), 5),
		whoAmI: s(nothing),
		showSchool: s(nothing),
		showSchoolSettings: t(nothing),
		listTeachers: t(nothing),
		listAudit: head(nothing),
		showToday: t(nothing),
		listClasses: t(nothing),
		listSiteClasses: head(nothing),
		showClass: t((n) => params(of(classes)(n).id)),
		showRoster: t(inClass),
		showStudent: t((n) => params(of(students)(n).id)),
		exportStudent: t((n) => params(of(students)(n).id)),
		listExercises: t(nothing),
		showExercise: t((n) => params(work(n).exerciseId)),
		showVersion: t((n) => ({ params: { id: work(n).exerciseId, number: 1 } })),
		showPicture: t((n) => params(work(n).exerciseId)),
		acrossClasses: t((n) => params(work(n).exerciseId)),
		listCollections: t(nothing),
		publishCollection: { ...t(() => ({ body: { source: COLLECTION("bench") } })), keeps: keep("collection") },
		showCollection: t(() => params(made.collection.id)),
		showAssignment: t((n) => params(work(n).id)),
		listStuck: t(inClass),
		listDrafts: t((n) => params(work(n).id)),
		listDrawings: t((n) => params(work(n).id)),
		triesUntilMet: t((n) => params(work(n).id)),
		assignmentEvents: t((n) => params(work(n).id)),
		listPresets: t(nothing),
		listTokens: t(nothing),
		listKeptComments: t(nothing),
		listWork: s(nothing),
		showWork: s(() => ({ params: place })),
		showExample: s(() => ({ params: place })),
		listFreeDrawings: s(nothing),
		showHandIn: t((n) => params(handIn(n).id)),
		showDrawing: t((n) => params(handIn(n).id)),
		showDrawingPng: t((n) => params(handIn(n).id)),
		showWanted: t((n) => params(handIn(n).id)),
		showTape: s((n) => params(mine(n).id)),
		handInEvents: s((n) => params(mine(n).id)),
		showGradeBook: t(inClass),
		gradeBookCsv: t(inClass),
		gradeBookOneRoster: { ...t(inClass, 10), keeps: keep("oneRoster") },
		classArchive: t(inClass, 5),
		listAlike: t((n) => params(closed(n).id)),
		previewRoster: t(() => ({ ...inClass(), body: { csv: "Name\nNell Quay\n" } })),
		previewOneRoster: head(() => ({ body: made.oneRoster }), 5),
		nextHint: s((n) => ({ params: { ...place, criterion: mine(n).criterion, number: 1 } })),
		// What students do in a lesson.
		saveDraft: s((n) => ({ params: place, body: { source: `walk ${n}`, device: "desk" }, revision: "any" })),
		noteRun: s(() => ({ params: place, body: { state: "drew", met: [], milliseconds: 900 } })),
		selfCheck: { ...s(() => ({ params: place, body: { source: "walk 5" } }), 2), keeps: keep("selfCheck") },
		showSelfCheck: s(() => params(made.selfCheck.id)),
		saveFreeDrawing: s((n) => ({ params: { name: `boat ${n}` }, body: { source: "walk 5" }, revision: "any" })),
		removeFreeDrawing: s((n) => ({ params: { name: `boat ${n}` } }), 10),
		handIn: s(() => ({ params: place, body: { source: "walk 5" } }), 8),
		// What a teacher decides.
		judge: t((n) => ({ ...criterion(n), body: { points: 0 } })),
		adjust: t((n) => ({ ...criterion(n), body: { points: 0, reason: "A bench." } })),
		undoAdjustment: t((n) => criterion(n)),
		commentOn: {
			...t(() => ({ ...params(handIns[0].id), body: { place: { on: "whole" }, words: "Neat." } })),
			keeps: keep("comment"),
		},
		removeComment: t(() => ({ params: { id: handIns[0].id, comment: made.comment.id } }), 1),
		keepComment: { ...t((n) => ({ body: { words: `Neat ${n}.` } })), keeps: keep("kept") },
		forgetComment: t(() => params(made.kept.id), 1),
		chooseTry: t((n) => ({
			params: { id: choice(n).assignment, student: choice(n).student },
			body: { handInId: choice(n).id },
		})),
		setOwnDates: t((n) => ({
			params: { id: open.id, student: of(students)(n).id },
			body: { dueAt: day(2), closesAt: day(3), excused: false },
		})),
		release: t((n) => ({ ...params(closed(n).id), body: {} }), 10),
		setAssignment: {
			...t(
				() => ({ ...inClass(), body: { exercise: "gangway", opensAt: day(1), dueAt: day(2), closesAt: day(3) } }),
				10,
			),
			keeps: keep("assignment"),
		},
		changeAssignment: t(() => ({ ...params(made.assignment.id), body: { title: "Bench" }, revision: "any" }), 10),
		savePreset: {
			...t(
				(n) => ({
					body: {
						name: `Bench ${n}`,
						dueMinutes: 600,
						closesMinutes: 700,
						at: "16:00",
						...USUAL_RULES,
					},
				}),
				10,
			),
			keeps: keep("preset"),
		},
		removePreset: t(() => params(made.preset.id), 1),
		previewUpload: { ...t(() => ({ ...params(open.id), body: uploaded() }), 5), keeps: keep("upload") },
		carryOutUpload: t(() => ({ ...params(made.upload.id), body: {} }), 1),
		findAlike: { ...t((n) => ({ ...params(closed(n).id), body: {} }), 5), keeps: keep("alike") },
		dismissAlike: t((n) => ({ params: { id: closed(n).id, one: NONE, other: NONE }, body: { dismissed: true } })),
		showJob: t(() => params(made.alike.jobId)),
		jobEvents: t(() => params(made.alike.jobId), 3),
		rehearse: { ...t((n) => ({ ...params(closed(n).id), body: {} }), 5), keeps: keep("rehearsal") },
		showRehearsal: t(() => params(made.rehearsal.jobId), 5),
		carryOut: t(() => ({ ...params(made.rehearsal.jobId), body: {} }), 1),
		// Exercises.
		draftExercise: {
			...t((n) => ({ body: { key: `bench-${n}`, source: exerciseNamed(`bench-${n}`) } }), 5),
			keeps: keep("draft"),
		},
		saveExercise: t(
			() => ({ ...params(made.draft.id), body: { source: exerciseNamed("bench-4") }, revision: "any" }),
			5,
		),
		tryDraft: t(() => params(made.draft.id), 3),
		publishDraft: t(() => ({ ...params(made.draft.id), revision: "any" }), 1),
		publishExercise: t(() => ({ body: { source: exerciseNamed("bench-published") } }), 3),
		copyExercise: t((n) => ({ ...params(work(n).exerciseId), body: { key: `copy-${n}` } }), 5),
		shareExercise: t(() => ({ ...params(made.draft.id), body: { shared: true } }), 5),
		// Classes and people.
		changeClass: t(() => ({ ...inClass(), body: {}, revision: "any" }), 10),
		addStudent: { ...t((n) => ({ ...inClass(), body: { name: `Nell Quay ${n}` } }), 3), keeps: keep("student") },
		changeStudent: t((n) => ({ params: { id: classId, student: of(students)(n).id }, body: {} }), 10),
		printCards: t(() => ({ ...inClass(), body: { students: [students[2].id] } }), 3),
		importRoster: t(() => ({ ...inClass(), body: { csv: "Name\nUma Stint\n" } }), 1),
		importOneRoster: head(() => ({ body: made.oneRoster }), 1),
		giveClass: t(() => ({ params: { id: classId, teacher: others[0].id }, body: { until: later(1) } }), 5),
		takeClass: t(() => ({ params: { id: classId, teacher: others[0].id } }), 1),
		makeClass: { ...t((n) => ({ body: { name: `Bench ${n}`, schoolYear: "2026" } }), 5), keeps: keep("class") },
		moveStudent: t(() => ({ params: { id: classId, student: students.at(-1).id }, body: { to: made.class.id } }), 1),
		removeStudent: t(() => ({ params: { id: classId, student: students.at(-2).id } }), 1),
		removeAssignment: t(() => params(made.assignment.id), 1),
		changeSchoolSettings: head(() => ({ body: {}, revision: "any" }), 5),
		addTeacher: {
			...head((n) => ({ body: { name: `B. Bench ${n}`, signInName: `bench-${n}` } }), 3),
			keeps: keep("teacher"),
		},
		changeTeacher: head(() => ({ ...params(made.teacher.id), body: {} }), 5),
		resetPassphrase: head(() => params(made.teacher.id), 3),
		closeTeacher: head(() => params(made.teacher.id), 1),
		deleteStudent: head(() => params(students.at(-3).id), 1),
		makeToken: {
			...t((n) => ({ body: { signInName: teacher.signInName, passphrase, name: `bench ${n}`, scope: "read" } }), 3),
			keeps: keep("token"),
		},
		revokeToken: t(() => params(made.token.id), 1),
		changePassphrase: t(() => ({ body: { now: "wrong-passphrase", next: "another-passphrase-1" } }), 2),
		loadArchive: head(() => ({ body: new TextEncoder().encode(JSON.stringify(made.archive)) }), 1),
		closeYear: head(() => ({ body: { schoolYear: "1950" } }), 1),
		archiveClass: head(() => params(past.id), 1),
		putBackClass: head(() => params(past.id), 1),
		archiveYear: head(() => ({ body: { schoolYear: "1950" } }), 1),
		setUpSchool: head(
			() => ({
				body: {
					link: "forged",
					administrator: { name: "X", signInName: "x", passphrase: "a-long-passphrase-1" },
					school: { name: "X", zone: "UTC", schoolYear: "2026", gradeScale: [] },
				},
			}),
			2,
		),
		signOut: s(nothing, 1),
	};
	rows.classArchive.keeps = keep("archive");
	return { rows, code };
}

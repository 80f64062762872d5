import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import { type ChanceAssignment, chanceWork } from "./class-work.ts";
import { CURLEW } from "./curlew.ts";
import { demoDrafts } from "./drafts.ts";
import { GANNET } from "./gannet.ts";
import { DEMO_STUDENTS, passphraseOf } from "./people.ts";
import { demoPrograms } from "./programs.ts";

/** 8 Tern's exercises in the order of the term, with the day each was set and is due, before today. */
const TERM = [
	{ exercise: "mooring-buoy", set: 20, due: 13 },
	{ exercise: "sail", set: 13, due: 6 },
	{ exercise: "pier-planks", set: 6, due: -1 },
	{ exercise: "lighthouse", set: 5, due: -2 },
	{ exercise: "compass-rose", set: 4, due: -3 },
	{ exercise: "rope-coil", set: 3, due: -4 },
	{ exercise: "harbour-scene", set: 2, due: -5 },
	{ exercise: "ferry-crossing", set: 1, due: -6 },
] as const;

/** 8 Gannet's six weeks in Nib, one exercise after the other. */
const GANNET_IN_NIB: readonly ChanceAssignment[] = [
	{ key: "g-buoy", exercises: ["mooring-buoy"], set: 41, due: 34, closes: 32 },
	{ key: "g-sail", exercises: ["sail"], set: 34, due: 27, closes: 25 },
	{ key: "g-planks", exercises: ["pier-planks"], set: 27, due: 20, closes: 18 },
	{ key: "g-rose", exercises: ["compass-rose"], set: 20, due: 13, closes: 11 },
	{ key: "g-scene", exercises: ["harbour-scene"], set: 13, due: 6, closes: 4 },
	{ key: "g-coil", exercises: ["rope-coil"], set: 6, due: -1, closes: -8 },
];
/** 8 Curlew has one collection in Nib, and its term's work in JavaScript and SVG. */
const CURLEW_IN_NIB: readonly ChanceAssignment[] = [
	{ key: "c-first", exercises: ["mooring-buoy", "sail", "pier-planks", "lighthouse"], set: 38, due: 10, closes: 8 },
];

const SCALE = [
	{ name: "A", from: 85 },
	{ name: "B", from: 70 },
	{ name: "C", from: 50 },
	{ name: "D", from: 0 },
];

/** Who to sign in as in the demo. */
export const DEMO_SIGN_INS = {
	teacher: { name: "M. Okafor-Lind", signInName: "okafor-lind", passphrase: "lantern-quay-52" },
	student: { name: "Idris Vale", classCode: "tern-8", signInName: "idris", passphrase: passphraseOf(1) },
};
/** The demo's other teachers: one with a class of her own, one who only covers 8 Tern. */
export const DEMO_TEACHERS = {
	other: { name: "R. Castellane", signInName: "castellane", passphrase: "ferry-cable-38" },
	cover: { name: "J. Amari", signInName: "amari", passphrase: "anchor-rope-71" },
};

const DAY = 86_400_000;
const midnight = (today: Date) => Date.UTC(today.getUTCFullYear(), today.getUTCMonth(), today.getUTCDate());

/** The moment in 8 Tern's lesson at which its drafts are written. */
const LESSON_MINUTES = 52;

/** A moment some days before today, in UTC: lessons begin at 9:10. */
function moment(today: Date, daysBefore: number, minutes: number): string {
	return new Date(midnight(today) - daysBefore * DAY + (9 * 60 + 10 + minutes) * 60_000).toISOString();
}

const file = (path: string) => readFileSync(new URL(`../${path}`, import.meta.url), "utf8");
const EXERCISES = TERM.map((t) => t.exercise);

/** Teachers' decisions on hand-ins, by assignment, student and try. */
function decidedOn(today: Date): Map<string, object> {
	const by = "teacher";
	const at = moment(today, 3, 300);
	return new Map<string, object>([
		[
			"sail lena 1",
			{
				adjustments: [
					{ criterion: "right", points: 1, reason: "One turn short, and the right angle is there.", by, at },
				],
				comments: [
					{
						place: { on: "lines", from: 1, to: 3 },
						words: "Count your turns: the pen must face as it did when it began.",
						by,
						at,
					},
				],
			},
		],
		[
			"mooring-buoy ana 1",
			{ comments: [{ place: { on: "whole" }, words: "Ana, everything is where it should be.", by, at }] },
		],
		[
			"pier-planks oli 1",
			{
				adjustments: [
					{ criterion: "places", points: 1, reason: "The gaps are equal, as we said in the lesson.", by, at },
				],
			},
		],
	]);
}

/** The hand-ins of a stuck student. */
function stuck(today: Date): object[] {
	const coil = (step: number) =>
		`pen colour saddlebrown width 3\nrepeat 8\n  curve left radius ${step} sweep 180\nend\n`;
	return [1, 2, 3].map((tryNumber) => ({
		assignment: "g-coil",
		exercise: "rope-coil",
		student: "g-jonah",
		tryNumber,
		source: coil(20 + tryNumber),
		handedInAt: moment(today, 1, 20 + 6 * tryNumber),
	}));
}

/** The demo's classes as an archive: the same everywhere but for its dates, which end today. */
export function demoArchive(today: Date): object {
	const decided = decidedOn(today);
	const year = `${today.getUTCFullYear()}`;
	const chance = (a: ChanceAssignment) => ({
		key: a.key,
		exercises: a.exercises,
		opensAt: moment(today, a.set, 0),
		dueAt: moment(today, a.due, 380),
		closesAt: moment(today, a.closes, 380),
		tries: 4,
		releases:
			a.due > 0
				? DEMO_STUDENTS.gannet
						.filter(() => a.key.startsWith("g-") && a.due > 10)
						.map((s) => ({ student: s.key, by: "other", at: moment(today, a.due - 3, 300) }))
				: [],
	});
	const made = [
		...chanceWork(8_117, DEMO_STUDENTS.gannet, GANNET_IN_NIB).filter(
			(h) => !(h.assignment === "g-coil" && h.student === "g-jonah"),
		),
		...chanceWork(8_118, DEMO_STUDENTS.curlew, CURLEW_IN_NIB),
		...CURLEW.work(),
		...GANNET.work(),
		...chanceWork(8_119, DEMO_STUDENTS.tern.slice(12), [
			{ key: "mooring-buoy", exercises: ["mooring-buoy"], set: 20, due: 13, closes: 6 },
			{ key: "sail", exercises: ["sail"], set: 13, due: 6, closes: -1 },
		]),
	];
	return {
		format: "markpen/class-archive@1",
		school: "Saltmere School",
		teachers: [
			{ key: "teacher", ...DEMO_SIGN_INS.teacher, administrator: true },
			{ key: "other", ...DEMO_TEACHERS.other },
			{ key: "cover", ...DEMO_TEACHERS.cover },
		],
		students: [...DEMO_STUDENTS.tern, ...DEMO_STUDENTS.gannet, ...DEMO_STUDENTS.curlew],
		exercises: [
			...EXERCISES.map((exercise) => ({
				key: exercise,
				source: file(`exercises/${exercise}.exercise.yaml`),
				owner: "teacher",
			})),
			...[CURLEW, GANNET].flatMap((of) =>
				of.exercises.map(({ id }) => ({ key: id, source: of.exercise(id), owner: "teacher" })),
			),
		],
		collections: [{ key: "first-shapes", source: file("harbour-day.collection.yaml"), owner: "teacher" }],
		classes: [
			{
				key: "8-tern",
				name: "8 Tern",
				schoolYear: year,
				code: DEMO_SIGN_INS.student.classCode,
				zone: "Europe/Lisbon",
				gradeScale: SCALE,
				teachers: ["teacher", { teacher: "cover", until: moment(today, -14, 0) }],
				students: DEMO_STUDENTS.tern.map((s) => s.key),
				assignments: TERM.map(({ exercise, set, due }) => ({
					key: exercise,
					exercises: [exercise],
					opensAt: moment(today, set, 0),
					dueAt: moment(today, due, 380),
					closesAt: moment(today, due - 7, 380),
					tries: 4,
					ownDates: exercise === "sail" ? [{ student: "oli", dueAt: null, closesAt: null, excused: true }] : [],
				})),
			},
			{
				key: "8-gannet",
				name: "8 Gannet",
				schoolYear: year,
				code: "gannet-8",
				zone: "Europe/Lisbon",
				gradeScale: SCALE,
				teachers: ["other", "teacher"],
				students: DEMO_STUDENTS.gannet.map((s) => s.key),
				assignments: [...GANNET_IN_NIB, ...GANNET.term].map(chance),
			},
			{
				key: "8-curlew",
				name: "8 Curlew",
				schoolYear: year,
				code: "curlew-8",
				zone: "Europe/Lisbon",
				gradeScale: [],
				teachers: ["teacher"],
				// One student is in two classes.
				students: [...DEMO_STUDENTS.curlew.map((s) => s.key), "zoe"],
				assignments: [
					...CURLEW_IN_NIB.map((a) => ({ ...chance(a), title: "First shapes", collection: "first-shapes" })),
					...CURLEW.term.map(chance),
				],
			},
		],
		handIns: [
			...demoPrograms().map((p) => ({
				assignment: p.exercise,
				exercise: p.exercise,
				student: p.student,
				tryNumber: p.try,
				source: p.source,
				handedInAt: moment(today, p.day, p.minute),
				...decided.get(`${p.exercise} ${p.student} ${p.try}`),
			})),
			...made.map(({ day, minute, ...h }) => ({ ...h, handedInAt: moment(today, day, minute) })),
			...stuck(today),
		],
		drafts: demoDrafts().map(({ minute, ...draft }) => ({
			...draft,
			assignment: draft.exercise,
			// The lesson is going on just now.
			savedAt: new Date(today.getTime() - (LESSON_MINUTES - minute) * 60_000).toISOString(),
			bestMet: draft.met.length,
		})),
	};
}

/** What the demo holds, whatever day it is, in sixteen digits: names, sources and dates as days before today. */
export function demoChecksum(today: Date): string {
	const from = midnight(today);
	const text = JSON.stringify(demoArchive(today), (key, value) => {
		if (typeof value === "string" && key === "savedAt") return Date.parse(value) - today.getTime();
		if (typeof value === "string" && /At$|^until$|^at$/.test(key)) return Date.parse(value) - from;
		return key === "schoolYear" ? "" : value;
	});
	return createHash("sha256").update(text).digest("hex").slice(0, 16);
}

import { readFileSync } from "node:fs";
import { type DemoProgram, demoPrograms } from "./programs.ts";

/** The exercises of the demo in the order of the term, with the day each was set, before today. */
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

const STUDENTS = [
	["ana", "Ana Brook"],
	["idris", "Idris Vale"],
	["ivy", "Ivy Marsh"],
	["kit", "Kit Sorrel"],
	["lena", "Lena Firth"],
	["mina", "Mina Ash"],
	["ned", "Ned Holt"],
	["oli", "Oli Tarn"],
	["ruth", "Ruth Pell"],
	["sami", "Sami Dene"],
	["tomo", "Tomo Reed"],
	["zoe", "Zoe Lark"],
] as const;

const WORDS = ["amber", "brass", "coral", "delta", "ember", "fathom", "gannet", "harbour", "inlet", "jetty", "kelp", "lagoon"];

/** Who to sign in as in the demo. */
export const DEMO_SIGN_INS = {
	teacher: { name: "M. Okafor-Lind", signInName: "okafor-lind", passphrase: "lantern-quay-52" },
	student: { name: "Idris Vale", classCode: "tern-8", signInName: "idris", passphrase: passphraseOf(1) },
};

function passphraseOf(index: number): string {
	return `${WORDS[index]}-gull-${31 + index}`;
}

/** A moment some days before today, in UTC: lessons begin at 9:10. */
function moment(today: Date, daysBefore: number, minutes: number): string {
	const day = Date.UTC(today.getUTCFullYear(), today.getUTCMonth(), today.getUTCDate()) - daysBefore * 86_400_000;
	return new Date(day + (9 * 60 + 10 + minutes) * 60_000).toISOString();
}

function exerciseSource(id: string): string {
	return readFileSync(new URL(`../exercises/${id}.exercise.yaml`, import.meta.url), "utf8");
}

/** The demo's class as an archive: the same everywhere but for its dates, which end today. */
export function demoArchive(today: Date): object {
	const programs: DemoProgram[] = demoPrograms();
	const { teacher } = DEMO_SIGN_INS;
	return {
		format: "markpen/class-archive@1",
		school: "Saltmere School",
		teachers: [{ key: "teacher", name: teacher.name, signInName: teacher.signInName, passphrase: teacher.passphrase }],
		students: STUDENTS.map(([key, name], i) => ({ key, name, signInName: key, passphrase: passphraseOf(i) })),
		exercises: TERM.map(({ exercise }) => ({ key: exercise, source: exerciseSource(exercise) })),
		classes: [
			{
				key: "8-tern",
				name: "8 Tern",
				schoolYear: `${today.getUTCFullYear()}`,
				code: DEMO_SIGN_INS.student.classCode,
				teachers: ["teacher"],
				students: STUDENTS.map(([key]) => key),
				assignments: TERM.map(({ exercise, set, due }) => ({
					key: exercise,
					exercise,
					opensAt: moment(today, set, 0),
					dueAt: moment(today, due, 380),
					closesAt: moment(today, due - 7, 380),
					tries: 4,
				})),
			},
		],
		handIns: programs.map((p) => ({ assignment: p.exercise, student: p.student, tryNumber: p.try, source: p.source, handedInAt: moment(today, p.day, p.minute) })),
	};
}

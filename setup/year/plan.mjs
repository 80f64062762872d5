// A school over two school years, by chance from a seed: people, classes, assignments and who handed in what, when.
import { Chance } from "../../demo/dist/chance.js";

const DAY = 86_400_000;
const WEEK = 7 * DAY;
/** Assignments of a class, one a week. */
const WEEKS = 40;
/** Students of a class, in each of the two years. */
const CLASS_SIZE = 31;
/** Students of the school for each class of a year: a quarter of them are there in both years. */
const STUDENTS_A_CLASS = 50;
/** Teachers for each hundred students. */
const TEACHERS_A_HUNDRED = 3;
/** The share of students who hand in an assignment, and of them how many need a second, third and fourth try. */
const DONE = 0.92;
const TRIES = [0.36, 0.29, 0.19, 0.16];

/** How the tries of an assignment count, in turn. */
const COUNTS = ["best", "best", "latest", "best", "chosen"];

const FIRST =
	"Ada,Bram,Cleo,Dario,Esme,Finn,Gwen,Hugo,Ines,Jonah,Kaya,Leo,Maja,Nils,Orla,Piet,Quill,Rosa,Sol,Theo,Una,Vera,Wim,Xenia,Yann,Zuri,Abel,Bea,Caius,Dot,Elif,Faro,Greta,Hari,Ilse,Jude,Kofi,Lotte,Milo,Nia".split(
		",",
	);
const LAST =
	"Corrie,Lintott,Wray,Ferrier,Sand,Umber,Shoal,Brae,Calder,Skerry,Merrow,Tidewell,Strand,Harrow,Keel,Sallow,Ardern,Haven,Noss,Wharram,Selby,Croft,Mull,Oake,Fenn,Carne,Whin,Stour,Brandt,Latch,Dunnet,Veere,Samphire,Groyne,Plaice,Redshaw,Estuary,Kelling,Marram,Quarrie,Ousel,Thwaite,Penha,Rook,Garrow,Stell,Brook,Vale,Marsh,Sorrel".split(
		",",
	);
const BIRDS =
	"Avocet,Brent,Curlew,Dunlin,Eider,Fulmar,Gannet,Heron,Ibis,Jaeger,Knot,Lapwing,Merlin,Osprey,Plover".split(",");

/** A UUID of version 7 (RFC 9562) for a moment, its other bits by chance. */
export function idAt(chance, at) {
	const hex = (bits) => Math.floor(chance.next() * 2 ** bits);
	const time = at.toString(16).padStart(12, "0");
	const a = (0x7000 + hex(12)).toString(16);
	const b = (0x8000 + hex(14)).toString(16);
	const c = (hex(24) * 2 ** 24 + hex(24)).toString(16).padStart(12, "0");
	return `${time.slice(0, 8)}-${time.slice(8)}-${a}-${b}-${c}`;
}

/**
 * Plans a school.
 *
 * @param of.students the number of students
 * @param of.seed the seed of everything that is by chance
 * @param of.today a day near the end of the second year, at midnight in UTC, in milliseconds
 * @param of.exercises the number of exercises
 */
export function planSchool({ students: asked, seed, today, exercises }) {
	const chance = new Chance(seed);
	const count = Math.max(asked, CLASS_SIZE);
	const perYear = Math.max(1, Math.round(count / STUDENTS_A_CLASS));
	// The last assignment of the year opens next week.
	const starts = [today - 38 * WEEK - 52 * WEEK, today - 38 * WEEK];
	const yearOf = (start) => {
		const year = new Date(start + 20 * WEEK).getUTCFullYear();
		return `${year - 1}/${String(year % 100).padStart(2, "0")}`;
	};
	const nameOf = (n) => {
		const again = Math.floor(n / (FIRST.length * LAST.length));
		return `${FIRST[n % FIRST.length]} ${LAST[Math.floor(n / FIRST.length) % LAST.length]}${again ? ` ${again + 1}` : ""}`;
	};
	const people = (role, number, first) =>
		Array.from({ length: number }, (_, n) => ({
			id: idAt(chance, starts[0] + n),
			role,
			name: nameOf(first + n),
			signInName: `${role}-${n + 1}`,
		}));
	const teachers = people("teacher", Math.max(2, Math.round((count * TEACHERS_A_HUNDRED) / 100)), count);
	const students = people("student", count, 0);
	const classes = [];
	const assignments = [];
	for (const [year, start] of starts.entries())
		for (let n = 0; n < perYear; n++) {
			const id = idAt(chance, start);
			// The second year begins where three quarters of the first end: the others are in both.
			const offset = year === 0 ? n * CLASS_SIZE : count - (n + 1) * CLASS_SIZE;
			classes.push({
				id,
				name: `${7 + (n % 5)} ${BIRDS[n % BIRDS.length]}${n < BIRDS.length ? "" : ` ${Math.floor(n / BIRDS.length) + 1}`}`,
				schoolYear: yearOf(start),
				code: `year-${year + 1}-${n + 1}`,
				closedAt: year === 0 ? start + 44 * WEEK : null,
				start,
				teachers: [teachers[n % teachers.length], teachers[(n + perYear) % teachers.length]],
				students: Array.from({ length: CLASS_SIZE }, (_, k) => students[(((offset + k) % count) + count) % count]),
			});
			for (let week = 0; week < WEEKS; week++) {
				const opensAt = start + week * WEEK + 8 * 3_600_000;
				assignments.push({
					id: idAt(chance, opensAt - DAY),
					class: classes.length - 1,
					exercise: (week + n) % exercises,
					opensAt,
					dueAt: opensAt + WEEK,
					closesAt: opensAt + WEEK + 2 * DAY,
					counts: COUNTS[week % COUNTS.length],
				});
			}
		}
	return { teachers, students, classes, assignments, today };
}

/** How many tries, by the shares of those who need that many. */
function tries(chance) {
	let left = chance.next();
	for (const [n, share] of TRIES.entries()) {
		left -= share;
		if (left < 0) return n + 1;
	}
	return TRIES.length;
}

/**
 * The hand-ins of a plan, in the order of their time.
 *
 * @param samples for each exercise its sample hand-ins, with the share of points that each has
 */
export function* planHandIns({ classes, assignments, today }, samples, seed) {
	const chance = new Chance(seed + 1);
	for (const a of [...assignments].sort((one, other) => one.opensAt - other.opensAt)) {
		if (a.opensAt >= today) continue;
		const handIns = [];
		for (const student of classes[a.class].students) {
			if (chance.next() >= DONE) continue;
			const chosen = Array.from({ length: tries(chance) }, () => {
				const of = samples[a.exercise];
				return of[chance.below(of.length)];
			}).sort((one, other) => one.share - other.share);
			const latest = Math.min(a.closesAt, today);
			const times = chosen
				.map(() => a.opensAt + Math.floor(chance.next() ** 2 * (latest - a.opensAt)))
				.sort((x, y) => x - y);
			for (const [n, sample] of chosen.entries())
				handIns.push({ a, student, tryNumber: n + 1, at: times[n], sample, last: n === chosen.length - 1 });
		}
		handIns.sort((one, other) => one.at - other.at || one.tryNumber - other.tryNumber);
		for (const handIn of handIns)
			yield {
				...handIn,
				id: idAt(chance, handIn.at),
				checkId: idAt(chance, handIn.at),
				reportId: idAt(chance, handIn.at + 300),
				key: idAt(chance, handIn.at),
				late: handIn.at > a.dueAt,
			};
	}
}

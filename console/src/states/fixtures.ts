import { API_BASE, ROUTES, USUAL_RULES } from "@markpen/contract";
import { wire } from "../state/site/api.ts";

const ID = "01890000-0000-7000-8000-000000000000";
const SOON = "2030-01-01T12:00:00Z";
const PLACE = { classId: ID, className: "8 Example" };
const CONDITIONS = { sheet: null, seed: 1, frames: null, steps: null, without: [] };
const ONE = {
	id: ID,
	name: "8 Example",
	schoolYear: "2030",
	code: "example-8",
	zone: "UTC",
	gradeScale: [],
	revision: 1,
	closedAt: null,
	archivedAt: null,
	covering: false,
};

/** What the service answers where there is nothing yet. */
const EMPTY: Readonly<Partial<Record<keyof typeof ROUTES, unknown>>> = {
	showToday: {
		rows: [],
		stuck: [],
		firstSteps: { classId: null, students: 0, cards: false, assignments: 0, looked: false },
	},
	listClasses: { classes: [] },
	showClass: {
		...ONE,
		teachers: [{ id: ID, name: "T. Example", until: null }],
		students: [],
		columns: [],
		cells: [],
		excused: [],
	},
	showRoster: { students: [] },
	listStuck: { stuck: [] },
	showGradeBook: { ...PLACE, columns: [], rows: [] },
	listExercises: { exercises: [], topics: [], next: null },
	listPresets: { presets: [] },
	showSchoolSettings: { name: "School", zone: "UTC", schoolYear: "2030/31", gradeScale: [], revision: 1 },
	listCollections: { collections: [] },
	showExercise: {
		id: ID,
		key: "new",
		title: "New",
		owner: "T. Example",
		mine: true,
		shared: false,
		library: false,
		teaches: [],
		level: null,
		minutes: null,
		version: null,
		draft: true,
		source: "",
		revision: 1,
		trialPrograms: [],
		versions: [],
	},
	acrossClasses: { key: "new", title: "New", classes: [], criteria: [], slips: [] },
	showAssignment: {
		...USUAL_RULES,
		...PLACE,
		id: ID,
		title: "New",
		exercise: "new",
		exercises: [{ key: "new", title: "New", version: 1, possible: 1 }],
		brief: "",
		opensAt: SOON,
		dueAt: SOON,
		closesAt: SOON,
		revision: 1,
		covering: false,
		possible: 1,
		students: 0,
		criteria: [],
		slips: [],
		handIns: [],
		without: [],
		excused: [],
		ownDates: [],
		counted: [],
		unchecked: 0,
	},
	listDrawings: { drawings: [] },
	listDrafts: { exercise: "new", conditions: CONDITIONS, drafts: [], criteria: 0 },
	triesUntilMet: { criteria: [] },
	listAlike: { pairs: [], lookedAt: null },
	showHandIn: {
		...PLACE,
		id: ID,
		assignmentId: ID,
		title: "New",
		exercise: "new",
		student: { id: ID, name: "S. Example" },
		tryNumber: 1,
		tries: [],
		handedInAt: SOON,
		late: false,
		pressedAt: null,
		madeBy: "student",
		source: "",
		language: "nib",
		conditions: CONDITIONS,
		answers: {},
		report: null,
		waiting: true,
		points: null,
		criteria: [],
		comments: [],
		released: false,
		before: null,
		after: null,
	},
	listKeptComments: { comments: [], fields: {} },
	showStudent: { student: { id: ID, name: "S. Example" }, rows: [], criteria: [], slips: [] },
	listTokens: { tokens: [] },
	listTeachers: { teachers: [], next: null },
	listSiteClasses: { classes: [], next: null },
	listAudit: { rows: [], next: null },
	listWork: { work: [] },
	showWork: {
		assignmentId: ID,
		className: PLACE.className,
		unit: null,
		exercise: {
			id: "new",
			title: "New",
			brief: "",
			conditions: CONDITIONS,
			languages: ["nib"],
			starter: null,
			starters: {},
			example: null,
			criteria: [],
		},
		opensAt: SOON,
		dueAt: SOON,
		closesAt: SOON,
		late: "marked",
		triesLeft: null,
		excused: false,
		released: false,
		handIns: [],
		draft: null,
		hinted: {},
		lastSource: null,
		lastLanguage: null,
		continues: null,
		model: null,
	},
	listFreeDrawings: { drawings: [] },
};

const WHO = {
	teacher: { id: ID, name: "T. Example", role: "teacher", administrator: true, once: false },
	student: { id: ID, name: "S. Example", role: "student", administrator: false, once: false },
} as const;

const json = (body: unknown, status = 200) =>
	new Response(JSON.stringify(body), {
		status,
		headers: { "content-type": status < 400 ? "application/json" : "application/problem+json" },
	});

function routeOf(method: string, path: string): keyof typeof ROUTES | undefined {
	for (const [name, route] of Object.entries(ROUTES))
		if (route.method === method && new RegExp(`^${route.path.replace(/:\w+/g, "[^/]+")}$`).test(path))
			return name as keyof typeof ROUTES;
	return undefined;
}

/**
 * Lets the pages speak to fixtures instead of the service: `loading`, `error`, `offline`, or `empty` where there is
 * nothing yet.
 */
export function showState(state: string, who: keyof typeof WHO): void {
	wire.listens = false;
	wire.send = async (input, init) => {
		const url = new URL(String(input), location.origin);
		const name = routeOf(init?.method ?? "GET", url.pathname.slice(API_BASE.length));
		if (name === "whoAmI") return json(WHO[who]);
		if (state === "loading") return new Promise<Response>(() => undefined);
		if (state === "offline") throw new TypeError("no network");
		if (state === "error" || name === undefined || EMPTY[name] === undefined)
			return json(
				{
					type: "/problems/went-wrong",
					title: "Something went wrong",
					status: 500,
					detail: "Something went wrong in the service. Nothing was lost; try again in a moment.",
				},
				500,
			);
		return json(EMPTY[name]);
	};
}

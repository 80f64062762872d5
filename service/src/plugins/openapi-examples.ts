import { USUAL_RULES } from "@markpen/contract";

/** Example requests and responses from the demo, for the API's page. */
export const EXAMPLES: Readonly<Record<string, { readonly body?: unknown; readonly reply?: unknown }>> = Object.freeze({
	signIn: { body: { classCode: "tern-8", signInName: "idris", passphrase: "brass-gull-32" } },
	makeToken: {
		body: { signInName: "okafor-lind", passphrase: "lantern-quay-52", name: "laptop", scope: "write", days: 90 },
	},
	setUpSchool: {
		body: {
			link: "E6lYxCrBTRAU5KCxqowlkZgepYn9Ywth",
			administrator: { name: "R. Sandoval", signInName: "sandoval", passphrase: "tide-and-current-7" },
			school: {
				name: "Saltmere School",
				zone: "Europe/Lisbon",
				schoolYear: "2026/27",
				gradeScale: [
					{ name: "Pass", from: 50 },
					{ name: "Not yet", from: 0 },
				],
			},
		},
	},
	changeSchoolSettings: { body: { schoolYear: "2027/28" } },
	savePreset: {
		body: {
			name: "Homework, one week",
			dueMinutes: 10_080,
			closesMinutes: 11_520,
			at: "16:00",
			...USUAL_RULES,
		},
	},
	makeClass: { body: { name: "9 Gannet", schoolYear: "2026/27", zone: "Europe/Lisbon" } },
	changeClass: {
		body: {
			gradeScale: [
				{ name: "A", from: 85 },
				{ name: "B", from: 65 },
				{ name: "C", from: 0 },
			],
		},
	},
	previewRoster: { body: { csv: "Name,Sign-in name\nNell Quay,nell\n" } },
	importRoster: { body: { csv: "Name,Sign-in name\nNell Quay,nell\n" } },
	addStudent: { body: { name: "Nell Quay" } },
	publishExercise: { body: { source: "format: markpen/exercise@1\nid: mooring-buoy\ntitle: Mooring buoy\n…" } },
	setAssignment: {
		body: {
			exercise: "mooring-buoy",
			opensAt: "2027-03-22T09:10",
			dueAt: "2027-03-29T16:00",
			closesAt: "2027-04-05T16:00",
			tries: 4,
		},
	},
	setOwnDates: { body: { dueAt: "2027-04-02T16:00", closesAt: "2027-04-05T16:00", excused: false } },
	release: { body: {} },
	handIn: { body: { source: "fill crimson\ncircle centre 200, 150 diameter 80\n" } },
	saveDraft: { body: { source: "fill crimson\ncircle centre 200, 150 diameter 40\n", device: "desk 7", answers: {} } },
	adjust: { body: { points: 1.5, reason: "The band is right but for its colour, which the brief left open." } },
	judge: { body: { points: 2 } },
	commentOn: {
		body: { place: { on: "criterion", criterion: "middle" }, words: "{name}, look at where your circle's middle is." },
	},
	noteRun: { body: { state: "drew", met: ["one", "red"], milliseconds: 42_000 } },
	carryOut: { body: { drop: [] } },
	changePassphrase: { body: { now: "thimble-heron-oat-41", next: "a-lantern-on-the-quay" } },
	addTeacher: { body: { name: "R. Castellane", signInName: "castellane" } },
	closeYear: { body: { schoolYear: "2026/27" } },
	archiveYear: { body: { schoolYear: "2025/26" } },
	moveStudent: { body: { to: "01a21511-3e54-7318-9e3a-352eb8e3ea15" } },
	draftExercise: { body: { key: "harbour-lamp", source: "format: markpen/exercise@1\nid: harbour-lamp\n" } },
	saveExercise: {
		body: {
			source: "format: markpen/exercise@1\nid: harbour-lamp\n…",
			trialPrograms: [{ name: "too small", source: "circle centre 140, 90 diameter 18\n", expects: 2 }],
		},
		reply: {
			revision: 4,
			problems: [{ path: "criteria[0].check", line: 9, message: '"cuont" isn\'t known here; did you mean "count"?' }],
		},
	},
	copyExercise: { body: { key: "harbour-lamp-9", title: "Harbour lamp for year 9" } },
	shareExercise: { body: { shared: true } },
	publishCollection: {
		body: {
			source:
				"format: markpen/collection@1\nid: first-shapes\ntitle: First shapes\nexercises: [mooring-buoy, sail, pier-planks, lighthouse]\n",
		},
	},
	chooseTry: { body: { handInId: "01a21512-10ed-7575-a845-2ee381e2655a" } },
	selfCheck: { body: { source: "fill crimson\ncircle centre 200, 150 diameter 40\n", answers: {} } },
	saveFreeDrawing: { body: { source: "repeat 36\n  walk 12\n  turn left 10\nend\n" } },
	keepComment: { body: { words: "{name}, look at line {line}: {slip}" } },
	dismissAlike: { body: { dismissed: true } },
	whoAmI: {
		reply: {
			id: "01a21511-3a9e-7341-8078-d7d28008273d",
			name: "M. Okafor-Lind",
			role: "teacher",
			administrator: true,
			once: false,
		},
	},
	listClasses: {
		reply: {
			classes: [
				{
					id: "01a21511-3e3a-75c0-939b-fbf934b0c20d",
					name: "8 Tern",
					schoolYear: "2026",
					code: "tern-8",
					students: 19,
					assignments: 8,
					until: null,
					closedAt: null,
				},
			],
		},
	},
	listStuck: {
		reply: {
			stuck: [
				{
					student: { id: "01a21511-3d5a-730f-9d9d-9e0b15c471ea", name: "Jonah Skerry" },
					exercise: "rope-coil",
					assignmentId: "01a21511-3e84-7151-947f-a3628cd8be2c",
					handIns: 3,
					runs: 0,
					minutes: 0,
					handInId: "01a21511-4127-7c3e-8d0c-4e0f4f6f3a10",
					criterion: "One coil",
					slip: "Line 2: the loop runs 8 times; 7 meets 3 more criteria.",
				},
			],
		},
	},
});

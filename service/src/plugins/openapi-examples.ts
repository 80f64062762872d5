/** Calls and replies as the demo has them, for the API's page. */
export const EXAMPLES: Readonly<Record<string, { readonly body?: unknown; readonly reply?: unknown }>> = Object.freeze({
	signIn: { body: { classCode: "tern-8", signInName: "idris", passphrase: "brass-gull-32" } },
	makeToken: { body: { signInName: "okafor-lind", passphrase: "lantern-quay-52", name: "laptop", scope: "write", days: 90 } },
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
	setAssignment: { body: { exercise: "mooring-buoy", opensAt: "2027-03-22T09:10", dueAt: "2027-03-29T16:00", closesAt: "2027-04-05T16:00", tries: 4 } },
	setOwnDates: { body: { dueAt: "2027-04-02T16:00", closesAt: "2027-04-05T16:00", excused: false } },
	release: { body: {} },
	handIn: { body: { source: "fill crimson\ncircle centre 200, 150 diameter 80\n" } },
	saveDraft: { body: { source: "fill crimson\ncircle centre 200, 150 diameter 40\n", device: "desk 7", answers: {} } },
	adjust: { body: { points: 1.5, reason: "The band is right but for its colour, which the brief left open." } },
	judge: { body: { points: 2 } },
	commentOn: { body: { place: { on: "criterion", criterion: "middle" }, words: "{name}, look at where your circle's middle is." } },
	noteRun: { body: { state: "drew", met: ["one", "red"], milliseconds: 42_000 } },
	carryOut: { body: { drop: [] } },
});

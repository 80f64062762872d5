import type { HandInPage, Work } from "@markpen/contract";

/** What each check looks at, as one would say what was managed. */
const MANAGED: Readonly<Record<string, string>> = {
	count: "the right number",
	measure: "sizes",
	position: "places",
	colour: "colours",
	filling: "filling",
	relation: "how things lie to one another",
	arrangement: "rows and rings",
	order: "what lies on top",
	sheet: "the sheet",
	path: "the way of the pen",
	"nothing else": "nothing too much",
	visible: "everything seen",
	distinct: "differences",
	code: "how the program is made",
	runs: "chance",
	"what if": "values that can change",
	movement: "movement",
	likeness: "a likeness",
	change: "changing what was given",
	"own work": "something of your own",
	answer: "an answer",
	"by teacher": "what your teacher looked at",
};

/** One's own best try of an exercise. */
export interface Step {
	readonly handInId: string;
	readonly title: string;
	readonly points: string;
	/** What was met here for the first time. */
	readonly first: readonly string[];
}

/** The best of some tries as far as points are shown, of equal ones the first; else the one that counts. */
function bestOf({ handIns }: Work): Work["handIns"][number] | undefined {
	const share = (t: Work["handIns"][number]) =>
		t.points && t.points.possible > 0 ? t.points.earned / t.points.possible : -1;
	const best = handIns.reduce<Work["handIns"][number] | undefined>(
		(known, t) => (known === undefined || share(t) > share(known) ? t : known),
		undefined,
	);
	return best && share(best) >= 0 ? best : handIns.find((t) => t.counts);
}

/** The best try of each exercise, oldest first. */
export function bestTries(
	work: readonly Work[],
): { readonly id: string; readonly title: string; readonly handedInAt: string }[] {
	return work
		.flatMap((w) => {
			const best = bestOf(w);
			return best ? [{ id: best.id, title: w.exercise.title, handedInAt: best.handedInAt }] : [];
		})
		.toSorted((a, b) => a.handedInAt.localeCompare(b.handedInAt));
}

/** What was met for the first time with each try. */
export function stepsOf(pages: readonly HandInPage[]): Step[] {
	const seen = new Set<string>();
	return pages.map((page) => {
		const met = new Set((page.report?.criteria ?? []).filter((c) => c.verdict === "met").map((c) => c.check));
		const first = [...met].filter((check) => !seen.has(check) && MANAGED[check] !== undefined);
		for (const check of met) seen.add(check);
		return {
			handInId: page.id,
			title: page.title,
			points: page.points ? `${page.points.earned} of ${page.points.possible}` : "",
			first: first.map((check) => MANAGED[check] as string),
		};
	});
}

import type { HandInPage, Work } from "@markpen/contract";

/** What each check looks at, in words for achievements. */
const MANAGED: Readonly<Record<string, string>> = {
	count: "counting",
	measure: "sizes",
	position: "places",
	colour: "colours",
	filling: "filling",
	relation: "relations between figures",
	arrangement: "rows and rings",
	order: "drawing order",
	sheet: "the sheet",
	path: "the pen's path",
	"nothing else": "no extra figures",
	visible: "visibility",
	distinct: "differences",
	code: "program structure",
	runs: "chance",
	"what if": "changeable values",
	movement: "movement",
	likeness: "a likeness",
	change: "changing the starter program",
	"own work": "your own ideas",
	answer: "an answer",
	"by teacher": "criteria your teacher judges",
};

/** The student's best try of an exercise. */
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

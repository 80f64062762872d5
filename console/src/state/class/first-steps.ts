import type { Today } from "@markpen/contract";

/** One of a new teacher's first steps. */
export interface FirstStep {
	readonly id: "class" | "students" | "cards" | "work" | "look";
	readonly text: string;
	readonly done: boolean;
	/** Where the step is done; undefined until the one before it is. */
	readonly href: string | undefined;
	/** What the button says. */
	readonly action: string;
}

/** The steps in order, with those that are done; empty once the last one is, whatever was left out before it. */
export function firstStepsOf({ firstSteps: now, rows }: Pick<Today, "firstSteps" | "rows">): FirstStep[] {
	const at = now.classId;
	const [fresh] = rows.filter((r) => r.handedIn > 0);
	const inClass = (path: string) => (at === null ? undefined : `/classes/${at}/${path}`);
	const steps: FirstStep[] = [
		{ id: "class", text: "Add a class", done: at !== null, href: "/classes#new", action: "Add a class" },
		{
			id: "students",
			text: "Add its students: paste their names, or import a file",
			done: now.students > 0,
			href: inClass("list"),
			action: "Add students",
		},
		{
			id: "cards",
			text: "Print the sign-in cards and hand them out",
			done: now.cards || fresh !== undefined,
			href: now.students > 0 ? inClass("list") : undefined,
			action: "Print cards",
		},
		{
			id: "work",
			text: "Choose an exercise or a collection, and set it to the class",
			done: now.assignments > 0,
			href: at === null ? "/exercises" : inClass("set-work"),
			action: at === null ? "Browse exercises" : "Set work",
		},
		{
			id: "look",
			text: "Look at the first hand-in",
			done: now.looked,
			href: fresh && `/assignments/${fresh.assignmentId}/${fresh.exercise}`,
			action: "Start marking",
		},
	];
	return now.looked ? [] : steps;
}

import { type AssignmentPage, USUAL_RULES } from "@markpen/contract";

/** What of an assignment its teacher sets, with times on the class's own clock as the form has them. */
export interface RulesForm {
	title: string;
	opensAt: string;
	dueAt: string;
	closesAt: string;
	tries: number | null;
	counts: AssignmentPage["counts"];
	late: AssignmentPage["late"];
	latePercent: number;
	showChecklist: AssignmentPage["showChecklist"];
	showPoints: AssignmentPage["showPoints"];
	showFeedback: AssignmentPage["showFeedback"];
	showModel: AssignmentPage["showModel"];
	showModelAs: AssignmentPage["showModelAs"];
	handInDrafts: boolean;
	weight: number;
}

/** An instant on a zone's clock, as a form's field has it: "2027-03-22T09:10". */
export function onClock(instant: string, zone: string): string {
	const parts = new Intl.DateTimeFormat("sv-SE", {
		timeZone: zone,
		year: "numeric",
		month: "2-digit",
		day: "2-digit",
		hour: "2-digit",
		minute: "2-digit",
	}).format(new Date(instant));
	return parts.replace(" ", "T");
}

/** A form for something new: it opens now, is due in a week and closes a week later, at four in the afternoon. */
export function freshRules(zone: string, now = Date.now()): RulesForm {
	const { lateShare: _, ...usual } = USUAL_RULES;
	const day = (n: number) => `${onClock(new Date(now + n * 86_400_000).toISOString(), zone).slice(0, 10)}T16:00`;
	return {
		title: "",
		opensAt: onClock(new Date(now).toISOString(), zone),
		dueAt: day(7),
		closesAt: day(14),
		...usual,
		showModel: "closing",
		latePercent: 20,
	};
}

/** The rules of an assignment as its form. */
export function rulesOf(page: AssignmentPage, zone: string): RulesForm {
	const {
		title,
		tries,
		counts,
		late,
		lateShare,
		showChecklist,
		showPoints,
		showFeedback,
		showModel,
		showModelAs,
		handInDrafts,
		weight,
	} = page;
	const at = (instant: string) => onClock(instant, zone);
	return {
		title,
		opensAt: at(page.opensAt),
		dueAt: at(page.dueAt),
		closesAt: at(page.closesAt),
		tries,
		counts,
		late,
		latePercent: Math.round(100 * lateShare),
		showChecklist,
		showPoints,
		showFeedback,
		showModel,
		showModelAs,
		handInDrafts,
		weight,
	};
}

/** What is sent of a form. */
export function rulesBody({ title, latePercent, tries, ...form }: RulesForm) {
	return {
		...form,
		...(title.trim() && { title: title.trim() }),
		tries: tries === null || tries < 1 ? null : Math.round(tries),
		lateShare: form.late === "reduced" ? latePercent / 100 : 0,
	};
}

/** What of two forms differs, in words, for two versions side by side. */
export function differences(
	mine: RulesForm,
	theirs: RulesForm,
): { readonly field: string; readonly mine: string; readonly theirs: string }[] {
	const words: Readonly<Record<keyof RulesForm, string>> = {
		title: "Title",
		opensAt: "Opens",
		dueAt: "Due",
		closesAt: "Closes",
		tries: "Tries",
		counts: "Which try counts",
		late: "Late work",
		latePercent: "Points that late work loses, in percent",
		showChecklist: "Checklist",
		showPoints: "Points",
		showFeedback: "Feedback",
		showModel: "Model",
		showModelAs: "Model as",
		handInDrafts: "Drafts handed in at closing",
		weight: "Weight",
	};
	const said = (value: unknown) => {
		if (value === null) return "unlimited";
		if (typeof value === "boolean") {
			return value ? "yes" : "no";
		}
		return String(value).replace("T", " ");
	};
	return (Object.keys(words) as (keyof RulesForm)[])
		.filter((k) => mine[k] !== theirs[k])
		.map((k) => ({ field: words[k], mine: said(mine[k]), theirs: said(theirs[k]) }));
}

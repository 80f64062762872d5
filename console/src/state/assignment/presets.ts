import { type Preset, USUAL_RULES } from "@markpen/contract";
import { onClock, type RulesForm } from "./rules.ts";

const DAY_MINUTES = 1_440;
const MINUTE = 60_000;

const USUAL = { ...USUAL_RULES, showModel: "closing" } as const;

/** Built-in presets. */
export const PRESETS: readonly Preset[] = [
	{ name: "This lesson", ...USUAL, dueMinutes: 60, closesMinutes: 60, at: null },
	{ name: "Homework, one week", ...USUAL, dueMinutes: 7 * DAY_MINUTES, closesMinutes: 8 * DAY_MINUTES, at: "16:00" },
	{
		name: "Test: one try, feedback at release",
		...USUAL,
		tries: 1,
		counts: "latest",
		showPoints: "release",
		showFeedback: "release",
		showModel: "release",
		dueMinutes: 60,
		closesMinutes: 60,
		at: null,
	},
];

/** A form filled in from a preset, opening now. @param zone the class's */
export function formOf(preset: Preset, form: RulesForm, zone: string, now = Date.now()): RulesForm {
	const { name: _, dueMinutes, closesMinutes, at, lateShare, ...rules } = preset;
	const clock = (minutes: number) => {
		const moment = onClock(new Date(now + minutes * MINUTE).toISOString(), zone);
		return at === null ? moment : `${moment.slice(0, 10)}T${at}`;
	};
	return {
		...form,
		...rules,
		latePercent: Math.round(100 * lateShare) || 20,
		opensAt: onClock(new Date(now).toISOString(), zone),
		dueAt: clock(dueMinutes),
		closesAt: clock(closesMinutes),
	};
}

/** A form's rules as a preset: times of the same day are kept in minutes, later ones as days with their time. */
export function presetOf(name: string, form: RulesForm): Preset {
	const { title: _, opensAt, dueAt, closesAt, latePercent, ...rules } = form;
	const minutes = (text: string) => (Date.parse(`${text}Z`) - Date.parse(`${opensAt}Z`)) / MINUTE;
	const isSameDay = opensAt.slice(0, 10) === closesAt.slice(0, 10);
	const days = (text: string) =>
		Math.round((Date.parse(text.slice(0, 10)) - Date.parse(opensAt.slice(0, 10))) / MINUTE);
	const count = (text: string) => Math.max(1, Math.round(isSameDay ? minutes(text) : days(text)));
	return {
		...rules,
		name,
		lateShare: form.late === "reduced" ? latePercent / 100 : 0,
		dueMinutes: count(dueAt),
		closesMinutes: count(closesAt),
		at: isSameDay ? null : dueAt.slice(11, 16),
	};
}

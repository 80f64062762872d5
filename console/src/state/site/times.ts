const DAY = new Intl.DateTimeFormat(undefined, {
	weekday: "short",
	day: "numeric",
	month: "short",
	hour: "2-digit",
	minute: "2-digit",
});
const FAR = new Intl.RelativeTimeFormat(undefined, { numeric: "auto" });

const STEPS: readonly [limit: number, unit: Intl.RelativeTimeFormatUnit, size: number][] = [
	[3600, "minute", 60],
	[86_400, "hour", 3600],
	[Number.POSITIVE_INFINITY, "day", 86_400],
];

/** An instant in the reader's zone: "Thu 12 Nov, 15:30". */
export function moment(instant: string): string {
	return DAY.format(new Date(instant));
}

/** How far off an instant is: "in 2 days". */
export function fromNow(instant: string, now = Date.now()): string {
	const seconds = (Date.parse(instant) - now) / 1000;
	const [, unit, size] = STEPS.find(([limit]) => Math.abs(seconds) < limit) ?? (STEPS.at(-1) as (typeof STEPS)[number]);
	return FAR.format(Math.round(seconds / size), unit);
}

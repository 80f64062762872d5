import { Temporal } from "@js-temporal/polyfill";
import { LAST_INSTANT } from "@markpen/contract";
import { Refusal } from "./refusals.ts";

/** Whether a name is a time zone of the IANA database. */
export function isZone(zone: string): boolean {
	try {
		Temporal.Now.instant().toZonedDateTimeISO(zone);
		return /^[A-Za-z]/.test(zone);
	} catch {
		return false;
	}
}

/** Refuses what isn't a time zone. */
export function refuseZone(zone: string): void {
	if (!isZone(zone))
		throw new Refusal("bad-request", `${zone} isn't a time zone of the IANA database; Europe/Lisbon is one.`, [
			{ path: "zone", message: "isn't a time zone" },
		]);
}

/**
 * An instant, or a local time in a class's time zone. When clocks change, a skipped time moves later by the gap, and a
 * repeated time means the later one, so no one loses time.
 *
 * @param text ISO 8601, with a zone or without: "2027-03-28T02:30"
 *
 *
 * @param zone the class's time zone, by IANA name
 */
export function instantOf(text: string, zone: string): Date {
	if (/(?:Z|[+-]\d\d:?\d\d)$/i.test(text)) return new Date(text);
	let at: number;
	try {
		at = Temporal.PlainDateTime.from(text).toZonedDateTime(zone, { disambiguation: "later" }).epochMilliseconds;
	} catch {
		throw new Refusal("bad-request", `${text} isn't a time in ${zone}.`);
	}
	if (at > LAST_INSTANT) throw new Refusal("bad-request", `${text} in ${zone} is after the year 9999.`);
	return new Date(at);
}

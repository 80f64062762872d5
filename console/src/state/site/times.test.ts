import { expect, test } from "vitest";
import { fromNow } from "./times.ts";

test("times are relative to now", () => {
	const now = Date.UTC(2026, 0, 10, 12);
	expect(fromNow("2026-01-12T12:00:00Z", now)).toBe("in 2 days");
	expect(fromNow("2026-01-10T09:00:00Z", now)).toBe("3 hours ago");
});

test.each([
	["2026-01-10T12:00:20Z", "this minute"],
	["2026-01-10T11:58:00Z", "2 minutes ago"],
	["2026-01-10T12:59:00Z", "in 59 minutes"],
	["2026-01-10T13:30:00Z", "in 2 hours"],
	["2026-01-09T12:00:00Z", "yesterday"],
	["2026-03-11T12:00:00Z", "in 60 days"],
])("%s is %s", (instant, words) => {
	expect(fromNow(instant, Date.UTC(2026, 0, 10, 12))).toBe(words);
});

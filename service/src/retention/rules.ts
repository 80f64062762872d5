/** Rows that are removed when they are old enough. */
export interface RetentionRule {
	/** What is removed, as the docs say it. */
	readonly what: string;
	readonly days: number;
	readonly table: string;
	/** SQL condition of rows older than $1. */
	readonly where: string;
}

/** What is kept for a time only. A student's hand-ins, reports, points and comments are in no rule. */
export const RULES: readonly RetentionRule[] = Object.freeze([
	{ what: "sessions that have ended", days: 0, table: "sessions", where: "ends_at < $1" },
	{ what: "events of live pages", days: 2, table: "progress", where: "at < $1" },
	{ what: "self-checks", days: 1, table: "self_checks", where: "made_at < $1" },
	{ what: "uploads that weren't carried out", days: 1, table: "uploads", where: "made_at < $1" },
	{ what: "replies of repeated calls", days: 1, table: "repeated_calls", where: "at < $1" },
	{ what: "wrong passphrases", days: 1, table: "sign_in_failures", where: "at < $1" },
	{ what: "times of slow checks", days: 1, table: "slow_checks", where: "at < $1" },
	{
		what: "reports of rehearsals",
		days: 30,
		table: "rehearsed",
		where: "job_id IN (SELECT id FROM jobs WHERE made_at < $1)",
	},
	{
		what: "expired and revoked tokens of the command line",
		days: 400,
		table: "tokens",
		where: "least(revoked_at, ends_at) < $1",
	},
	{ what: "browsers that an account has signed in with", days: 400, table: "known_browsers", where: "at < $1" },
	{ what: "jobs that have ended", days: 400, table: "jobs", where: "ended_at < $1" },
]);

/** Days after an assignment closes until the recordings of tries that don't count are removed. */
export const UNCOUNTED_DAYS = 60;
/** Days after a class is closed until its drafts and recordings are removed. */
export const CLOSED_CLASS_DAYS = 60;

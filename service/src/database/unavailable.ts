/** Node's error codes for a failed or lost connection. */
const NO_CONNECTION = new Set(["ECONNREFUSED", "ECONNRESET", "ENOTFOUND", "EAI_AGAIN", "EPIPE", "ETIMEDOUT", "ENOENT"]);
/** The driver's message for a lost connection, which has no code. */
const NO_CONNECTION_WORDS =
	/Connection terminated|timeout exceeded when trying to connect|not queryable|Client was closed|Driver not Connected/i;

/**
 * Whether an error means that the database can't be reached or accepts no connections: SQLSTATE class 08, too many
 * connections (53300), shutting down or starting (57P01 to 57P03), or no connection at all.
 */
export function isUnavailable(error: unknown): boolean {
	if (!(error instanceof Error)) return false;
	const { code, driverError } = error as { code?: unknown; driverError?: unknown };
	if (driverError instanceof Error && driverError !== error && isUnavailable(driverError)) return true;
	if (error instanceof AggregateError && error.errors.some(isUnavailable)) return true;
	if (typeof code === "string" && (/^(08...|53300|57P0[1-3])$/.test(code) || NO_CONNECTION.has(code))) return true;
	return NO_CONNECTION_WORDS.test(error.message);
}

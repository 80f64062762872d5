import { QueryFailedError } from "typeorm";

/** SQLSTATE classes for values that can never be stored: data exception, limit exceeded. */
const UNSTORABLE = /^(?:22|54)/;

/** Whether the database refused a value, so that a retry would fail again. */
export function isUnstorable(error: unknown): boolean {
	if (!(error instanceof QueryFailedError)) return false;
	const { code } = error.driverError as { code?: unknown };
	return typeof code === "string" && UNSTORABLE.test(code);
}

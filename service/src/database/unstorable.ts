import { QueryFailedError } from "typeorm";

/** Classes of SQLSTATE that say that a value can't be stored, whenever it is tried: data exception, limit exceeded. */
const UNSTORABLE = /^(?:22|54)/;

/** Whether the database refused a value itself, so that trying again would fail again. */
export function isUnstorable(error: unknown): boolean {
	if (!(error instanceof QueryFailedError)) return false;
	const { code } = error.driverError as { code?: unknown };
	return typeof code === "string" && UNSTORABLE.test(code);
}

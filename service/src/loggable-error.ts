/** What a log may say of an error: never the query's values, which hold names and sources. */
export function loggableError(error: unknown): { name: string; message: string; stack: string | undefined } {
	if (!(error instanceof Error)) return { name: "unknown", message: String(error), stack: undefined };
	return { name: error.name, message: error.message, stack: error.stack };
}

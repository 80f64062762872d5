import pg from "pg";

/** Largest number of prepared statements per process; the few others are planned each time. */
const MAX_PREPARED = 500;

const names = new Map<string, string>();

function nameOf(text: string): string | undefined {
	const name = names.get(text) ?? (names.size < MAX_PREPARED ? `s${names.size}` : undefined);
	if (name !== undefined) names.set(text, name);
	return name;
}

type Query = pg.Client["query"];

/**
 * A connection that prepares parameterised statements, so that the database parses and plans each once per connection.
 */
export class PreparingClient extends pg.Client {
	override query: Query = ((first: unknown, values: unknown, ...more: unknown[]) => {
		const query = super.query as (...arguments_: unknown[]) => unknown;
		if (typeof first !== "string" || !Array.isArray(values) || values.length === 0)
			return query.call(this, first, values, ...more);
		return query.call(this, { name: nameOf(first), text: first, values }, ...more);
	}) as Query;
}

/** Column types; an entity adds name, default and other options. */
export const uuid = { type: "uuid" } as const;
export const text = { type: "text" } as const;
export const integer = { type: "integer" } as const;
/** A number beyond 2^53, as text. */
export const bigint = { type: "bigint" } as const;
export const boolean = { type: "boolean" } as const;
export const instant = { type: "timestamptz" } as const;
export const json = { type: "jsonb" } as const;
export const bytes = { type: "bytea" } as const;

/** Points and shares: exact in the database, numbers here. */
export const numeric = (precision: number, scale: number) =>
	({
		type: "numeric",
		precision,
		scale,
		transformer: {
			to: (value: number | number[] | null) => value,
			from: (value: string | string[] | null) => (Array.isArray(value) ? value.map(Number) : value && Number(value)),
		},
	}) as const;

/** A foreign key to another table's id, with PostgreSQL's default name. */
export const reference = (table: string, column: string, target: string, onDelete?: "CASCADE" | "SET NULL") => ({
	name: `${table}_${column}_fkey`,
	target,
	columnNames: [column],
	referencedColumnNames: ["id"],
	...(onDelete && { onDelete }),
});

import type { EntityManager } from "typeorm";

/** A column of a statement's rows: its type in PostgreSQL and in TypeScript. */
export interface Column<T> {
	/** As PostgreSQL's `regtype` writes it. */
	readonly type: string;
	readonly nullable: boolean;
	/** Never there: it only carries the type. */
	readonly value?: T;
}

const column = <T>(type: string): Column<T> => ({ type, nullable: false });

/** Column types that our statements return. */
export const uuid = column<string>("uuid");
export const integer = column<number>("integer");
/** A number beyond 2^53, as text. */
export const bigint = column<string>("bigint");
/** A number that is exact, as text. */
export const numeric = column<string>("numeric");
export const float = column<number>("double precision");
export const boolean = column<boolean>("boolean");
export const instant = column<Date>("timestamp with time zone");
export const texts = column<string[]>("text[]");
export const uuids = column<string[]>("uuid[]");
/** Text arrays of some words. */
export const textsOf = <T extends string>() => column<T[]>("text[]");
export const integers = column<number[]>("integer[]");
export const numerics = column<string[]>("numeric[]");
/** Text; a union of literals if they are known. */
export const text = <T extends string = string>() => column<T>("text");
/** A value that the database holds as JSON. */
export const json = <T>() => column<T>("jsonb");

/** The same for a value that PostgreSQL keeps as written. */
export const plainJson = <T>() => column<T>("json");

/** A column that may be null. */
export const nullable = <T>(of: Column<T>): Column<T | null> => ({ type: of.type, nullable: true });

/** The columns of a row, by their names. */
export type Row = Readonly<Record<string, Column<unknown>>>;

type Values<R extends Row> = { [K in keyof R]: R[K] extends Column<infer T> ? T : never };

/** The rows of a statement. */
export type RowOf<S> = S extends Statement<infer R> ? Values<R> : never;

/**
 * An SQL statement with its declared row type. A test lets PostgreSQL describe every statement and compares the columns
 * and types with the declaration.
 */
export class Statement<R extends Row> {
	readonly row: R;
	readonly text: string;

	constructor(row: R, sql: string) {
		this.row = row;
		this.text = sql;
	}

	/** All rows. */
	async all(manager: EntityManager, values: readonly unknown[] = []): Promise<Values<R>[]> {
		const result: Values<R>[] | [Values<R>[], number] = await manager.query(this.text, [...values]);
		// TypeORM returns the rows of UPDATE and DELETE together with their count.
		return Array.isArray(result[0]) ? result[0] : (result as Values<R>[]);
	}

	/** The first row, or undefined. */
	async one(manager: EntityManager, values: readonly unknown[] = []): Promise<Values<R> | undefined> {
		return (await this.all(manager, values))[0];
	}
}

/** A statement that gives rows. */
export function statement<R extends Row>(row: R, sql: string): Statement<R> {
	return new Statement(row, sql);
}

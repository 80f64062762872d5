import { DataSource } from "typeorm";
import { ENTITIES } from "./entities/index.ts";
import { First0001 } from "./migrations/0001-first.ts";
import { Term0002 } from "./migrations/0002-term.ts";
import { TakeHandIn0003 } from "./migrations/0003-take-hand-in.ts";
import { Reasons0004 } from "./migrations/0004-reasons.ts";
import { Desk0005 } from "./migrations/0005-desk.ts";
import { TakeHandIns0006 } from "./migrations/0006-take-hand-ins.ts";
import { NamedArguments0007 } from "./migrations/0007-named-arguments.ts";
import { PreparedExercises0008 } from "./migrations/0008-prepared-exercises.ts";
import { Turns0009 } from "./migrations/0009-turns.ts";
import { SigningIn0010 } from "./migrations/0010-signing-in.ts";
import { Explanations0011 } from "./migrations/0011-explanations.ts";
import { School0012 } from "./migrations/0012-school.ts";
import { Library0013 } from "./migrations/0013-library.ts";
import { Presets0014 } from "./migrations/0014-presets.ts";
import { Languages0015 } from "./migrations/0015-languages.ts";
import { Growth0016 } from "./migrations/0016-growth.ts";
import { ClassArchives0017 } from "./migrations/0017-class-archives.ts";
import { PreparingClient } from "./prepared.ts";

/** Lock held during migrations and the queue's set-up, so that several starting processes run them once. */
const SET_UP_LOCK = 4_207_331_001;

/** Time limit for getting a connection, from the database or the pool. */
const CONNECT_MILLISECONDS = 10_000;

export function createDataSource(url: string, connections = 10): DataSource {
	return new DataSource({
		type: "postgres",
		url,
		entities: [...ENTITIES],
		migrations: [
			First0001,
			Term0002,
			TakeHandIn0003,
			Reasons0004,
			Desk0005,
			TakeHandIns0006,
			NamedArguments0007,
			PreparedExercises0008,
			Turns0009,
			SigningIn0010,
			Explanations0011,
			School0012,
			Library0013,
			Presets0014,
			Languages0015,
			Growth0016,
			ClassArchives0017,
		],
		migrationsTableName: "migrations",
		synchronize: false,
		logging: false,
		extra: { max: connections, connectionTimeoutMillis: CONNECT_MILLISECONDS, Client: PreparingClient },
	});
}

/** Runs the migrations under one lock; `also` runs inside it. */
export async function migrate(dataSource: DataSource, also: () => Promise<void>): Promise<void> {
	const runner = dataSource.createQueryRunner();
	await runner.connect();
	try {
		await runner.query("SELECT pg_advisory_lock($1)", [SET_UP_LOCK]);
		await dataSource.runMigrations({ transaction: "each" });
		await also();
	} finally {
		await runner.query("SELECT pg_advisory_unlock($1)", [SET_UP_LOCK]);
		await runner.release();
	}
}

function codeOf(error: unknown): string | undefined {
	const { code, driverError } = (error ?? {}) as { code?: string; driverError?: { code?: string } };
	return driverError?.code ?? code;
}

/** Whether a database error is a unique violation. */
export function isUniqueViolation(error: unknown): boolean {
	return codeOf(error) === "23505";
}

/** Whether the database refuses a value: out of range, or not text (SQLSTATE class 22). */
export function isDataException(error: unknown): boolean {
	return /^22/.test(codeOf(error) ?? "");
}

/**
 * The database's message for a refused value (SQLSTATE classes 22 and 23), in one sentence; undefined for other errors.
 */
export function dataErrorMessage(error: unknown): string | undefined {
	if (!/^2[23]/.test(codeOf(error) ?? "")) return undefined;
	const { driverError = error } = error as { driverError?: unknown };
	const { detail, message } = driverError as { detail?: string; message: string };
	// Details of rows hold whole rows.
	return (detail?.startsWith("Failing row") ? undefined : detail) ?? message;
}

import { createHash, randomBytes } from "node:crypto";
import type { Account } from "@markpen/contract";
import { type EntityManager, In } from "typeorm";
import { v7 } from "uuid";
import { AccountEntity } from "../database/entities/account.ts";
import { KnownBrowserEntity, SessionEntity, SignInFailureEntity, TokenEntity } from "../database/entities/session.ts";
import {
	bigint,
	boolean,
	float,
	instant,
	integer,
	nullable,
	type RowOf,
	statement,
	text,
	uuid,
} from "../database/statement.ts";

/** Hours that a session lasts: a school day with its evening. */
const SESSION_HOURS = 14;
/** Prefix of tokens, so that a leaked one is recognised. */
const TOKEN_PREFIX = "mpt_";

const hashOf = (token: string) => createHash("sha256").update(token).digest("hex");
const ACCOUNT = "a.id, a.name, a.role, a.administrator, a.once";

const ACCOUNT_ROW = {
	id: uuid,
	name: text(),
	role: text<"teacher" | "student">(),
	administrator: boolean,
	once: boolean,
};

const FIND_SESSIONS = statement(
	{ hash: text(), ...ACCOUNT_ROW },
	`SELECT s.token_hash AS hash, ${ACCOUNT}
		FROM sessions s
		JOIN accounts a ON a.id = s.account_id
		WHERE s.token_hash = ANY($1) AND s.ends_at > now() AND a.closed_at IS NULL`,
);

/** The open account of each valid session. */
export async function findSessions(
	manager: EntityManager,
	tokens: readonly string[],
): Promise<(Account | undefined)[]> {
	const hashes = tokens.map(hashOf);
	const rows = await FIND_SESSIONS.all(manager, [hashes]);
	const found = new Map(rows.map(({ hash, ...account }) => [hash, account]));
	return hashes.map((hash) => found.get(hash));
}

const DELETE_ENDED_SESSIONS = statement(
	{},
	`DELETE FROM sessions
		WHERE ends_at < now()`,
);

const INSERT_SESSION = statement(
	{},
	`INSERT INTO sessions (token_hash, account_id, ends_at)
		VALUES ($1, $2, now() + make_interval(hours => $3))`,
);

/** Starts a session and returns its token, which is stored only as a hash. */
export async function beginSession(manager: EntityManager, accountId: string): Promise<string> {
	const token = randomBytes(32).toString("base64url");
	await DELETE_ENDED_SESSIONS.all(manager);
	await INSERT_SESSION.all(manager, [hashOf(token), accountId, SESSION_HOURS]);
	return token;
}

export async function endSession(manager: EntityManager, token: string): Promise<void> {
	await manager.delete(SessionEntity, { tokenHash: hashOf(token) });
}

const DELETE_OTHER_SESSIONS = statement(
	{},
	`DELETE FROM sessions
		WHERE account_id = $1 AND token_hash <> $2`,
);

const REVOKE_TOKENS = statement(
	{},
	`UPDATE tokens
		SET revoked_at = now()
		WHERE account_id = $1 AND revoked_at IS NULL`,
);

/** Ends an account's sessions except one, and optionally all its tokens. */
export async function endAll(
	manager: EntityManager,
	accountId: string,
	but: string | undefined,
	tokensToo: boolean,
): Promise<void> {
	await DELETE_OTHER_SESSIONS.all(manager, [accountId, but === undefined ? "" : hashOf(but)]);
	if (tokensToo) await REVOKE_TOKENS.all(manager, [accountId]);
}

/** A token without its secret: {@link TOKEN} selects its columns. */
const TOKEN_ROW = {
	id: uuid,
	name: text(),
	scope: text<"read" | "write">(),
	madeAt: instant,
	endsAt: instant,
	usedAt: nullable(instant),
};
const TOKEN = `t.id, t.name, t.scope, t.made_at AS "madeAt", t.ends_at AS "endsAt", t.used_at AS "usedAt"`;
const GOOD = "t.revoked_at IS NULL AND t.ends_at > now()";

const FIND_TOKEN = statement(
	{
		...ACCOUNT_ROW,
		tokenId: uuid,
		scope: text<"read" | "write">(),
		stale: boolean,
	},
	`SELECT ${ACCOUNT}, t.id AS "tokenId", t.scope, (t.used_at IS NULL OR t.used_at < now() - interval
				'1 minute') AS stale
		FROM tokens t
			JOIN accounts a ON a.id = t.account_id
			WHERE t.token_hash = $1 AND ${GOOD} AND a.closed_at IS NULL`,
);

/** A valid token with its open account; its last use is recorded to the minute. */
export async function findToken(
	manager: EntityManager,
	token: string,
): Promise<{ scope: "read" | "write"; account: Account } | undefined> {
	const row = await FIND_TOKEN.one(manager, [hashOf(token)]);
	if (!row) return undefined;
	const { tokenId, scope, stale, ...account } = row;
	if (stale) await manager.update(TokenEntity, { id: tokenId }, { usedAt: () => "now()" });
	return { scope, account };
}

const STORE_TOKEN = statement(
	TOKEN_ROW,
	`INSERT INTO tokens AS t (id, account_id, name, token_hash, scope, ends_at)
		VALUES ($1, $2, $3, $4, $5, now() + make_interval(days => $6))
		RETURNING ${TOKEN}`,
);

/** Creates a token; it is returned only here and stored only as a hash. */
export async function storeToken(
	manager: EntityManager,
	of: { accountId: string; name: string; scope: string; days: number },
): Promise<TokenRow & { token: string }> {
	const token = `${TOKEN_PREFIX}${randomBytes(32).toString("base64url")}`;
	const rows = await STORE_TOKEN.all(manager, [v7(), of.accountId, of.name, hashOf(token), of.scope, of.days]);
	return { ...(rows[0] as TokenRow), token };
}

const TOKENS_OF = statement(
	TOKEN_ROW,
	`SELECT ${TOKEN}
		FROM tokens t
		WHERE t.account_id = $1 AND ${GOOD}
		ORDER BY t.made_at DESC`,
);
export type TokenRow = RowOf<typeof TOKENS_OF>;

export function tokensOf(manager: EntityManager, accountId: string): Promise<TokenRow[]> {
	return TOKENS_OF.all(manager, [accountId]);
}

const REVOKE = statement(
	{ id: uuid },
	`UPDATE tokens
		SET revoked_at = now()
		WHERE id = $1 AND account_id = $2 AND revoked_at IS NULL
		RETURNING id`,
);

export async function revoke(manager: EntityManager, id: string, accountId: string): Promise<boolean> {
	return (await REVOKE.all(manager, [id, accountId])).length > 0;
}

export type SignInAccount = Account & { readonly passphraseHash: string };

/** Normal form of a typed name or code: without accents, case, spaces and punctuation. */
export const loosely = (typed: string): string =>
	typed
		.normalize("NFD")
		.toLowerCase()
		.replace(/[^\p{L}\p{N}]/gu, "");
/** The same of a column. */
const LOOSELY = (column: string) => `regexp_replace(normalize(lower(${column}), NFD), '[^[:alnum:]]', '', 'g')`;

const SIGN_IN_ROW = { ...ACCOUNT_ROW, passphraseHash: text(), exactly: boolean };

const FIND_TEACHERS_CALLED = statement(
	SIGN_IN_ROW,
	`SELECT ${ACCOUNT}, a.passphrase_hash AS "passphraseHash", lower(a.sign_in_name) = lower($1) AS exactly
		FROM accounts a
		WHERE (lower(a.sign_in_name) = lower($1) OR ${LOOSELY("a.sign_in_name")} = $2)
			AND a.role = 'teacher' AND a.closed_at IS NULL`,
);

const FIND_STUDENTS_CALLED = statement(
	SIGN_IN_ROW,
	`SELECT ${ACCOUNT}, a.passphrase_hash AS "passphraseHash",
			lower(s.sign_in_name) = lower($1) AND lower(c.code) = lower($3) AS exactly
		FROM class_students s
		JOIN classes c ON c.id = s.class_id
		JOIN accounts a ON a.id = s.account_id
		WHERE (lower(c.code) = lower($3) OR ${LOOSELY("c.code")} = $4)
			AND (lower(s.sign_in_name) = lower($1) OR ${LOOSELY("s.sign_in_name")} = $2)
			AND s.left_at IS NULL AND c.closed_at IS NULL AND a.closed_at IS NULL`,
);

/**
 * A teacher's account by name, or a student's by class code and name, in any spelling. An exact match comes first;
 * several inexact matches count as none.
 */
export async function findAccount(
	manager: EntityManager,
	signInName: string,
	classCode: string | undefined,
): Promise<SignInAccount | undefined> {
	const name = [signInName.trim(), loosely(signInName)];
	const rows =
		classCode === undefined || loosely(classCode) === ""
			? await FIND_TEACHERS_CALLED.all(manager, name)
			: await FIND_STUDENTS_CALLED.all(manager, [...name, classCode.trim(), loosely(classCode)]);
	return rows.find((r) => r.exactly) ?? (rows.length === 1 ? rows[0] : undefined);
}

/** The hash of an account's passphrase. */
export async function passphraseHashOf(manager: EntityManager, accountId: string): Promise<string | undefined> {
	const account = await manager.findOne(AccountEntity, { select: { passphraseHash: true }, where: { id: accountId } });
	return account?.passphraseHash;
}

const COUNT_ATTEMPTS = statement(
	{ count: integer, oldest: float, newest: float },
	`SELECT count(*)::int AS count,
			coalesce(extract(epoch FROM now() - min(at)), 0)::float AS oldest,
			coalesce(extract(epoch FROM now() - max(at)), 0)::float AS newest
		FROM sign_in_failures
		WHERE subject = $1 AND at > now() - make_interval(mins => $2) AND id <> ALL($3)`,
);

/** An attempt's rows. */
export type Attempt = readonly string[];

/**
 * A subject's attempts in the last minutes, without the current one, and the age of the oldest and newest in seconds.
 */
export async function attemptsOn(
	manager: EntityManager,
	subject: string,
	minutes: number,
	beside: Attempt,
): Promise<{ count: number; oldest: number; newest: number }> {
	const row = await COUNT_ATTEMPTS.one(manager, [subject, minutes, [...beside]]);
	return row ?? { count: 0, oldest: 0, newest: 0 };
}

const INSERT_ATTEMPT = statement(
	{ id: bigint },
	`INSERT INTO sign_in_failures (subject)
		SELECT unnest($1::text[])
		RETURNING id`,
);

/** Records an attempt for each of its subjects; it counts as wrong until removed. */
export async function noteAttempt(manager: EntityManager, subjects: readonly string[]): Promise<Attempt> {
	return (await INSERT_ATTEMPT.all(manager, [[...subjects]])).map((row) => String(row.id));
}

/** Removes an attempt that was right, or wasn't checked. */
export async function forgetAttempt(manager: EntityManager, attempt: Attempt): Promise<void> {
	await manager.delete(SignInFailureEntity, { id: In([...attempt]) });
}

const USE_ONCE = statement(
	{ id: uuid },
	`UPDATE accounts
		SET once_used_at = now()
		WHERE id = $1 AND once_used_at IS NULL
		RETURNING id`,
);

/** Uses up a one-time passphrase; false if it was already used. */
export async function useOnce(manager: EntityManager, accountId: string): Promise<boolean> {
	return (await USE_ONCE.all(manager, [accountId])).length > 0;
}

/** An id for a browser, stored in a cookie. */
export const freshBrowser = () => randomBytes(32).toString("base64url");

/** Whether an account has signed in on a browser before. */
export function isKnownBrowser(manager: EntityManager, browser: string, accountId: string): Promise<boolean> {
	return manager.existsBy(KnownBrowserEntity, { tokenHash: hashOf(browser), accountId });
}

const KNOW_BROWSER = statement(
	{},
	`INSERT INTO known_browsers (token_hash, account_id)
		VALUES ($1, $2)
		ON CONFLICT (token_hash, account_id)
		DO UPDATE
		SET at = now()`,
);

/** Records that an account has signed in on a browser. */
export async function knowBrowser(manager: EntityManager, browser: string, accountId: string): Promise<void> {
	await KNOW_BROWSER.all(manager, [hashOf(browser), accountId]);
}

export async function setPassphrase(
	manager: EntityManager,
	accountId: string,
	hash: string,
	once: boolean,
): Promise<void> {
	await manager.update(AccountEntity, { id: accountId }, { passphraseHash: hash, once, onceUsedAt: null });
}

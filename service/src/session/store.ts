import { createHash, randomBytes } from "node:crypto";
import type { Account } from "@markpen/contract";
import type { DataSource } from "typeorm";
import { one } from "../database/data-source.ts";

/** Hours that a session lasts: a school day with its evening. */
const SESSION_HOURS = 14;

const hashOf = (token: string) => createHash("sha256").update(token).digest("hex");

/** The open account of a session that hasn't ended. */
export async function findSession(dataSource: DataSource, token: string): Promise<Account | undefined> {
	return one<Account>(
		dataSource.manager,
		"SELECT a.id, a.name, a.role FROM sessions s JOIN accounts a ON a.id = s.account_id WHERE s.token_hash = $1 AND s.ends_at > now() AND a.closed_at IS NULL",
		[hashOf(token)],
	);
}

/** Begins a session and returns its token, which is stored hashed only. */
export async function beginSession(dataSource: DataSource, accountId: string): Promise<string> {
	const token = randomBytes(32).toString("base64url");
	await dataSource.query("INSERT INTO sessions (token_hash, account_id, ends_at) VALUES ($1, $2, now() + make_interval(hours => $3))", [hashOf(token), accountId, SESSION_HOURS]);
	return token;
}

export async function endSession(dataSource: DataSource, token: string): Promise<void> {
	await dataSource.query("DELETE FROM sessions WHERE token_hash = $1", [hashOf(token)]);
}

export type SignInAccount = Account & { readonly passphraseHash: string };

/** A teacher's account by its name, or a student's by class code and name. */
export async function findAccount(dataSource: DataSource, signInName: string, classCode: string | undefined): Promise<SignInAccount | undefined> {
	const columns = `a.id, a.name, a.role, a.passphrase_hash AS "passphraseHash"`;
	if (classCode === undefined || classCode === "")
		return one(dataSource.manager, `SELECT ${columns} FROM accounts a WHERE lower(a.sign_in_name) = lower($1) AND a.role = 'teacher' AND a.closed_at IS NULL`, [signInName]);
	return one(
		dataSource.manager,
		`SELECT ${columns} FROM class_students s JOIN classes c ON c.id = s.class_id JOIN accounts a ON a.id = s.account_id WHERE lower(c.code) = lower($2) AND lower(s.sign_in_name) = lower($1) AND a.closed_at IS NULL`,
		[signInName, classCode],
	);
}

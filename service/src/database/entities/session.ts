import { EntitySchema } from "typeorm";
import { bigint, instant, reference, text, uuid } from "./columns.ts";

/** A browser session; only the token's hash is stored. */
export interface SessionRow {
	tokenHash: string;
	accountId: string;
	begunAt: Date;
	endsAt: Date;
}

export const SessionEntity = new EntitySchema<SessionRow>({
	name: "sessions",
	tableName: "sessions",
	columns: {
		tokenHash: { ...text, name: "token_hash", primary: true, primaryKeyConstraintName: "sessions_pkey" },
		accountId: { ...uuid, name: "account_id" },
		begunAt: { ...instant, name: "begun_at", default: () => "now()" },
		endsAt: { ...instant, name: "ends_at" },
	},
	foreignKeys: [reference("sessions", "account_id", "accounts", "CASCADE")],
	indices: [{ name: "sessions_account", columns: ["accountId"] }],
});

/** A token for the command line; only its hash is stored. */
export interface TokenRow {
	id: string;
	accountId: string;
	name: string;
	tokenHash: string;
	scope: "read" | "write";
	madeAt: Date;
	endsAt: Date;
	usedAt: Date | null;
	revokedAt: Date | null;
}

export const TokenEntity = new EntitySchema<TokenRow>({
	name: "tokens",
	tableName: "tokens",
	columns: {
		id: { ...uuid, primary: true, primaryKeyConstraintName: "tokens_pkey" },
		accountId: { ...uuid, name: "account_id" },
		name: text,
		tokenHash: { ...text, name: "token_hash" },
		scope: text,
		madeAt: { ...instant, name: "made_at", default: () => "now()" },
		endsAt: { ...instant, name: "ends_at" },
		usedAt: { ...instant, name: "used_at", nullable: true },
		revokedAt: { ...instant, name: "revoked_at", nullable: true },
	},
	foreignKeys: [reference("tokens", "account_id", "accounts", "CASCADE")],
	uniques: [{ name: "tokens_token_hash_key", columns: ["tokenHash"] }],
	checks: [
		{ name: "tokens_name_check", expression: "(name <> ''::text)" },
		{ name: "tokens_scope_check", expression: "(scope = ANY (ARRAY['read'::text, 'write'::text]))" },
	],
	indices: [{ name: "tokens_account", columns: ["accountId"] }],
});

/** A wrong passphrase, for rate limiting. */
export interface SignInFailureRow {
	subject: string;
	at: Date;
	id: string;
}

export const SignInFailureEntity = new EntitySchema<SignInFailureRow>({
	name: "sign_in_failures",
	tableName: "sign_in_failures",
	columns: {
		subject: text,
		at: { ...instant, default: () => "now()" },
		id: { ...bigint, primary: true, primaryKeyConstraintName: "sign_in_failures_pkey", generated: "increment" },
	},
	indices: [{ name: "sign_in_failures_subject", columns: ["subject", "at"] }],
});

/** A browser in which an account has signed in before; only the cookie's hash is stored. */
export interface KnownBrowserRow {
	tokenHash: string;
	accountId: string;
	at: Date;
}

export const KnownBrowserEntity = new EntitySchema<KnownBrowserRow>({
	name: "known_browsers",
	tableName: "known_browsers",
	columns: {
		tokenHash: { ...text, name: "token_hash", primary: true, primaryKeyConstraintName: "known_browsers_pkey" },
		accountId: { ...uuid, name: "account_id", primary: true, primaryKeyConstraintName: "known_browsers_pkey" },
		at: { ...instant, default: () => "now()" },
	},
	foreignKeys: [reference("known_browsers", "account_id", "accounts", "CASCADE")],
	indices: [{ name: "known_browsers_account", columns: ["accountId"] }],
});

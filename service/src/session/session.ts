import { hash, verify } from "@node-rs/argon2";
import type { DataSource } from "typeorm";
import { Refusal } from "../refusals.ts";
import { findAccount, type SignInAccount } from "./store.ts";

/** Hashes a passphrase with argon2id. */
export function hashPassphrase(passphrase: string): Promise<string> {
	return hash(passphrase, { memoryCost: 19_456, timeCost: 2, parallelism: 1 });
}

/** Compared when no account has the name, so that both answers take as long. */
const NOBODY = "$argon2id$v=19$m=19456,t=2,p=1$bm9ib2R5bm9ib2R5bm9ib2R5$6Y3rS7sm4ZJ6R2w8pAcs6kXBsfmqGDeqPDq0ryVXvF0";

/** The account that a name and passphrase belong to; refuses all else alike. */
export async function signIn(dataSource: DataSource, signInName: string, passphrase: string, classCode: string | undefined): Promise<SignInAccount> {
	const account = await findAccount(dataSource, signInName, classCode);
	const right = await verify(account?.passphraseHash ?? NOBODY, passphrase);
	if (!account || !right) throw new Refusal("wrong-passphrase");
	return account;
}

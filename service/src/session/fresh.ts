import pLimit from "p-limit";
import { freshPassphrase, hashPassphrase } from "./session.ts";

/** A new passphrase, which is shown once, and its hash. */
export interface Fresh {
	readonly passphrase: string;
	readonly hash: string;
}

/** Number of simultaneous hashes; the remaining threads are for signing in. */
const turns = pLimit(2);

/**
 * New passphrases with their hashes. A hash takes about 25 ms by design. It is computed before a transaction starts, so
 * that a class's cards don't block a connection for seconds.
 */
export function freshPassphrases(count: number): Promise<Fresh[]> {
	return Promise.all(
		Array.from({ length: count }, async () => {
			const passphrase = freshPassphrase();
			return { passphrase, hash: await turns(() => hashPassphrase(passphrase)) };
		}),
	);
}

import { CallError } from "@markpen/client";
import type { Account } from "@markpen/contract";
import { api, wire } from "./api.ts";
import { forgetKept, saying } from "./loading.svelte.ts";

/** Who is signed in in this browser. */
export class Session {
	account = $state<Account | null>(null);
	/** Until the service has said who it is. */
	known = $state(false);
	/** Whether the session ended while somebody was working: the page stays, and asks to sign in again. */
	ended = $state(false);
	error = $state("");

	constructor() {
		wire.accountId = () => this.account?.id;
		wire.onSignedOut = () => {
			if (this.account) this.ended = true;
		};
	}

	async load(): Promise<void> {
		try {
			this.account = await api.whoAmI({});
		} catch (error) {
			this.account = null;
			if (!(error instanceof CallError) || error.status !== 401) this.error = saying(error);
		}
		this.known = true;
	}

	/** Returns whether it went well; if not, {@link error} says why. */
	async signIn(classCode: string, signInName: string, passphrase: string): Promise<boolean> {
		this.error = "";
		try {
			const account = await api.signIn({
				body: { signInName, passphrase, ...(classCode.trim() && { classCode: classCode.trim() }) },
			});
			if (this.account && account.id !== this.account.id) location.assign("/");
			forgetKept();
			this.account = account;
			this.ended = false;
			return true;
		} catch (error) {
			this.error = saying(error);
			return false;
		}
	}

	async signOut(): Promise<void> {
		await api.signOut({}).catch(() => undefined);
		forgetKept();
		this.account = null;
		this.ended = false;
	}
}

export const session = new Session();

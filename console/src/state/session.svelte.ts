import { CallError } from "@markpen/client";
import type { Account } from "@markpen/contract";
import { api } from "./api.ts";

/** Who is signed in in this browser. */
export class Session {
	account = $state<Account | null>(null);
	/** Until the service has said who it is. */
	known = $state(false);
	error = $state("");

	async load(): Promise<void> {
		try {
			this.account = await api.whoAmI({});
		} catch (error) {
			this.account = null;
			if (!(error instanceof CallError) || error.status !== 401) this.error = error instanceof Error ? error.message : String(error);
		}
		this.known = true;
	}

	/** Returns whether it went well; if not, {@link error} says why. */
	async signIn(classCode: string, signInName: string, passphrase: string): Promise<boolean> {
		this.error = "";
		try {
			this.account = await api.signIn({ body: { signInName, passphrase, ...(classCode.trim() && { classCode: classCode.trim() }) } });
			return true;
		} catch (error) {
			this.error = error instanceof Error ? error.message : String(error);
			return false;
		}
	}

	async signOut(): Promise<void> {
		await api.signOut({}).catch(() => undefined);
		this.account = null;
	}
}

export const session = new Session();

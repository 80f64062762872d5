import { CallError } from "@markpen/client";
import type { Account } from "@markpen/contract";
import { api, wire } from "./api.ts";
import { browserClock, type Clock } from "./clock.ts";
import { forgetKept, saying } from "./loading.svelte.ts";

/** Where a browser keeps who has to be signed out still. */
const LEAVING = "markpen leaving";
/** How long after an attempt that didn't reach the service the next one is made. */
const AGAIN_MILLISECONDS = 3_000;

/** Who is signed in in this browser. */
export class Session {
	account = $state<Account | null>(null);
	/** Until the service has said who it is. */
	known = $state(false);
	/** Whether the session ended during work: the page stays and asks to sign in again. */
	ended = $state(false);
	error = $state("");
	/** Who signed out while the service couldn't be reached: the session is there still, and is ended when it can be. */
	leaving = $state<string | null>(null);
	private readonly clock: Pick<Clock, "after">;

	constructor(clock: Pick<Clock, "after"> = browserClock) {
		this.clock = clock;
		this.leaving = keptLeaving();
		wire.accountId = () => this.account?.id ?? this.leaving ?? undefined;
		wire.onSignedOut = () => {
			if (this.account) this.ended = true;
		};
	}

	async load(): Promise<void> {
		// Whoever left isn't let in again because the page was loaded again.
		if (this.leaving !== null && !(await this.tryToLeave())) {
			this.known = true;
			return;
		}
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
			// The one before has no session in this browser any more.
			this.setLeaving(null);
			this.enter(account);
			return true;
		} catch (error) {
			this.error = saying(error);
			return false;
		}
	}

	/** Takes over an account that the service has just signed in, as after setting up the site. */
	enter(account: Account): void {
		forgetKept();
		this.account = account;
		this.ended = false;
	}

	/** Signs out here at once, and at the service as soon as it can be reached. */
	async signOut(): Promise<void> {
		if (!this.account) return;
		this.setLeaving(this.account.id);
		forgetKept();
		this.account = null;
		this.ended = false;
		await this.tryToLeave();
	}

	/** Ends the session of whoever left; returns whether it is over. */
	private async tryToLeave(): Promise<boolean> {
		if (this.leaving === null) return true;
		const before = this.leaving;
		try {
			await api.signOut({});
		} catch (error) {
			// Nobody is signed in, or somebody else: the session is over.
			if (!(error instanceof CallError) || error.status !== 401) {
				this.clock.after(AGAIN_MILLISECONDS, () => void this.tryToLeave());
				return false;
			}
		}
		if (this.leaving === before) this.setLeaving(null);
		return true;
	}

	private setLeaving(id: string | null): void {
		this.leaving = id;
		try {
			if (id === null) localStorage.removeItem(LEAVING);
			else localStorage.setItem(LEAVING, id);
		} catch {
			// A browser that keeps nothing forgets it with the page.
		}
	}
}

function keptLeaving(): string | null {
	try {
		return localStorage.getItem(LEAVING);
	} catch {
		return null;
	}
}

export const session = new Session();

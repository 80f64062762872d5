import { CallError } from "@markpen/client";
import { saying } from "./loading.svelte.ts";

const SAVE_MILLISECONDS = 1_200;
const AGAIN_MILLISECONDS = 5_000;

/** What this browser keeps until the service has it. */
interface Kept<T> {
	readonly content: T;
	/** The service's revision that it goes on from. */
	readonly revision: number;
	readonly at: string;
}

interface Keeps<T, S> {
	/** Where this browser keeps it. */
	readonly place: string;
	/** The revision that was read. */
	readonly revision: number;
	/** What is written just now. */
	readonly now: () => T;
	readonly save: (content: T, revision: number) => Promise<{ readonly revision: number }>;
	/** What the service has, once it was saved from another place. */
	readonly fetch: () => Promise<S | undefined>;
	readonly same: (content: T, theirs: S) => boolean;
}

/** Something kept in this browser for a place, without being open: it is taken up when it is opened. */
export function keepHere<T>(place: string, content: T, revision: number, at = new Date().toISOString()): void {
	localStorage.setItem(place, JSON.stringify({ content, revision, at } satisfies Kept<T>));
}

/**
 * Autosave: in this browser at once, at the service a moment later, with retries while offline. If another version was
 * saved elsewhere, the user chooses.
 */
export class Autosave<T, S extends { readonly revision: number }> {
	saved = $state<"saved" | "saving" | "unsaved" | "offline">("saved");
	/** What was saved from another place meanwhile. */
	theirs = $state.raw<S | undefined>(undefined);
	/** Why it can't be kept, where writing on doesn't help. */
	error = $state("");
	/** When something was written here last. */
	writtenAt = $state<string | undefined>(undefined);
	revision: number;
	private readonly of: Keeps<T, S>;
	private timer: ReturnType<typeof setTimeout> | undefined;
	private busy: Promise<void> | undefined;

	constructor(of: Keeps<T, S>) {
		this.of = of;
		this.revision = of.revision;
		addEventListener("online", this.online);
	}

	/** What this browser kept and the service didn't get. */
	get kept(): Kept<T> | undefined {
		const text = localStorage.getItem(this.of.place);
		return text ? (JSON.parse(text) as Kept<T>) : undefined;
	}

	/** Forgets what this browser kept. */
	drop(): void {
		localStorage.removeItem(this.of.place);
	}

	/** Something was written. */
	wrote(after = SAVE_MILLISECONDS): void {
		this.writtenAt = new Date().toISOString();
		try {
			keepHere(this.of.place, this.of.now(), this.revision, this.writtenAt);
			this.error = "";
		} catch {
			this.error = "This browser's storage is full. Wait for “Saved”, or copy your text, before you close the page.";
		}
		this.soon(after);
	}

	/** The service has another version, and this one continues an older one. */
	clash(theirs: S, writtenAt: string): void {
		this.theirs = theirs;
		this.writtenAt = writtenAt;
		this.saved = "unsaved";
	}

	/** The other version was looked at: what is written next goes on from it. */
	settled(): void {
		if (this.theirs) this.revision = this.theirs.revision;
		this.theirs = undefined;
		this.wrote(0);
	}

	async save(): Promise<void> {
		clearTimeout(this.timer);
		while (this.busy) await this.busy;
		if (this.saved === "saved" || this.theirs) return;
		this.busy = this.send().finally(() => (this.busy = undefined));
		await this.busy;
	}

	leave(): void {
		clearTimeout(this.timer);
		removeEventListener("online", this.online);
		if (this.saved !== "saved") void this.save();
	}

	private readonly online = (): void => void this.save();

	private soon(after: number): void {
		this.saved = "unsaved";
		if (this.theirs) return;
		clearTimeout(this.timer);
		this.timer = setTimeout(() => void this.save(), after);
	}

	private async send(): Promise<void> {
		this.saved = "saving";
		const content = this.of.now();
		const sent = JSON.stringify(content);
		try {
			const { revision } = await this.of.save(content, this.revision);
			this.revision = revision;
			if (JSON.stringify(this.of.now()) !== sent) return this.soon(SAVE_MILLISECONDS);
			this.saved = "saved";
			this.error = "";
			this.drop();
		} catch (error) {
			if (!(error instanceof CallError)) throw error;
			await this.notSent(error);
		}
	}

	private async notSent(error: CallError): Promise<void> {
		this.saved = error.status === 0 || error.status >= 500 ? "offline" : "unsaved";
		if (error.code === "changed-since") await this.compare();
		// Who was signed out is asked to sign in again meanwhile.
		else if (this.saved === "offline" || error.status === 401) this.again();
		else this.error = saying(error);
	}

	/** Looks what the service has: the same may have arrived without being answered. */
	private async compare(): Promise<void> {
		const theirs = await this.of.fetch().catch(() => undefined);
		if (!theirs) return this.again();
		if (this.of.same(this.of.now(), theirs)) {
			// What else belongs to it goes along once more.
			this.revision = theirs.revision;
			this.soon(0);
		} else this.theirs = theirs;
	}

	private again(): void {
		clearTimeout(this.timer);
		this.timer = setTimeout(() => void this.save(), AGAIN_MILLISECONDS);
	}
}

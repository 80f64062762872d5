import { vi } from "vitest";
import type { Clock, KeyValues } from "./ports.ts";

/** What a browser keeps for its person, in this process; empty it between tests. */
export const stored = new Map<string, string>();

export const storage: KeyValues = {
	getItem: (key) => stored.get(key) ?? null,
	setItem: (key, text) => void stored.set(key, text),
	removeItem: (key) => void stored.delete(key),
};

/** Gives modules that look for a browser as they load what they look for. Import those after it. */
export function stubBrowser(): void {
	vi.stubGlobal("localStorage", storage);
	vi.stubGlobal("addEventListener", () => undefined);
	vi.stubGlobal("removeEventListener", () => undefined);
}

/** A clock that a test moves. */
export class TestClock implements Clock {
	time = 0;
	private waits: { readonly at: number; readonly call: () => void }[] = [];

	readonly now = (): number => this.time;

	readonly after = (milliseconds: number, call: () => void): (() => void) => {
		const wait = { at: this.time + milliseconds, call };
		this.waits.push(wait);
		return () => {
			this.waits = this.waits.filter((w) => w !== wait);
		};
	};

	/** Lets time pass, and calls what was waiting for it. */
	pass(milliseconds: number): void {
		this.time += milliseconds;
		const due = this.waits.filter((w) => w.at <= this.time);
		this.waits = this.waits.filter((w) => w.at > this.time);
		for (const { call } of due) call();
	}
}

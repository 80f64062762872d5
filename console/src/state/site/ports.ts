import type { Client } from "@markpen/client";
import { Runner } from "../../worker/runner.ts";
import { api } from "./api.ts";
import { browserClock, type Clock } from "./clock.ts";
import { follow } from "./server-events.ts";

/** What a browser keeps for its person, as text. */
export type KeyValues = Pick<Storage, "getItem" | "setItem" | "removeItem">;

/** What state needs of the world around it; a test gives it others. */
export interface Ports {
	readonly api: Client;
	readonly storage: KeyValues;
	/** Runs programs; ended with the page. */
	readonly runner: Pick<Runner, "ask" | "end" | "onloading">;
	readonly clock: Clock;
	/** Listens to events of the service until what it gives is called. */
	readonly follow: typeof follow;
	/** Calls whenever there is a network again, until what it gives is called. */
	readonly onOnline: (call: () => void) => () => void;
	/** The kind of device, for the person who wrote there. */
	readonly device: () => string;
}

/** The ports of a page in a browser, with a runner of its own. */
export function browserPorts(): Ports {
	return {
		api,
		storage: localStorage,
		runner: new Runner(),
		clock: browserClock,
		follow,
		onOnline(call) {
			addEventListener("online", call);
			return () => removeEventListener("online", call);
		},
		device: () => /iPhone|iPad|Android|Windows|Macintosh|CrOS|Linux/.exec(navigator.userAgent)?.[0] ?? "another device",
	};
}

/** Something that was stored as JSON. */
export function readStored<T>(storage: KeyValues, key: string): T | undefined {
	const text = storage.getItem(key);
	return text ? (JSON.parse(text) as T) : undefined;
}

export function writeStored(storage: KeyValues, key: string, value: unknown): void {
	storage.setItem(key, JSON.stringify(value));
}

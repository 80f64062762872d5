import { CallError } from "@markpen/client";
import type { Work } from "@markpen/contract";
import { api } from "../site/api.ts";
import { type KeyValues, type Ports, readStored, writeStored } from "../site/ports.ts";
import { storageKey } from "../site/storage-key.ts";

/** A hand-in that was pressed and isn't known to have arrived. */
export interface Pressed {
	readonly assignmentId: string;
	readonly exercise: string;
	readonly source: string;
	/** Left out by what was pressed before there was more than one. */
	readonly language?: NonNullable<Work["draft"]>["language"];
	readonly answers: NonNullable<Work["draft"]>["answers"];
	/** The same for every attempt, so that it arrives once. */
	readonly key: string;
	readonly at: string;
}

const placeOf = ({ assignmentId, exercise }: Pick<Pressed, "assignmentId" | "exercise">) =>
	storageKey(`handing ${assignmentId} ${exercise}`);

/** A key of its own for each hand-in; `crypto.randomUUID` isn't there on a plain-http address. */
export function freshKey(): string {
	return Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => byte.toString(16).padStart(2, "0")).join("");
}

/** What this browser still has to hand in for an exercise. */
export function pressedFor(storage: KeyValues, of: Pick<Pressed, "assignmentId" | "exercise">): Pressed | undefined {
	return readStored<Pressed>(storage, placeOf(of));
}

export type Sent =
	| { readonly state: "arrived"; readonly id: string }
	| { readonly state: "waits" }
	| { readonly state: "refused"; readonly why: string };

/**
 * Hands in what was pressed. It is kept until the service has it, or has refused it: without a network it waits.
 *
 * @param waited whether it had to wait: it arrives with the time of the press then
 */
export async function send(
	{ api, storage }: Pick<Ports, "api" | "storage">,
	pressed: Pressed,
	waited: boolean,
): Promise<Sent> {
	writeStored(storage, placeOf(pressed), pressed);
	const { assignmentId: id, exercise, source, language, answers, key, at } = pressed;
	try {
		const done = await api.handIn({
			params: { id, exercise },
			body: { source, ...(language && { language }), answers, ...(waited && { pressedAt: at }) },
			idempotencyKey: key,
		});
		storage.removeItem(placeOf(pressed));
		return { state: "arrived", id: done.id };
	} catch (error) {
		if (error instanceof CallError && (error.status === 0 || error.status >= 500 || error.status === 401))
			return { state: "waits" };
		storage.removeItem(placeOf(pressed));
		return { state: "refused", why: error instanceof Error ? error.message : String(error) };
	}
}

/** Sends all of the student's waiting hand-ins of this browser. */
export async function sendAll(ports: { api: Ports["api"]; storage: Storage } = { api, storage: localStorage }) {
	const { storage } = ports;
	const keys = Array.from({ length: storage.length }, (_, i) => storage.key(i) as string).filter((key) =>
		key.startsWith(storageKey("handing ")),
	);
	const sent: Sent[] = [];
	for (const key of keys) {
		const kept = storage.getItem(key);
		if (kept) sent.push(await send(ports, JSON.parse(kept) as Pressed, true));
	}
	return sent;
}

import { CallError } from "@markpen/client";

/** What was fetched last under a key: shown at once when one comes back, while it is fetched again. */
const KEPT = new Map<string, unknown>();
const MAX_KEPT = 60;

function keep(key: string, value: unknown): void {
	KEPT.delete(key);
	KEPT.set(key, value);
	if (KEPT.size > MAX_KEPT) KEPT.delete(KEPT.keys().next().value as string);
}

/** Forgets all that was kept: when somebody else signs in. */
export function forgetKept(): void {
	KEPT.clear();
}

/** Prefetches likely next data. Errors are reported when the data is requested. */
export function fetchAhead<T>(key: string, fetch: () => Promise<T>): void {
	if (KEPT.has(key)) return;
	fetch().then(
		(value) => keep(key, value),
		() => undefined,
	);
}

/** Why something went wrong, in a sentence. */
export const saying = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** Something that is fetched: what it is once it is there, or why it isn't. */
export class Loading<T> {
	value = $state.raw<T | undefined>(undefined);
	error = $state("");
	/** Whether there was no answer at all. */
	offline = $state(false);
	private turn = 0;
	private again: (() => void) | undefined;

	/** Turns to something else: what was fetched of it last, or nothing. */
	turnTo(key: string): void {
		this.turn++;
		this.value = KEPT.get(key) as T | undefined;
		this.error = "";
	}

	/**
	 * Fetches; an answer that comes after a later call's is dropped. With a key, what was fetched last is there at
	 * once.
	 */
	async load(fetch: () => Promise<T>, key?: string): Promise<void> {
		const turn = ++this.turn;
		this.again = () => void this.load(fetch, key);
		if (key !== undefined && KEPT.has(key)) this.value = KEPT.get(key) as T;
		try {
			const value = await fetch();
			if (key !== undefined) keep(key, value);
			if (turn !== this.turn) return;
			this.value = value;
			this.error = "";
			this.offline = false;
		} catch (error) {
			if (turn !== this.turn) return;
			this.error = saying(error);
			this.offline = error instanceof CallError && error.status === 0;
		}
	}

	retry = (): void => this.again?.();
}

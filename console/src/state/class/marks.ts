import { storageKey } from "../site/storage-key.ts";

/** Steps that only this browser records. */
type Mark = "printed cards" | "looked at a hand-in" | "hid the first steps";

export function hasMark(mark: Mark): boolean {
	try {
		return localStorage.getItem(storageKey(mark)) !== null;
	} catch {
		return false;
	}
}

export function setMark(mark: Mark): void {
	try {
		localStorage.setItem(storageKey(mark), "yes");
	} catch {
		// Without storage the step stays open.
	}
}

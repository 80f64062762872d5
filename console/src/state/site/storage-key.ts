import { session } from "./session.svelte.ts";

/** Where this browser keeps something of the person who is signed in: a school's computer has many. */
export function storageKey(what: string): string {
	return `markpen ${session.account?.id ?? "nobody"} ${what}`;
}

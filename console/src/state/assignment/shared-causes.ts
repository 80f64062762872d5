import type { AssignmentPage } from "@markpen/contract";
import { api } from "../site/api.ts";
import { notes } from "../site/notes.svelte.ts";

type HandIn = Pick<AssignmentPage["handIns"][number], "id" | "slips">;

/** The hand-ins that share a cause, by its id. */
export const sharing = <T extends HandIn>(handIns: readonly T[], id: string): T[] =>
	handIns.filter((h) => h.slips.includes(id));

/**
 * Writes one comment to each of several hand-ins; its note takes all of them back.
 *
 * @returns whether every hand-in has it
 */
export async function commentOnAll(handIns: readonly HandIn[], words: string): Promise<boolean> {
	const made: { readonly id: string; readonly comment: string }[] = [];
	for (const { id } of handIns) {
		const one = await notes.trying(() => api.commentOn({ params: { id }, body: { place: { on: "whole" }, words } }));
		if (one) made.push({ id, comment: one.id });
	}
	const undo = async () => {
		for (const params of made) await api.removeComment({ params });
	};
	notes.say(`${made.length} of ${handIns.length} hand-ins have the comment.`, made.length > 0 ? { undo } : {});
	return made.length === handIns.length;
}

import type { HandInPage } from "@markpen/contract";
import { api } from "../site/api.ts";
import { fetchAhead, Loading } from "../site/loading.svelte.ts";
import { notes } from "../site/notes.svelte.ts";
import { explanations, untilExplained } from "./explained.ts";

export type Kept = Awaited<ReturnType<typeof api.listKeptComments>>["comments"][number];
export type CommentPlace = HandInPage["comments"][number]["place"];

const WHOLE: CommentPlace = { on: "whole" };

/** Saved comments, those about a cause of this report first. */
export function offered(kept: readonly Kept[], report: HandInPage["report"]): Kept[] {
	const slips = new Set(report && explanations(report).map((s) => s.id));
	const fits = (k: Kept) => k.slip !== null && slips.has(k.slip);
	return [
		...kept.filter(fits),
		...kept.filter((k) => k.slip === null),
		...kept.filter((k) => k.slip !== null && !fits(k)),
	];
}

/** What a comment refers to, in words. */
export function placeWords(place: CommentPlace, page: HandInPage): string {
	if (place.on === "lines")
		return place.from === place.to ? `line ${place.from}` : `lines ${place.from} to ${place.to}`;
	if (place.on === "criterion")
		return page.report?.criteria.find((c) => c.id === place.criterion)?.asks ?? "a criterion";
	if (place.on === "figure") return page.report?.figures.find((f) => f.index === place.figure)?.sentence ?? "a figure";
	return "the whole";
}

/** Unsent comments by hand-in. */
const WRITTEN = new Map<string, string>();
const keyOf = (id: string) => `hand-in ${id}`;
const fetch = (id: string) => api.showHandIn({ params: { id } });

/** One hand-in on a teacher's screen: what it is, and what the teacher does about it. */
export class Marking {
	readonly loading = new Loading<HandInPage>();
	kept = $state.raw<readonly Kept[]>([]);
	fields = $state.raw<Readonly<Record<string, string>>>({});
	words = $state("");
	about = $state.raw<CommentPlace>(WHOLE);
	/** Whether what is written is to be kept for others. */
	keep = $state(false);
	private id = "";
	/** The hand-in whose causes are waited for. */
	private following = "";

	/** Goes to a hand-in; what was being written of another one is there again when one comes back. */
	go(id: string): void {
		if (id === this.id) return;
		this.leave();
		this.id = id;
		this.words = WRITTEN.get(id) ?? "";
		this.about = WHOLE;
		this.keep = false;
		this.loading.turnTo(keyOf(id));
		void this.open();
	}

	leave(): void {
		if (this.words.trim() === "") WRITTEN.delete(this.id);
		else WRITTEN.set(this.id, this.words);
	}

	async open(): Promise<void> {
		const { id: mine } = this;
		await this.loading.load(() => fetch(mine), keyOf(mine));
		if (mine !== this.id) return;
		const page = this.loading.value;
		for (const id of [page?.after, page?.before]) if (id) fetchAhead(keyOf(id), () => fetch(id));
		void this.follow(mine);
	}

	/** Looks again until the causes are there, unless another hand-in is in front by then. */
	private async follow(mine: string): Promise<void> {
		if (this.following === mine) return;
		this.following = mine;
		const look = async () => {
			if (mine !== this.id) return undefined;
			await this.loading.load(() => fetch(mine), keyOf(mine));
			return mine === this.id ? this.loading.value?.report : undefined;
		};
		await untilExplained(this.loading.value?.report, look, (ms) => new Promise((done) => setTimeout(done, ms)));
		this.following = "";
	}

	async openKept(): Promise<void> {
		const found = await api.listKeptComments({}).catch(() => undefined);
		if (!found) return;
		this.kept = found.comments;
		this.fields = found.fields;
	}

	/** Sends what is written. */
	async comment(words = this.words): Promise<void> {
		const typed = words === this.words;
		if (words.trim() === "") return;
		const { about, keep, id } = this;
		const { report } = this.loading.value ?? {};
		const slip = (report && explanations(report)[0]?.id) ?? null;
		const made = await notes.trying(() => api.commentOn({ params: { id }, body: { place: about, words } }));
		if (!made) return;
		notes.say("Comment added.", { undo: () => this.uncomment(made.id, false, id) });
		if (id === this.id) {
			if (typed) {
				this.words = "";
				this.keep = false;
			}
			this.about = WHOLE;
			this.put(id, { comments: [...this.commentsOf(id), made] });
		}
		if (typed && keep) {
			const kept = await notes.trying(() => api.keepComment({ body: { words, slip } }));
			if (kept) this.kept = [...this.kept, kept];
		}
	}

	async uncomment(comment: string, undoable = true, id = this.id): Promise<void> {
		const gone = this.commentsOf(id).find((c) => c.id === comment);
		await notes.trying(() => api.removeComment({ params: { id, comment } }));
		this.put(id, { comments: this.commentsOf(id).filter((c) => c.id !== comment) });
		if (!gone || !undoable) return;
		const back = async () => {
			const made = await api.commentOn({ params: { id }, body: { place: gone.place, words: gone.words } });
			this.put(id, { comments: [...this.commentsOf(id), made] });
		};
		notes.say("Comment deleted.", { undo: back });
	}

	async forget(id: string): Promise<void> {
		const gone = this.kept.find((k) => k.id === id);
		await notes.trying(() => api.forgetComment({ params: { id } }));
		this.kept = this.kept.filter((k) => k.id !== id);
		const back = async () => {
			if (gone) this.kept = [...this.kept, await api.keepComment({ body: { words: gone.words, slip: gone.slip } })];
		};
		notes.say("Saved comment deleted.", { undo: back });
	}

	async adjust(criterion: string, points: number, reason: string, id = this.id): Promise<boolean> {
		const done = await notes.trying(() => api.adjust({ params: { id, criterion }, body: { points, reason } }));
		if (!done) return false;
		if (id === this.id) await this.open();
		notes.say("Points adjusted.", { undo: () => this.unadjust(criterion, id) });
		return true;
	}

	async unadjust(criterion: string, id = this.id): Promise<void> {
		const before = id === this.id ? this.loading.value?.criteria.find((c) => c.id === criterion)?.adjusted : undefined;
		await notes.trying(() => api.undoAdjustment({ params: { id, criterion } }));
		if (id === this.id) await this.open();
		if (before)
			notes.say("Adjustment undone.", {
				undo: async () => void (await this.adjust(criterion, before.points, before.reason ?? "As before", id)),
			});
	}

	async judge(criterion: string, points: number): Promise<void> {
		await notes.trying(() => api.judge({ params: { id: this.id, criterion }, body: { points } }));
		await this.open();
	}

	async release(): Promise<void> {
		const page = this.loading.value;
		if (!page) return;
		const done = await notes.trying(() =>
			api.release({ params: { id: page.assignmentId }, body: { students: [page.student.id] } }),
		);
		if (!done) return;
		this.put(page.id, { released: true });
		notes.say(`Released to ${page.student.name}.`);
	}

	private commentsOf(id: string): HandInPage["comments"] {
		return this.loading.value?.id === id ? this.loading.value.comments : [];
	}

	/** Puts into the page what was done, unless another one is in front by now. */
	private put(id: string, part: Partial<HandInPage>): void {
		if (this.loading.value?.id === id) this.loading.value = { ...this.loading.value, ...part };
	}
}

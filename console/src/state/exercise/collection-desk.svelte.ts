import { COLLECTION_FORMAT, type CollectionFile, readCollection } from "@markpen/core";
import { stringify } from "yaml";
import { api } from "../site/api.ts";
import { saying } from "../site/loading.svelte.ts";
import { idFor } from "./exercise-file.ts";

/** A collection while it is put together: its exercises in order, and from which share of its points one counts. */
export class CollectionDesk {
	title = $state("");
	brief = $state("");
	/** Ids of its exercises, in order. */
	exercises = $state.raw<readonly string[]>([]);
	/** From this percentage of its points an exercise counts as done. */
	done = $state(80);
	shared = $state(false);
	error = $state("");
	/** Exercises that this site doesn't have, as they were found when it was saved. */
	missing = $state.raw<readonly string[]>([]);
	/** Its id, once it has one: a new title doesn't change it. */
	private key: string;

	constructor(file?: CollectionFile, shared = false) {
		this.key = file?.id ?? "";
		this.title = file?.title ?? "";
		this.brief = file?.brief ?? "";
		this.exercises = file?.exercises ?? [];
		this.done = Math.round(100 * (file?.["done when"]["share of points"] ?? 0.8));
		this.shared = shared;
	}

	/** The collection of a file's text. @throws Error with what is wrong in it */
	static of(source: string, shared: boolean): CollectionDesk {
		const reading = readCollection(source);
		if (!reading.ok) throw new Error(reading.problems.map((p) => `Line ${p.line}: ${p.message}`).join("\n"));
		return new CollectionDesk(reading.collection, shared);
	}

	get id(): string {
		return this.key || idFor(this.title);
	}

	get canSave(): boolean {
		return this.id !== "" && this.title.trim() !== "" && this.exercises.length > 0;
	}

	has(key: string): boolean {
		return this.exercises.includes(key);
	}

	/** Puts an exercise at the end, or takes it out. */
	toggle(key: string): void {
		this.exercises = this.has(key) ? this.exercises.filter((one) => one !== key) : [...this.exercises, key];
	}

	/** Moves an exercise to a place, counted from 0; beyond an end it stays at that end. */
	moveTo(key: string, to: number): void {
		const others = this.exercises.filter((one) => one !== key);
		const at = Math.max(0, Math.min(others.length, to));
		this.exercises = [...others.slice(0, at), key, ...others.slice(at)];
	}

	moveBy(key: string, by: number): void {
		this.moveTo(key, this.exercises.indexOf(key) + by);
	}

	/** The collection as a file. */
	get source(): string {
		return stringify({
			format: COLLECTION_FORMAT,
			id: this.id,
			title: this.title.trim(),
			...(this.brief.trim() && { brief: this.brief.trim() }),
			exercises: [...this.exercises],
			"done when": { "share of points": Math.max(1, Math.min(100, this.done)) / 100 },
		});
	}

	/** Saves it; returns its id in the service, or undefined if {@link error} says why not. */
	async save(): Promise<string | undefined> {
		this.error = "";
		try {
			const made = await api.publishCollection({ body: { source: this.source, shared: this.shared } });
			this.key = made.key;
			this.missing = made.missing;
			return made.id;
		} catch (error) {
			this.error = saying(error);
			return undefined;
		}
	}
}

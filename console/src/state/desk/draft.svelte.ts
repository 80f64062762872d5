import type { Work } from "@markpen/contract";
import { Autosave } from "../site/autosave.svelte.ts";
import { type Ports, readStored, writeStored } from "../site/ports.ts";
import { storageKey } from "../site/storage-key.ts";

type Draft = NonNullable<Work["draft"]>;
export type Language = Draft["language"];
export type Answers = Draft["answers"];

/** What is saved of a desk. */
interface Written {
	readonly source: string;
	/** Left out by what was kept before there was more than one. */
	readonly language?: Language;
	readonly answers: Answers;
}
/** A program as it is checked and handed in. */
export interface Program {
	readonly source: string;
	readonly language: Language;
	readonly answers: Answers;
}
/** A version that wasn't taken. */
export type Version = Written & { readonly at: string };

const MAX_SET_ASIDE = 10;

/** What is given to begin with in a language. */
function starterIn({ exercise }: Work, language: Language): string {
	const first = language === exercise.languages[0];
	return exercise.starters[language] ?? (first ? exercise.starter : null) ?? "";
}

/** What a student goes on with: the draft, the last try, an earlier hand-in, or what is given. */
function beginningOf(work: Work): { source: string; language: Language } {
	const { draft, lastSource, lastLanguage, continues, exercise } = work;
	const first = exercise.languages[0] ?? "nib";
	// One that was begun by a run alone says nothing of its language.
	const own = draft && exercise.languages.includes(draft.language) ? draft.language : first;
	if (draft) return { source: draft.source, language: own };
	if (lastSource !== null) return { source: lastSource, language: lastLanguage ?? first };
	if (continues) return { source: continues.source, language: continues.language };
	return { source: starterIn(work, first), language: first };
}

/** A student's draft of one exercise, and its earlier versions. */
export class DeskDraft {
	source = $state("");
	/** What it is written in. */
	language = $state<Language>("nib");
	answers = $state.raw<Answers>({});
	/** What the student ticked off. */
	ticks = $state.raw<ReadonlySet<string>>(new Set());
	/** Versions that weren't taken. */
	aside = $state.raw<readonly Version[]>([]);
	readonly autosave: Autosave<Written, Draft>;
	private readonly work: Work;
	private readonly ports: Ports;

	constructor(work: Work, ports: Ports) {
		this.work = work;
		this.ports = ports;
		const params = { id: work.assignmentId, exercise: work.exercise.id };
		this.autosave = new Autosave<Written, Draft>({
			place: this.key("draft"),
			revision: work.draft?.revision ?? 0,
			now: () => ({ source: this.source, language: this.language, answers: this.answers }),
			save: ({ source, answers }, revision) =>
				ports.api.saveDraft({
					params,
					body: { source, language: this.language, answers, device: ports.device() },
					revision,
				}),
			fetch: async () => (await ports.api.showWork({ params })).draft ?? undefined,
			same: (mine, theirs) => mine.source === theirs.source,
		});
		const begun = beginningOf(work);
		this.source = begun.source;
		this.language = begun.language;
		this.answers = work.draft?.answers ?? {};
		this.ticks = new Set(readStored<string[]>(ports.storage, this.key("ticks")) ?? []);
		this.aside = readStored<Version[]>(ports.storage, this.key("aside")) ?? [];
		this.takeUp();
	}

	/** The program as it is now. */
	get program(): Program {
		const { source, language, answers } = this;
		return { source, language, answers };
	}

	/** How many questions aren't answered yet. */
	get unanswered(): number {
		return this.work.exercise.criteria.filter((c) => c.ask && !this.answers[c.id]?.words.trim()).length;
	}

	private key(what: "draft" | "ticks" | "aside"): string {
		return storageKey(`${what} ${this.work.assignmentId} ${this.work.exercise.id}`);
	}

	/** Takes up what this browser kept and the service didn't get. */
	private takeUp(): void {
		const { kept } = this.autosave;
		if (!kept) return;
		const { source, language, answers } = kept.content;
		const answered = Object.entries(answers).every(([id, a]) => this.answers[id]?.words === a.words);
		if (source === this.source && answered) return this.autosave.drop();
		const other = source !== this.source;
		this.source = source;
		this.language = language ?? this.language;
		this.answers = { ...this.answers, ...answers };
		const { draft } = this.work;
		// Written here without a network, and elsewhere since: neither is chosen silently.
		if (other && draft && kept.revision !== draft.revision) this.autosave.clash(draft, kept.at);
		else this.autosave.wrote();
	}

	/** Keeps what is written, here at once and at the service a moment later. */
	write(source: string): void {
		if (source === this.source) return;
		this.source = source;
		this.autosave.wrote();
	}

	answer(criterion: string, words: string, when: Answers[string]["when"]): void {
		this.answers = { ...this.answers, [criterion]: { words, when } };
		this.autosave.wrote();
	}

	tick(criterion: string): void {
		const next = new Set(this.ticks);
		if (!next.delete(criterion)) next.add(criterion);
		this.ticks = next;
		writeStored(this.ports.storage, this.key("ticks"), [...next]);
	}

	/** Continues with one of two versions; the other is kept under earlier versions. */
	settle(mine: boolean): void {
		const { theirs } = this.autosave;
		if (!theirs) return;
		this.putAside(
			mine
				? { source: theirs.source, language: theirs.language, answers: theirs.answers, at: theirs.savedAt }
				: this.version(),
		);
		if (!mine) {
			this.source = theirs.source;
			this.language = theirs.language;
			this.answers = { ...this.answers, ...theirs.answers };
		}
		this.autosave.settled();
	}

	/** Switches to another language with its starter; the program before is kept under earlier versions. */
	turnTo(language: Language): void {
		if (language === this.language) return;
		this.putAside(this.version());
		this.language = language;
		this.source = starterIn(this.work, language);
		this.autosave.wrote();
	}

	/** Puts another program in the editor; the one before is kept under earlier versions. */
	replace(source: string, language: Language = this.language): void {
		if (source === this.source && language === this.language) return;
		this.putAside(this.version());
		this.language = language;
		this.source = source;
		this.autosave.wrote();
	}

	private version(): Version {
		const at = this.autosave.writtenAt ?? new Date(this.ports.clock.now()).toISOString();
		return { source: this.source, language: this.language, answers: this.answers, at };
	}

	private putAside(version: Version): void {
		if (version.source.trim() === "") return;
		this.aside = [version, ...this.aside.filter((v) => v.source !== version.source)].slice(0, MAX_SET_ASIDE);
		writeStored(this.ports.storage, this.key("aside"), this.aside);
	}

	leave(): void {
		this.autosave.leave();
	}
}

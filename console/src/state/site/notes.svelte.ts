/** What was just done, in a sentence, and how it is taken back. */
export interface Note {
	readonly id: number;
	readonly says: string;
	readonly undo?: () => Promise<void> | void;
	readonly wrong?: boolean;
}

/** How long a notification is shown, in milliseconds. */
const MILLISECONDS = 8_000;

/** Notes at the foot of the page. */
export class Notes {
	all = $state.raw<readonly Note[]>([]);
	private next = 1;

	say(says: string, of: { undo?: () => Promise<void> | void; wrong?: boolean } = {}): void {
		const note = { id: this.next++, says, ...of };
		// What was done last alone can be taken back here: an older one would take back something else.
		const others = this.all.filter((n) => !(of.undo && n.undo));
		this.all = [...others.slice(-2), note];
		setTimeout(() => this.drop(note.id), MILLISECONDS);
	}

	drop(id: number): void {
		this.all = this.all.filter((n) => n.id !== id);
	}

	/** Carries something out, and says what went wrong where it did. */
	async trying<T>(act: () => Promise<T>): Promise<T | undefined> {
		try {
			return await act();
		} catch (error) {
			this.say(error instanceof Error ? error.message : String(error), { wrong: true });
			return undefined;
		}
	}
}

export const notes = new Notes();

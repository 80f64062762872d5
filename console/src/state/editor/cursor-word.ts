import type { Clock } from "../site/clock.ts";

/** How long typing rests before words are completed or explained: neither may get in its way. */
export const STILL_MILLISECONDS = 180;

/** Says which word the cursor is in, once it has kept still for a moment. */
export class CursorWord {
	private cancel: (() => void) | undefined;

	private readonly clock: Pick<Clock, "after">;
	private readonly read: () => string;
	private readonly say: (word: string) => void;

	constructor(clock: Pick<Clock, "after">, read: () => string, say: (word: string) => void) {
		this.clock = clock;
		this.read = read;
		this.say = say;
	}

	/** The cursor moved, or the text under it changed. */
	moved(): void {
		this.cancel?.();
		this.cancel = this.clock.after(STILL_MILLISECONDS, () => this.say(this.read()));
	}

	end(): void {
		this.cancel?.();
	}
}

/** Says a value when it is another than the last one. */
export function onlyChanges<T>(first: T, say: (value: T) => void): (value: T) => void {
	let last = first;
	return (value) => {
		if (value === last) return;
		last = value;
		say(value);
	};
}

/** The time, and waiting. */
export interface Clock {
	/** Milliseconds since 1970. */
	readonly now: () => number;
	/** Calls once after some milliseconds, unless what it gives is called before. */
	readonly after: (milliseconds: number, call: () => void) => () => void;
}

/** The browser's own time. */
export const browserClock: Clock = {
	now: () => Date.now(),
	after(milliseconds, call) {
		const timer = setTimeout(call, milliseconds);
		return () => clearTimeout(timer);
	},
};

/** When a thread begins a task, as the thread notes it. */
export class Begun {
	readonly shared: SharedArrayBuffer;
	private readonly noted: BigInt64Array;

	constructor(shared = new SharedArrayBuffer(8)) {
		this.shared = shared;
		this.noted = new BigInt64Array(shared);
	}

	/** Notes that it begins now. */
	note(): void {
		Atomics.store(this.noted, 0, BigInt(Date.now()));
	}

	/** Milliseconds since 1970; undefined if it hasn't begun. */
	at(): number | undefined {
		const at = Number(Atomics.load(this.noted, 0));
		return at === 0 ? undefined : at;
	}
}

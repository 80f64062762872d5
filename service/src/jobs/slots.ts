import { LANES, type Lane, type Whose } from "../queue/queue.ts";
import { type Lanes, LONG_MILLISECONDS } from "./lanes.ts";

/** A job's work was not begun: its worker stops. */
export class Stopped extends Error {
	override readonly name = "Stopped";
	constructor() {
		super("the worker stops; the job goes back to the queue");
	}
}

/** A quick job's work was not begun: what it waited behind has shown that its owner's programs are slow. */
export class Behind extends Error {
	override readonly name = "Behind";
	constructor() {
		super("the job belongs in the slow lane");
	}
}

interface Waiting {
	readonly begin: () => void;
	readonly refuse: (error: Stopped | Behind) => void;
}

/** Has work wait until its lane has room, first come first served in each lane. */
export class Slots {
	private readonly lanes: Lanes;
	/** Called when a slot may have become free. */
	private readonly onRoom: () => void;
	/** Called when work of a lane turns out to be slow. */
	private readonly onLate: (lane: Lane) => void;
	private readonly waiting: Readonly<Record<Lane, Waiting[]>> = { quick: [], slow: [], long: [] };
	private stopped = false;

	constructor(lanes: Lanes, onRoom: () => void, onLate: (lane: Lane) => void = () => undefined) {
		this.lanes = lanes;
		this.onRoom = onRoom;
		this.onLate = onLate;
	}

	/**
	 * Runs work when its lane has room for it.
	 *
	 * @throws Stopped if the slots were closed before; Behind if quick work belongs in the slow lane by then
	 */
	async run<T>(of: { id: string; lane: Lane; whose: Whose | undefined }, work: () => Promise<T>): Promise<T> {
		if (this.stopped) throw new Stopped();
		await new Promise<void>((resolve, refuse) => {
			const begin = () => {
				if (of.lane === "quick" && this.lanes.behind(of.whose)) return refuse(new Behind());
				this.lanes.begin(of.id, of.lane, of.whose);
				resolve();
			};
			this.waiting[of.lane].push({ begin, refuse });
			this.admit();
		});
		// By then it has left the quick lane, if it is still running.
		const late = setTimeout(() => {
			this.onLate(of.lane);
			this.room();
		}, LONG_MILLISECONDS);
		try {
			return await work();
		} finally {
			clearTimeout(late);
			this.lanes.end(of.id);
			this.room();
		}
	}

	/** How many wait in a lane. */
	waitingIn(lane: Lane): number {
		return this.waiting[lane].length;
	}

	/** Refuses all that wait, and what comes later. */
	stop(): void {
		this.stopped = true;
		for (const lane of LANES) for (const { refuse } of this.waiting[lane].splice(0)) refuse(new Stopped());
	}

	private room(): void {
		this.admit();
		this.onRoom();
	}

	private admit(): void {
		for (const lane of LANES)
			while (this.waiting[lane].length > 0 && this.lanes.free(lane) > 0) this.waiting[lane].shift()?.begin();
	}
}

import type { DrawingReport } from "@markpen/core";
import type { Answers } from "../../worker/messages.ts";
import type { api } from "../site/api.ts";
import { Autosave, keepHere } from "../site/autosave.svelte.ts";
import { notes } from "../site/notes.svelte.ts";
import { browserPorts, type Ports } from "../site/ports.ts";
import { storageKey } from "../site/storage-key.ts";
import { moment } from "../site/times.ts";

type Drawing = Awaited<ReturnType<typeof api.listFreeDrawings>>["drawings"][number];

const MAX_NAME_LENGTH = 120;
/** Where this browser keeps a drawing of a name. */
export const freePlace = (name: string): string => storageKey(`free ${name}`);
/** Frames that are drawn where a program moves. */
const FRAMES = 240;

/** A desk without an exercise: a program under a name, kept as it is written. */
export class FreeDesk {
	source = $state("");
	run = $state.raw<DrawingReport | undefined>(undefined);
	running = $state(false);
	lost = $state(false);
	ran = $state<string | undefined>(undefined);
	help = $state.raw<Answers["help"] | undefined>(undefined);
	readonly name: string;
	readonly keeping: Autosave<{ readonly source: string }, Drawing>;
	private readonly ports: Ports;

	constructor(name: string, kept: Drawing | undefined, begin: string, ports = browserPorts()) {
		this.name = name;
		this.ports = ports;
		const { api } = ports;
		this.keeping = new Autosave<{ readonly source: string }, Drawing>({
			place: freePlace(name),
			revision: kept?.revision ?? 0,
			now: () => ({ source: this.source }),
			save: ({ source }, revision) => api.saveFreeDrawing({ params: { name }, body: { source }, revision }),
			fetch: async () => (await api.listFreeDrawings({})).drawings.find((d) => d.name === name),
			same: (mine, theirs) => mine.source === theirs.source,
		});
		const here = this.keeping.kept;
		this.source = here?.content.source ?? kept?.source ?? begin;
		if (here && kept && here.revision !== kept.revision && here.content.source !== kept.source)
			this.keeping.clash(kept, here.at);
		else if (!kept || this.source !== kept.source) this.keeping.wrote();
		void this.ports.runner.ask("help", {}, 30_000).then((help) => (this.help = help));
	}

	write(source: string): void {
		if (source === this.source) return;
		this.source = source;
		this.keeping.wrote();
	}

	async runNow(source = this.source): Promise<void> {
		if (this.running) return;
		this.running = true;
		const answer = await this.ports.runner.ask("run", { source, frames: FRAMES });
		this.run = answer;
		this.ran = source;
		this.lost = answer === undefined;
		this.running = false;
	}

	/** Goes on with one of two versions; the other one becomes a drawing of its own. */
	async settle(mine: boolean): Promise<void> {
		const { theirs } = this.keeping;
		if (!theirs) return;
		const other = mine ? theirs.source : this.source;
		const at = mine ? theirs.savedAt : (this.keeping.writtenAt ?? new Date(this.ports.clock.now()).toISOString());
		const name = `${this.name}, ${moment(at)}`.slice(0, MAX_NAME_LENGTH);
		keepHere(freePlace(name), { source: other }, 0);
		const stored = await notes.trying(() =>
			this.ports.api.saveFreeDrawing({ params: { name }, body: { source: other }, revision: 0 }),
		);
		if (stored) this.ports.storage.removeItem(freePlace(name));
		if (!mine) this.source = theirs.source;
		this.keeping.settled();
	}

	leave(): void {
		this.keeping.leave();
		this.ports.runner.end();
	}
}

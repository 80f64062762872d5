import { Runner } from "../../worker/runner.ts";
import type { Ports } from "../site/ports.ts";
import type { Paintable } from "./painter.ts";

/** Pictures at most: each program is run for its own. */
const MAX_KEPT = 40;
/** A program that takes longer is shown without a picture. */
const PATIENCE = 1_500;

/** What programs draw, for a page that shows many: each is run once, one after another. */
export class Drawn {
	private pictures = $state.raw<ReadonlyMap<string, Paintable>>(new Map());
	private readonly runner: Ports["runner"];
	private readonly asked = new Set<string>();
	private waiting: string[] = [];
	private busy = false;
	private left = false;

	constructor(runner: Ports["runner"] = new Runner()) {
		this.runner = runner;
	}

	of(source: string): Paintable | undefined {
		return this.pictures.get(source);
	}

	draw(sources: readonly string[]): void {
		const fresh = [...new Set(sources)].slice(0, MAX_KEPT).filter((s) => !this.asked.has(s));
		for (const source of fresh) this.asked.add(source);
		this.waiting = [...this.waiting, ...fresh];
		void this.goOn();
	}

	leave(): void {
		this.left = true;
		this.runner.end();
	}

	private async goOn(): Promise<void> {
		if (this.busy) return;
		this.busy = true;
		for (let source = this.waiting.shift(); source !== undefined && !this.left; source = this.waiting.shift()) {
			const answer = await this.runner.ask("run", { source, frames: 1 }, PATIENCE);
			if (answer) this.pictures = new Map([...this.pictures, [source, answer.picture]]);
		}
		this.busy = false;
	}
}

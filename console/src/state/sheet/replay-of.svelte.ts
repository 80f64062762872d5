import { untrack } from "svelte";
import type { RunSettings } from "../../worker/messages.ts";
import { Runner } from "../../worker/runner.ts";
import { notes } from "../site/notes.svelte.ts";
import type { Ports } from "../site/ports.ts";
import { Replaying } from "./replaying.svelte.ts";

/**
 * A replay of one program, made when it is first asked for; it ends once the program is another one. Made while its
 * component is.
 */
export class ReplayOf {
	replaying = $state.raw<Replaying | null>(null);
	busy = $state(false);
	private readonly runner: Ports["runner"];
	private asked = 0;
	/** The line that is being replayed, for an editor to light. */
	readonly lines = $derived.by(() => (this.replaying?.line ? new Set([this.replaying.line]) : undefined));

	/** @param source the program as it is now */
	constructor(source: () => string, runner: Ports["runner"] = new Runner()) {
		this.runner = runner;
		// The object may be replaced by an equal one, for example after a new comment.
		const now = $derived.by(source);
		$effect(() => {
			void now;
			untrack(() => this.end());
		});
		$effect(() => () => this.leave());
	}

	async turn(on: boolean, of: RunSettings): Promise<void> {
		if (!on) return this.end();
		const asked = ++this.asked;
		this.busy = true;
		const answer = await this.runner.ask("replay", of);
		this.busy = false;
		if (asked !== this.asked) return;
		if (answer && answer.replay.rows > 0) this.replaying = new Replaying(answer);
		else
			notes.say(
				answer === undefined ? "This program runs too long for a replay." : "This program has no steps to replay.",
				{ wrong: answer === undefined },
			);
	}

	end(): void {
		this.asked++;
		this.replaying = null;
	}

	/** Stops with its page; unfinished work is discarded. */
	leave(): void {
		this.asked++;
		this.runner.end();
	}
}

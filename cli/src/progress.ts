import { Presets, SingleBar } from "cli-progress";

/** A bar on the terminal while something long goes on; silent where nobody looks, and for a single thing. */
export class Progress {
	private readonly bar: SingleBar | undefined;

	constructor(what: string, total: number) {
		if (total < 2 || process.stderr.isTTY !== true) return;
		this.bar = new SingleBar(
			{
				format: `${what} {bar} {value} of {total}, {eta_formatted} to go`,
				stream: process.stderr,
				hideCursor: true,
				clearOnComplete: true,
			},
			Presets.shades_classic,
		);
		this.bar.start(total, 0);
	}

	step(): void {
		this.bar?.increment();
	}

	end(): void {
		this.bar?.stop();
	}
}

import { Presets, SingleBar } from "cli-progress";

/** A progress bar on the terminal; silent if the output isn't a terminal or there is only one item. */
export class Progress {
	private readonly bar: SingleBar | undefined;

	constructor(what: string, total: number) {
		if (total < 2 || process.stderr.isTTY !== true) return;
		this.bar = new SingleBar(
			{
				format: `${what} {bar} {value} of {total}, {eta_formatted} left`,
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

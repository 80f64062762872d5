import { setImmediate } from "node:timers/promises";
import { fileURLToPath } from "node:url";
import { setFlagsFromString } from "node:v8";
import { runInNewContext } from "node:vm";

const FONT = fileURLToPath(new URL("../font/AtkinsonHyperlegibleNext-Regular.ttf", import.meta.url));

/** Bytes of pixels after which the ones that aren't needed any more are given back. */
const MOST_PIXELS = 64 * 1024 * 1024;

/**
 * Gives the pixels of finished pictures back. They lie outside the thread's heap, which hardly grows by a picture, so
 * that the engine would let gigabytes of them wait for its next collection.
 */
class PixelMemory {
	private kept = 0;
	private collect: (() => void) | undefined;

	/** Counts the bytes of a finished picture; frees the pixels of all finished pictures once there are many. */
	async finished(bytes: number): Promise<void> {
		this.kept += bytes;
		if (this.kept < MOST_PIXELS) return;
		this.kept = 0;
		if (!this.collect) {
			setFlagsFromString("--expose-gc");
			this.collect = runInNewContext("gc") as () => void;
		}
		this.collect();
		// Memory is freed in the next turn of the event loop, which a thread waiting for tasks never reaches by itself.
		await setImmediate();
	}
}

const PIXELS = new PixelMemory();

/** A drawing in SVG as a PNG of a width in pixels. */
export async function renderPng({ svg, width }: { readonly svg: string; readonly width: number }): Promise<Uint8Array> {
	const { Resvg } = await import("@resvg/resvg-js");
	const font = { fontFiles: [FONT], loadSystemFonts: false, defaultFontFamily: "Atkinson Hyperlegible Next" };
	const image = new Resvg(svg, { fitTo: { mode: "width", value: width }, font }).render();
	const png = image.asPng();
	await PIXELS.finished(4 * image.width * image.height);
	return png;
}

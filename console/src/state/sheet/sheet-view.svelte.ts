import { browserClock, type Clock } from "../site/clock.ts";
import { type Paintable, paintPicture, paintReplay } from "./painter.ts";
import type { Replaying } from "./replaying.svelte.ts";
import { Viewport } from "./viewport.svelte.ts";

/** What is shown: what was drawn, what was wanted, one over the other, or where they differ. */
export const LAYERS = { drawn: "Drawn", wanted: "Wanted", both: "Both", difference: "Difference" } as const;
export type Layer = keyof typeof LAYERS;

/** The most pixels that the painted sheet has along its longer side. */
const MAX_PIXELS = 4_096;
/** It is painted finer than the screen shows it, so that its edges stay clean where it lies between two pixels. */
const FINER = 2;

/**
 * A sheet on the screen. It is painted once for a scale into a canvas of its own; each frame lays that one image, so
 * that moving about costs the same however much is drawn.
 */
export class SheetView {
	readonly viewport: Viewport;
	layer = $state<Layer>("drawn");
	private canvas: HTMLCanvasElement | undefined;
	private readonly base = document.createElement("canvas");
	private baseScale = 1;
	private picture: Paintable | undefined;
	private replaying: Replaying | null = null;
	private paintedRow: number | undefined;
	private wanted: HTMLImageElement | undefined;
	private mended: HTMLImageElement | undefined;
	private asked = 0;

	constructor(clock: Clock = browserClock) {
		this.viewport = new Viewport({ clock, lay: () => this.ask(), still: () => this.sharpen() });
	}

	private get pixels(): number {
		return Math.min(2, devicePixelRatio || 1);
	}

	use(canvas: HTMLCanvasElement): void {
		this.canvas = canvas;
	}

	resize(width: number, height: number): void {
		if (!this.picture || width < 1 || height < 1) return;
		if (this.canvas) {
			this.canvas.width = Math.round(width * this.pixels);
			this.canvas.height = Math.round(height * this.pixels);
		}
		this.viewport.resize(width, height);
		this.paintBase();
	}

	show(picture: Paintable, replaying: Replaying | null): void {
		this.picture = picture;
		this.replaying = replaying;
		this.viewport.show(picture);
		this.paintBase();
	}

	/** The image of what was wanted. */
	showWanted(url: string | undefined): void {
		this.wanted = undefined;
		this.load(url, (image) => {
			this.wanted = image;
		});
	}

	/** The image of the drawing as it would be, over what was drawn. */
	showMended(url: string | undefined): void {
		this.mended = undefined;
		this.load(url, (image) => {
			this.mended = image;
		});
	}

	private load(url: string | undefined, use: (image: HTMLImageElement) => void): void {
		if (url === undefined) return this.ask();
		const image = new Image();
		image.onload = () => {
			use(image);
			this.ask();
		};
		image.src = url;
	}

	/** Goes on to the replay's row. */
	toRow(row: number): void {
		const { replaying } = this;
		if (!replaying) return;
		const context = this.base.getContext("2d");
		if (!context) return;
		context.setTransform(this.baseScale, 0, 0, this.baseScale, 0, 0);
		paintReplay(context, replaying.of.replay, row, this.paintedRow);
		this.paintedRow = row;
		this.ask();
	}

	/** A picture of the drawing with a width in pixels. */
	async png(width = 1_600): Promise<Blob | null> {
		const { picture } = this;
		if (!picture) return null;
		const canvas = document.createElement("canvas");
		const scale = width / picture.width;
		canvas.width = width;
		canvas.height = Math.round(picture.height * scale);
		const context = canvas.getContext("2d");
		if (!context) return null;
		context.scale(scale, scale);
		paintPicture(context, picture);
		return new Promise((resolve) => canvas.toBlob(resolve, "image/png"));
	}

	/** The colour that the sheet shows at a point, as a code; nothing off the sheet. */
	colourAt(x: number, y: number): string {
		const { picture } = this;
		if (!picture || x < 0 || y < 0 || x >= picture.width || y >= picture.height) return "";
		const data = this.base
			.getContext("2d")
			?.getImageData(Math.floor((x + 0.5) * this.baseScale), Math.floor((y + 0.5) * this.baseScale), 1, 1).data;
		return data ? `#${[...data.slice(0, 3)].map((v) => v.toString(16).padStart(2, "0")).join("")}` : "";
	}

	leave(): void {
		cancelAnimationFrame(this.asked);
		this.viewport.leave();
	}

	private wantedScale(): number {
		const { width, height } = this.picture as Paintable;
		return Math.min(MAX_PIXELS / Math.max(width, height), this.viewport.scale * this.pixels * FINER);
	}

	/** Paints again where the scale has become another one. */
	private sharpen(): void {
		if (!this.picture) return;
		const ratio = this.wantedScale() / this.baseScale;
		if (ratio > 1.2 || ratio < 0.5) this.paintBase();
	}

	private paintBase(): void {
		const { picture, base } = this;
		if (!picture || this.viewport.frame.width <= 1) return;
		this.baseScale = this.wantedScale();
		base.width = Math.max(1, Math.round(picture.width * this.baseScale));
		base.height = Math.max(1, Math.round(picture.height * this.baseScale));
		const context = base.getContext("2d");
		if (!context) return;
		context.setTransform(this.baseScale, 0, 0, this.baseScale, 0, 0);
		this.paintedRow = undefined;
		if (this.replaying) this.toRow(this.replaying.row);
		else paintPicture(context, picture);
		this.ask();
	}

	private ask(): void {
		cancelAnimationFrame(this.asked);
		this.asked = requestAnimationFrame(() => this.lay());
	}

	private lay(): void {
		const { canvas, picture, mended } = this;
		const wanted = mended ?? this.wanted;
		const layer = mended ? "both" : this.layer;
		const { laid, frame } = this.viewport;
		const context = canvas?.getContext("2d");
		if (!canvas || !context || !picture) return;
		const scale = (frame.width / laid.width) * this.pixels;
		context.setTransform(1, 0, 0, 1, 0, 0);
		context.clearRect(0, 0, canvas.width, canvas.height);
		context.setTransform(scale, 0, 0, scale, -laid.x * scale, -laid.y * scale);
		context.imageSmoothingEnabled = true;
		if (layer !== "wanted" || !wanted) context.drawImage(this.base, 0, 0, picture.width, picture.height);
		if (wanted && layer !== "drawn") {
			context.globalAlpha = layer === "both" ? 0.5 : 1;
			context.globalCompositeOperation = layer === "difference" ? "difference" : "source-over";
			context.drawImage(wanted, 0, 0, picture.width, picture.height);
			context.globalAlpha = 1;
			context.globalCompositeOperation = "source-over";
		}
	}
}

import type { Clock } from "../site/clock.ts";
import { type Size, shifted, type View, wholeView, zoomed } from "./view.ts";

/** How far the layers are moved as they are, as a share of what they show, and how much they are scaled. */
const FAR = 0.3;
const MAX_SCALE = 1.5;
/** Throttle of re-rendering during movement, in milliseconds. */
const LAID_MILLISECONDS = 120;
/** Delay after the last movement before re-rendering at the final scale, in milliseconds. */
const STILL_MILLISECONDS = 150;

/** What a viewport needs of the world around it. */
export interface ViewportPorts {
	readonly clock: Clock;
	/** Lays what was painted for the view as it is now. */
	readonly lay: () => void;
	/** Nothing has moved for a while. */
	readonly still: () => void;
}

/**
 * The visible part of a sheet. During movement, rendered layers are only transformed; they are rendered again if an
 * edge or blur would show, and after the movement.
 */
export class Viewport {
	/** What is in view, in units of the sheet. */
	view = $state.raw<View>({ x: 0, y: 0, width: 1, height: 1 });
	/** What was in view when the layers were last laid. */
	laid = $state.raw<View>({ x: 0, y: 0, width: 1, height: 1 });
	/** The screen's part that shows it, in CSS pixels. */
	frame = $state.raw<Size>({ width: 1, height: 1 });
	private readonly ports: ViewportPorts;
	private sheet: Size | undefined;
	private whole = true;
	private laidAt = 0;
	private stopWaiting: () => void = () => undefined;

	constructor(ports: ViewportPorts) {
		this.ports = ports;
	}

	/** CSS pixels a unit. */
	get scale(): number {
		return this.frame.width / this.view.width;
	}

	/** How the layers, as they were laid, are to be moved: a CSS transform. */
	readonly moved = $derived.by(() => {
		const { view, laid, scale } = this;
		return view === laid
			? ""
			: `translate(${(laid.x - view.x) * scale}px, ${(laid.y - view.y) * scale}px) scale(${laid.width / view.width})`;
	});

	/** Shows a sheet; one of another size is shown whole. */
	show(sheet: Size): void {
		const other = sheet.width !== this.sheet?.width || sheet.height !== this.sheet?.height;
		this.sheet = sheet;
		if (!other || this.frame.width <= 1) return;
		this.whole = true;
		this.view = wholeView(sheet, this.frame);
		this.laid = this.view;
	}

	resize(width: number, height: number): void {
		if (!this.sheet) return;
		this.frame = { width, height };
		this.view = this.whole
			? wholeView(this.sheet, this.frame)
			: { ...this.view, height: (this.view.width * height) / width };
		this.laid = this.view;
	}

	/**
	 * Closer or farther.
	 *
	 * @param by above 1 for closer
	 * @param at the point that stays where it is
	 * @param going whether more will follow at once
	 */
	zoom(
		by: number,
		at = { x: this.view.x + this.view.width / 2, y: this.view.y + this.view.height / 2 },
		going = false,
	): void {
		if (!this.sheet) return;
		this.whole = false;
		this.view = zoomed(this.view, by, at, this.sheet);
		this.changed(going);
	}

	shift(dx: number, dy: number): void {
		if (!this.sheet) return;
		this.whole = false;
		this.view = shifted(this.view, dx, dy, this.sheet);
		this.changed(true);
	}

	showWhole(): void {
		if (!this.sheet) return;
		this.whole = true;
		this.view = wholeView(this.sheet, this.frame);
		this.changed(false);
	}

	leave(): void {
		this.stopWaiting();
	}

	private changed(going: boolean): void {
		const { view, laid, ports } = this;
		const far = Math.abs(view.x - laid.x) > FAR * laid.width || Math.abs(view.y - laid.y) > FAR * laid.height;
		const scaled = laid.width / view.width;
		const late = ports.clock.now() - this.laidAt > LAID_MILLISECONDS;
		if (!going || (late && (far || scaled > MAX_SCALE || scaled < 1 / MAX_SCALE))) this.layAnew();
		this.stopWaiting();
		this.stopWaiting = ports.clock.after(STILL_MILLISECONDS, () => {
			this.layAnew();
			ports.still();
		});
	}

	private layAnew(): void {
		this.laid = this.view;
		this.laidAt = this.ports.clock.now();
		this.ports.lay();
	}
}

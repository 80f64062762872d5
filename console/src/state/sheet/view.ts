/** The part of a picture that is in view, in the picture's coordinates. */
export interface View {
	readonly x: number;
	readonly y: number;
	readonly width: number;
	readonly height: number;
}

export interface Size {
	readonly width: number;
	readonly height: number;
}

/** How far out and in one can go, as shares of the whole. */
const LEAST = 1 / 64;
const MAX_ZOOM = 2;

/** All of a sheet with a margin for the rulers, in the proportions of the frame that shows it. */
export function wholeView(sheet: Size, frame: Size): View {
	const margin = Math.max(sheet.width, sheet.height) / 16;
	const [width, height] = [sheet.width + 1.6 * margin, sheet.height + 1.6 * margin];
	const scale = Math.max(width / Math.max(1, frame.width), height / Math.max(1, frame.height));
	const [w, h] = [frame.width * scale, frame.height * scale];
	return { x: (sheet.width - w) / 2 - 0.2 * margin, y: (sheet.height - h) / 2 - 0.2 * margin, width: w, height: h };
}

/** Closer or farther by a factor, with one point staying where it is. */
export function zoomed(view: View, by: number, at: { x: number; y: number }, sheet: Size): View {
	const widest = Math.max(sheet.width, (sheet.height * view.width) / view.height);
	const factor = Math.min((MAX_ZOOM * widest) / view.width, Math.max((LEAST * widest) / view.width, 1 / by));
	return {
		x: at.x - (at.x - view.x) * factor,
		y: at.y - (at.y - view.y) * factor,
		width: view.width * factor,
		height: view.height * factor,
	};
}

/** Shifted, so that a corner of the sheet at least stays in view. */
export function shifted(view: View, dx: number, dy: number, sheet: Size): View {
	const kept = (value: number, size: number, whole: number) =>
		Math.min(whole - size * 0.1, Math.max(size * -0.9, value));
	return { ...view, x: kept(view.x + dx, view.width, sheet.width), y: kept(view.y + dy, view.height, sheet.height) };
}

/** Distance between two points of a sheet, and the direction from one to the other in degrees anticlockwise as seen. */
export function measured(
	from: { x: number; y: number },
	to: { x: number; y: number },
): { distance: number; direction: number } {
	const [dx, dy] = [to.x - from.x, to.y - from.y];
	const direction = (Math.atan2(-dy, dx) * 180) / Math.PI;
	return { distance: Math.hypot(dx, dy), direction: (direction + 360) % 360 };
}

/** Part of a picture, in its own pixels. */
export interface Box {
	readonly x: number;
	readonly y: number;
	readonly width: number;
	readonly height: number;
}

/** Largest difference of a colour channel from the paper's that still counts as paper: edges are antialiased. */
const NEAR = 10;

/**
 * The box round everything that isn't paper, with a margin; undefined if all is paper. Paper is what the upper left
 * corner shows.
 *
 * @param pixels red, green, blue and opacity of each pixel, row by row
 * @param margin in pixels, on each side
 */
export function drawnBox(
	pixels: Uint8ClampedArray,
	{ width, height }: { readonly width: number; readonly height: number },
	margin: number,
): Box | undefined {
	const isPaper = (at: number) => [0, 1, 2, 3].every((i) => Math.abs((pixels[at + i] ?? 0) - (pixels[i] ?? 0)) <= NEAR);
	let [left, top, right, bottom] = [width, height, -1, -1];
	for (let y = 0; y < height; y++)
		for (let x = 0; x < width; x++) {
			if (isPaper(4 * (y * width + x))) continue;
			left = Math.min(left, x);
			right = Math.max(right, x);
			top = Math.min(top, y);
			bottom = Math.max(bottom, y);
		}
	if (right < 0) return undefined;
	const [x, y] = [Math.max(0, left - margin), Math.max(0, top - margin)];
	return {
		x,
		y,
		width: Math.min(width, right + 1 + margin) - x,
		height: Math.min(height, bottom + 1 + margin) - y,
	};
}

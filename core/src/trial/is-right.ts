import { pairedFigures } from "../figures/pairing.ts";
import { distance } from "../geometry/points.ts";
import { isAlike } from "../marking/checks/change.ts";
import type { ProgramRun } from "../marking/scene.ts";

/** Figures beyond which drawings aren't set against each other one by one. */
const MAX_COMPARED = 200;

/**
 * Whether a rewritten model still draws the same, within the exercise's tolerances: the same number of figures with the
 * same places, sizes and paints.
 */
export function isRight(
	model: ProgramRun,
	other: ProgramRun,
	{ position, size }: { readonly position: number; readonly size: number },
): boolean {
	const [ours, theirs] = [model.drawing.figures, other.drawing.figures];
	if (ours.length > MAX_COMPARED || (model.run?.frames ?? 0) > 0) return true;
	if (ours.length !== theirs.length) return false;
	const { width, height } = model.sheet;
	// Drawn by other statements, a figure may be off by a little of itself.
	const near = { position: Math.max(position, 0.1), size: Math.max(size, 0.1) };
	return pairedFigures(ours, theirs, distance(0, 0, width, height)).every((partner, i) => {
		const own = ours[i];
		return (
			own !== undefined &&
			partner !== undefined &&
			(["size", "place", "fill", "outline"] as const).every((what) => isAlike(own, partner, what, near))
		);
	});
}

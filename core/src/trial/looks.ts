import type { Figure } from "../figures/figure.ts";
import type { ProgramRun } from "../marking/scene.ts";

const round = (v: number) => Math.round(v * 10) / 10 + 0;

/** What of a figure can be seen, as a text. */
function looks({
	kinds,
	centre,
	width,
	height,
	rotation,
	fill,
	outline,
	outlineWidth,
	lettering,
	visible,
	closed,
	bounds,
}: Figure): string {
	if (visible < 0.005) return "";
	const places = [...centre, width, height, rotation, bounds.left, bounds.low, bounds.right, bounds.high].map(round);
	return [
		kinds[0],
		closed ? fill : -1,
		outline,
		outline === -1 ? 0 : outlineWidth,
		Math.round(visible * 50),
		lettering?.text ?? "",
		...places,
	].join(" ");
}

/**
 * Everything that can be seen of a run, as a text: two runs that look the same have the same, whatever was drawn
 * first.
 */
export function looksOf(run: ProgramRun): string {
	const frames = run.run?.frames ?? 0;
	const moments =
		frames === 0
			? [run.scene]
			: [1, Math.ceil(frames / 3), Math.ceil((2 * frames) / 3), frames].flatMap((frame) =>
					run.at({ frame }).map((m) => m.scene),
				);
	const shown = moments.map(({ drawing }) => {
		const figures = drawing.figures.map(looks).filter((text) => text !== "");
		return `${drawing.paper}|${figures.sort().join(";")}`;
	});
	return shown.join("\n");
}

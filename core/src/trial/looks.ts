import type { Figure } from "../figures/figure.ts";
import type { Case } from "../marking/case.ts";

const round = (v: number) => Math.round(v * 10) / 10 + 0;

/** What of a figure can be seen, as a text. */
function looks({ kinds, centre, width, height, rotation, fill, outline, outlineWidth, lettering, visible, closed, bounds }: Figure): string {
	if (visible < 0.005) return "";
	const box = [bounds.left, bounds.low, bounds.right, bounds.high].map(round);
	return [
		kinds[0],
		...centre.map(round),
		round(width),
		round(height),
		round(rotation),
		closed ? fill : -1,
		outline,
		outline === -1 ? 0 : outlineWidth,
		lettering?.text ?? "",
		...box,
	].join(" ");
}

/** Everything that can be seen of a run, as a text: two runs that look the same have the same. */
export function looksOf(run: Case): string {
	const frames = run.run?.frames ?? 0;
	const moments = frames === 0 ? [run.scene] : [1, Math.ceil(frames / 3), Math.ceil((2 * frames) / 3), frames].flatMap((frame) => run.at({ frame }).map((m) => m.scene));
	return moments
		.map(
			({ drawing }) =>
				`${drawing.paper}|${drawing.figures
					.map(looks)
					.filter((t) => t !== "")
					.join(";")}`,
		)
		.join("\n");
}

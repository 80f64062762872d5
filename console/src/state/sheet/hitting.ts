type Outlined = { readonly index: number; readonly kinds: readonly string[]; readonly outline: string };

const OPEN: ReadonlySet<string> = new Set(["line", "polyline", "arc", "spiral"]);

/** Finds the figure under a point: the last drawn one whose inside, or whose line, is there. */
export class Hits {
	private readonly figures: { readonly of: Outlined; readonly path: Path2D; readonly open: boolean }[];
	private readonly context = document.createElement("canvas").getContext("2d");

	constructor(figures: readonly Outlined[]) {
		this.figures = figures.map((of) => ({ of, path: new Path2D(of.outline), open: of.kinds.some((k) => OPEN.has(k)) }));
	}

	/**
	 * @param near how far off a line may be, in the picture's units
	 * @returns the figure's number, or null
	 */
	at(x: number, y: number, near: number): number | null {
		const { context } = this;
		if (!context) return null;
		context.lineWidth = 2 * near;
		for (const { of, path, open } of this.figures.toReversed())
			if (context.isPointInStroke(path, x, y) || (!open && context.isPointInPath(path, x, y))) return of.index;
		return null;
	}
}

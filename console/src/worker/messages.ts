import type { SaidDrawing, Sheet } from "@markpen/core";

/** What the desk asks the drawing worker for. */
export interface RunRequest {
	readonly turn: number;
	readonly source: string;
	readonly sheet: Sheet | null;
}

/** What a run gave. */
export interface RunAnswer extends SaidDrawing {
	readonly turn: number;
}

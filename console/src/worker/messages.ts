import type { Ended, Picture, ReportFigure, SaidProblem, Sheet, State } from "@markpen/core";

/** What the desk asks the drawing worker for. */
export interface RunRequest {
	readonly turn: number;
	readonly source: string;
	readonly sheet: Sheet | null;
}

/** What a run gave, as plain data. */
export interface RunAnswer {
	readonly turn: number;
	readonly state: State;
	readonly ended: Ended;
	readonly picture: Picture;
	readonly figures: readonly ReportFigure[];
	readonly errors: readonly SaidProblem[];
	readonly remarks: readonly SaidProblem[];
	readonly messages: readonly { readonly line: number; readonly text: string }[];
}

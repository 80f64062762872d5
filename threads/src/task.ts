import type { Ended, ExerciseFile, FigureData, Limits, Picture, Report, ReportFigure, SaidProblem, Sheet, State } from "@markpen/core";

/** What a thread can be asked to do. */
export type Task =
	| { readonly do: "mark"; readonly source: string; readonly exercise: ExerciseFile; readonly limits?: Limits; readonly milliseconds: number }
	| { readonly do: "draw"; readonly source: string; readonly seed: number; readonly sheet?: Sheet; readonly limits?: Limits; readonly milliseconds: number }
	| { readonly do: "png"; readonly svg: string; readonly width: number };

/** A program run and recognised, as plain data. */
export interface DrawResult {
	readonly state: State;
	readonly ended: Ended;
	readonly steps: number;
	readonly entries: number;
	readonly picture: Picture;
	readonly figures: readonly FigureData[];
	readonly pointed: readonly ReportFigure[];
	readonly errors: readonly SaidProblem[];
	readonly remarks: readonly SaidProblem[];
	readonly messages: readonly { readonly line: number; readonly text: string }[];
}

/** What each task gives back. */
export type Result<T extends Task> = T extends { do: "mark" } ? Report : T extends { do: "draw" } ? DrawResult : Uint8Array;

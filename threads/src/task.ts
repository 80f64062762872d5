import type { ExerciseFile, FigureData, Limits, Report, SaidDrawing, Sheet } from "@markpen/core";

/** What a thread can be asked to do. */
export type Task =
	| { readonly do: "mark"; readonly source: string; readonly exercise: ExerciseFile; readonly limits?: Limits; readonly milliseconds: number }
	| { readonly do: "draw"; readonly source: string; readonly seed: number; readonly sheet?: Sheet; readonly limits?: Limits; readonly milliseconds: number }
	| { readonly do: "png"; readonly svg: string; readonly width: number };

/** A program run and recognised, with the measures of every figure. */
export interface DrawResult extends SaidDrawing {
	readonly measures: readonly FigureData[];
}

/** What each task gives back. */
export type Result<T extends Task> = T extends { do: "mark" } ? Report : T extends { do: "draw" } ? DrawResult : Uint8Array;

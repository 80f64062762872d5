import type { Matrix } from "../../geometry/matrix.ts";
import type { Sheet } from "../../tape/layout.ts";
import type { TapeWriter } from "../../tape/writer.ts";
import type { Problem, SourceRange } from "../problem.ts";
import type { SvgDocument, SvgElement } from "./document.ts";
import type { SvgStyle } from "./svg-style.ts";
import type { Measures } from "./units.ts";

/** What a run of a document offers to what paints it. */
export interface SvgHost {
	readonly document: SvgDocument;
	readonly writer: TapeWriter;
	readonly sheet: Sheet;
	readonly step: () => number;
	/** Counts an element that is painted, and ends the run at a limit. */
	readonly enters: (element: SvgElement) => void;
	/** Counts work that leaves no mark. */
	readonly spend: () => void;
	/** The number of a name among the tape's routines. */
	readonly routine: (name: string) => number;
	readonly remark: (code: string, place: SourceRange, data?: Problem["data"]) => void;
	readonly place: (from: number, to: number) => SourceRange;
	/** Ends the run at a limit. */
	readonly ends: (code: string, data: Problem["data"]) => never;
}

/** What holds where an element is painted. */
export interface Surroundings {
	readonly map: Matrix;
	readonly style: SvgStyle;
	readonly measures: Measures;
	readonly opacity: number;
	/** The row, plus one, of the clip in force. */
	readonly clip: number | undefined;
	/** Elements that use what is painted now, the outermost first. */
	readonly users: readonly SvgElement[];
}

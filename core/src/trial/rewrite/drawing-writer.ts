import type { Sheet } from "../../tape/layout.ts";
import type { PictureFigure } from "./picture-figures.ts";

/** How a language writes a drawing, figure by figure. */
export interface DrawingWriter {
	readonly program: (sheet: Sheet, paper: number, parts: readonly string[]) => string;
	/** A figure by what the language has for it. */
	readonly placed: (figure: PictureFigure) => readonly string[];
	/** A figure as a path, point after point. */
	readonly asPath: (figure: PictureFigure) => readonly string[];
}

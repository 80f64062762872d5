import type { Problem, SourceRange } from "../problem.ts";
import type { Variable } from "./scope.ts";
import type { EachNode, ForNode, LetNode, Parameter, PictureNode } from "./tree.ts";

/** What a name in the source stands for. */
export type Meaning = Variable | { readonly colour: number };

/** What declares a name. */
export type Declaring = LetNode | ForNode | EachNode | PictureNode | Parameter;

/** Reports a problem; one per line is kept. */
export type Reporter = (code: string, place: SourceRange, data?: Problem["data"], fix?: Problem["fix"]) => void;

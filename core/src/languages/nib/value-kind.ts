/**
 * What a value can be. `any`: known only while running; `unknown`: nothing is known yet; `nothing`: a routine without
 * a value.
 */
export type ValueKind = "number" | "text" | "boolean" | "colour" | "list" | "picture" | "any" | "unknown" | "nothing";

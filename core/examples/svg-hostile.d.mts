/**
 * SVG documents that mean harm, or do it by mistake, by what they try; each is what is inside an `<svg>` unless it is a
 * whole file.
 */
export const HOSTILE_SVG: Readonly<Record<string, readonly string[]>>;

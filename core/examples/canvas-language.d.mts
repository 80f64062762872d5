import type { JavaScript } from "../src/languages/javascript/javascript.ts";

export function canvasLanguage(): Promise<JavaScript>;

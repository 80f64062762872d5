export { type ClassArchive, readArchive } from "./archive/archive.ts";
export { readEnvironment } from "./environment.ts";
export { REFUSAL_CODES, type RefusalCode } from "./refusals.ts";
export { type Running, startService } from "./service.ts";

export { type ClassArchive, readArchive } from "./archive/archive.ts";
export { readEnvironment } from "./environment.ts";
export { type RefusalCode, REFUSAL_CODES } from "./refusals.ts";
export { type Running, startService } from "./service.ts";

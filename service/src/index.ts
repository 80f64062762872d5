export { type ArchiveFile, type ClassArchive, readArchive } from "./archive/archive.ts";
export { readEnvironment } from "./environment.ts";
export { openApiDocument } from "./plugins/openapi.ts";
export { REFUSAL_TABLE, type RefusalCode } from "./refusals.ts";
export { type Running, startService } from "./service.ts";
export { instantOf } from "./time.ts";

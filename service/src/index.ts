export { readEnvironment } from "./environment.ts";
export { openApiDocument } from "./plugins/openapi.ts";
export { type ArchiveFile, type ClassArchive, readArchive } from "./reading/class-archive.ts";
export { REFUSAL_TABLE, type RefusalCode } from "./refusals.ts";
export { type Running, startService } from "./service.ts";
export { instantOf } from "./time.ts";

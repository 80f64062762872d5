import { readFile } from "node:fs/promises";
import { createRequire } from "node:module";
import type { Interpreters } from "@markpen/core";

/** The interpreters of languages, read from where npm has put them. */
export const INTERPRETERS: Interpreters = Object.freeze({
	javascript: () => readFile(createRequire(import.meta.url).resolve("@jitl/quickjs-wasmfile-release-sync/wasm")),
});

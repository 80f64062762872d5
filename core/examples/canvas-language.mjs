import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { loadJavaScript } from "../src/languages/javascript/javascript.ts";

/** JavaScript with its interpreter, for tests: read from where npm has put it. */
export function canvasLanguage() {
	const path = createRequire(import.meta.url).resolve("@jitl/quickjs-wasmfile-release-sync/wasm");
	return loadJavaScript(readFileSync(path));
}

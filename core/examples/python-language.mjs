import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { loadPython } from "../src/languages/python/python.ts";

/** Python with its interpreter, for tests: read from where npm has put it. */
export function pythonLanguage() {
	const file = (name) => readFileSync(createRequire(import.meta.url).resolve(name));
	return loadPython({ code: file("pyodide/pyodide.asm.wasm"), library: file("pyodide/python_stdlib.zip") });
}

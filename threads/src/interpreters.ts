import { readFile } from "node:fs/promises";
import { createRequire } from "node:module";
import type { Interpreters } from "@markpen/core";

/** The interpreters of languages, read from where npm has put them. */
export const INTERPRETERS: Interpreters = Object.freeze({
	javascript: () => fileOf("@jitl/quickjs-wasmfile-release-sync/wasm"),
	python: async () => {
		const [code, library] = await Promise.all([
			fileOf("pyodide/pyodide.asm.wasm"),
			fileOf("pyodide/python_stdlib.zip"),
		]);
		return { code, library };
	},
});

const fileOf = (name: string) => readFile(createRequire(import.meta.url).resolve(name));

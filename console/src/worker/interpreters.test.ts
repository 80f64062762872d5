import { statSync } from "node:fs";
import { createRequire } from "node:module";
import { afterEach, expect, test, vi } from "vitest";
import { interpreterFiles, PYTHON_BYTES } from "./interpreters.ts";

afterEach(() => vi.unstubAllGlobals());

test("Python's files are as large as the bar of their progress takes them to be", () => {
	const size = (name: string) => statSync(createRequire(import.meta.url).resolve(name)).size;
	expect(size("pyodide/pyodide.asm.wasm") + size("pyodide/python_stdlib.zip")).toBe(PYTHON_BYTES);
});

test("files are given whole, with the share that has arrived on the way", async () => {
	vi.stubGlobal("fetch", async () => new Response(new Uint8Array(PYTHON_BYTES / 5)));
	const shares: number[] = [];
	const files = await interpreterFiles("python", (share) => shares.push(share));
	expect(files?.map((f) => f.length)).toEqual([PYTHON_BYTES / 5, PYTHON_BYTES / 5].map(Math.floor));
	expect(shares.at(-1)).toBeCloseTo(0.4, 5);
	expect(shares).toEqual([...shares].sort((a, b) => a - b));
});

test("one that can't be fetched gives none", async () => {
	vi.stubGlobal("fetch", async (url: string) => new Response("", { status: /zip/.test(url) ? 404 : 200 }));
	expect(await interpreterFiles("python", () => {})).toBeNull();
	expect(await interpreterFiles("javascript", () => {})).toHaveLength(1);
});

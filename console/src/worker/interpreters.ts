import canvasCode from "@jitl/quickjs-wasmfile-release-sync/wasm?url";
import type { LanguageId } from "@markpen/core";
import pythonCode from "pyodide/pyodide.asm.wasm?url";
import pythonLibrary from "pyodide/python_stdlib.zip?url";

/** Bytes of Python's two files as they are unpacked: replies tell only how many are sent. A test holds it. */
export const PYTHON_BYTES = 12_143_855;

/** The files of each interpreter, and how many bytes they are in all where they are large enough to be waited for. */
const FILES: Partial<Record<LanguageId, { readonly urls: readonly string[]; readonly bytes?: number }>> = {
	javascript: { urls: [canvasCode] },
	python: { urls: [pythonCode, pythonLibrary], bytes: PYTHON_BYTES },
};

/**
 * Fetches the files of an interpreter; null if that can't be done.
 *
 * @param progress called with the share that has arrived, from 0 to 1, of large files
 */
export async function interpreterFiles(
	language: LanguageId,
	progress: (share: number) => void,
): Promise<readonly Uint8Array[] | null> {
	const { urls, bytes } = FILES[language] ?? { urls: [] };
	let there = 0;
	const one = async (url: string): Promise<Uint8Array> => {
		const reply = await fetch(url);
		if (!reply.ok || !reply.body) throw new Error(`${url}: ${reply.status}`);
		const parts: Uint8Array[] = [];
		const reader = reply.body.getReader();
		for (let part = await reader.read(); !part.done; part = await reader.read()) {
			parts.push(part.value);
			there += part.value.length;
			if (bytes !== undefined) progress(Math.min(1, there / bytes));
		}
		return joined(parts);
	};
	try {
		return await Promise.all(urls.map(one));
	} catch {
		return null;
	}
}

function joined(parts: readonly Uint8Array[]): Uint8Array {
	const all = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
	let at = 0;
	for (const part of parts) {
		all.set(part, at);
		at += part.length;
	}
	return all;
}

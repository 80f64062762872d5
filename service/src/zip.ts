import { type Zippable, zipSync } from "fflate";

/** A zip of some files; the same files give the same bytes. */
export function zip(files: Readonly<Record<string, string>>): Uint8Array {
	const entries: Zippable = {};
	for (const [name, text] of Object.entries(files))
		entries[name] = [new TextEncoder().encode(text), { mtime: "1990-01-01T00:00:00" }];
	return zipSync(entries);
}

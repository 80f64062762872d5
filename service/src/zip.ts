import { unzipSync, type Zippable, zipSync } from "fflate";
import { Refusal } from "./refusals.ts";

/**
 * The files of a zip by their paths, folders left out. Refuses what is no zip, has too many files, or grows too
 * large.
 */
export function unzip(zip: Uint8Array, { most, bytes }: { most: number; bytes: number }): Map<string, Uint8Array> {
	let [files, size] = [0, 0];
	try {
		const found = unzipSync(zip, {
			filter({ name, originalSize }) {
				if (name.endsWith("/") || /(?:^|\/)(?:__MACOSX\/|\.[^./])/.test(name)) return false;
				if (name.includes("\u0000"))
					throw new Refusal(
						"file-wrong",
						"A file of the zip has a name that is no text. Name it anew and pack the files again.",
					);
				files++;
				size += originalSize;
				if (files > most) throw new Refusal("file-wrong", `The zip holds more than ${most} files.`);
				if (size > bytes)
					throw new Refusal(
						"file-wrong",
						`The files of the zip have more than ${Math.round(bytes / 1_000_000)} MB together.`,
					);
				return true;
			},
		});
		return new Map(Object.entries(found));
	} catch (error) {
		if (error instanceof Refusal) throw error;
		throw new Refusal("file-wrong", "This is no zip that can be read. Pack the files again and send that.");
	}
}

/** A zip of some files; the same files give the same bytes. */
export function zip(files: Readonly<Record<string, string>>): Uint8Array {
	const entries: Zippable = {};
	for (const [name, text] of Object.entries(files))
		entries[name] = [new TextEncoder().encode(text), { mtime: "1990-01-01T00:00:00" }];
	return zipSync(entries);
}

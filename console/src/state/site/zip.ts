import { type Zippable, zip } from "fflate";

/** A zip of files that were chosen or dropped; one that is a zip itself is taken as it is. */
export async function zipOf(files: readonly File[]): Promise<Uint8Array> {
	const [only] = files;
	if (files.length === 1 && only && /\.zip$/i.test(only.name)) return new Uint8Array(await only.arrayBuffer());
	const held: Zippable = {};
	for (const file of files) held[file.webkitRelativePath || file.name] = new Uint8Array(await file.arrayBuffer());
	return new Promise((resolve, reject) => zip(held, (error, data) => (error ? reject(error) : resolve(data))));
}

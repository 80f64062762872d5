import type { Entry, ZipFile } from "yauzl";
import { fromBuffer, getFileNameLowLevel } from "yauzl";
import { Refusal } from "../refusals.ts";

export interface UnzipLimits {
	/** Files at most. */
	readonly files: number;
	/** Largest total size unpacked, in bytes. */
	readonly bytes: number;
}

/** Largest compression ratio of a file; deflate itself reaches about 1000. */
const MAX_RATIO = 200;
/** Files up to this size may have any ratio. */
const SMALL = 1_048_576;
/** Size of a local file header without the name (PKWARE's APPNOTE, 4.3.7). */
const LOCAL_HEADER = 30;

const megabytes = (bytes: number) => `${Math.round(bytes / 1_000_000)} MB`;
const wrong = (says: string) => new Refusal("file-wrong", says);
const NO_ZIP = "This zip file can't be read. Zip the files again.";
const isLeftOut = (name: string) => name.endsWith("/") || /(?:^|\/)(?:__MACOSX\/|\.[^./])/.test(name);

function opened(zip: Uint8Array): Promise<ZipFile> {
	return new Promise((resolve, reject) => {
		// Names are decoded below; paths out of the zip are only names here.
		const options = { lazyEntries: true, decodeStrings: false };
		fromBuffer(Buffer.from(zip.buffer, zip.byteOffset, zip.byteLength), options, (error, file) =>
			error ? reject(wrong(NO_ZIP)) : resolve(file),
		);
	});
}

/** A file in a zip. */
interface Packed {
	readonly name: string;
	readonly entry: Entry;
}

/** The entries of a zip's directory, before unpacking. */
function packedIn(file: ZipFile, limits: UnzipLimits): Promise<Packed[]> {
	const entries: Packed[] = [];
	let bytes = 0;
	return new Promise((resolve, reject) => {
		file.on("error", () => reject(wrong(NO_ZIP)));
		file.on("end", () => resolve(entries));
		file.on("entry", (entry: Entry) => {
			const { generalPurposeBitFlag, fileNameRaw, extraFields } = entry;
			const name = getFileNameLowLevel(generalPurposeBitFlag, fileNameRaw, extraFields, true);
			if (!isLeftOut(name)) {
				bytes += entry.uncompressedSize;
				if (name.includes("\u0000"))
					return reject(wrong("A file in the zip has an invalid name. Rename it and zip the files again."));
				if (entries.length === limits.files) return reject(wrong(`The zip file has more than ${limits.files} files.`));
				if (bytes > limits.bytes)
					return reject(wrong(`The files of the zip have more than ${megabytes(limits.bytes)} together.`));
				if (entry.uncompressedSize > SMALL && entry.uncompressedSize > MAX_RATIO * entry.compressedSize)
					return reject(wrong(`${name} is ${MAX_RATIO} times as large unpacked as it is packed. Leave it out.`));
				entries.push({ name, entry });
			}
			file.readEntry();
		});
		file.readEntry();
	});
}

/** Refuses overlapping entries (a zip bomb): each would unpack the same bytes again. */
function refuseOverlaps(files: readonly Packed[]): void {
	const places = files
		.map(({ name, entry }) => ({
			name,
			begin: entry.relativeOffsetOfLocalHeader,
			end: entry.relativeOffsetOfLocalHeader + LOCAL_HEADER + entry.compressedSize,
		}))
		.sort((a, b) => a.begin - b.begin);
	for (const [i, place] of places.entries()) {
		const before = places[i - 1];
		if (before && place.begin < before.end)
			throw wrong(`${place.name} and ${before.name} share bytes of the zip. Pack the files again.`);
	}
}

/** Unpacks a file; stops if it has more bytes than the directory says. */
function unpacked(file: ZipFile, { name, entry }: Packed): Promise<Uint8Array> {
	return new Promise((resolve, reject) => {
		const broken = () => reject(wrong(`${name} can't be unpacked: the zip file is damaged.`));
		file.openReadStream(entry, (error, stream) => {
			if (error) return broken();
			const chunks: Buffer[] = [];
			stream.on("data", (chunk: Buffer) => chunks.push(chunk));
			stream.on("error", broken);
			stream.on("end", () => resolve(Buffer.concat(chunks)));
		});
	});
}

/**
 * The files of a zip by path, without folders, hidden files and macOS metadata. Refuses an invalid zip, too many files,
 * too large files and false directory entries, naming the file.
 */
export async function unzip({
	zip,
	limits,
}: {
	readonly zip: Uint8Array;
	readonly limits: UnzipLimits;
}): Promise<[path: string, bytes: Uint8Array][]> {
	const file = await opened(zip);
	const packed = await packedIn(file, limits);
	refuseOverlaps(packed);
	const files: [string, Uint8Array][] = [];
	for (const one of packed) files.push([one.name, await unpacked(file, one)]);
	return files;
}

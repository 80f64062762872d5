import { deflateRawSync } from "node:zlib";
import { strToU8, zipSync } from "fflate";
import { describe, expect, test } from "vitest";
import { unzip } from "./unzip.ts";

const LIMITS = { files: 10, bytes: 4_000_000 };
const opened = (zip: Uint8Array, limits = LIMITS) => unzip({ zip, limits });
const textOf = (files: [string, Uint8Array][]) => files.map(([name, bytes]) => [name, new TextDecoder().decode(bytes)]);

interface Made {
	readonly name: string;
	readonly data: Uint8Array;
	/** False values in the directory, for tests. */
	readonly size?: number;
	/** Where its local header is said to be. */
	readonly at?: number;
}

/** A zip with a directory chosen by a test (PKWARE's APPNOTE, 4.3). */
function forged(files: readonly Made[]): Uint8Array {
	const parts: Buffer[] = [];
	const directory: Buffer[] = [];
	let offset = 0;
	for (const { name, data, size, at } of files) {
		const packed = deflateRawSync(data);
		const local = Buffer.alloc(30);
		local.writeUInt32LE(0x04034b50, 0);
		local.writeUInt16LE(20, 4);
		local.writeUInt16LE(8, 8);
		local.writeUInt32LE(packed.length, 18);
		local.writeUInt32LE(size ?? data.length, 22);
		local.writeUInt16LE(name.length, 26);
		const entry = Buffer.alloc(46);
		entry.writeUInt32LE(0x02014b50, 0);
		entry.writeUInt16LE(20, 4);
		entry.writeUInt16LE(20, 6);
		entry.writeUInt16LE(8, 10);
		entry.writeUInt32LE(packed.length, 20);
		entry.writeUInt32LE(size ?? data.length, 24);
		entry.writeUInt16LE(name.length, 28);
		entry.writeUInt32LE(at ?? offset, 42);
		directory.push(entry, Buffer.from(name));
		if (at !== undefined) continue;
		parts.push(local, Buffer.from(name), packed);
		offset += 30 + name.length + packed.length;
	}
	const listed = Buffer.concat(directory);
	const end = Buffer.alloc(22);
	end.writeUInt32LE(0x06054b50, 0);
	end.writeUInt16LE(files.length, 8);
	end.writeUInt16LE(files.length, 10);
	end.writeUInt32LE(listed.length, 12);
	end.writeUInt32LE(offset, 16);
	return new Uint8Array(Buffer.concat([...parts, listed, end]));
}

describe("a zip", () => {
	test("gives its files, without folders, hidden files and what macOS adds", async () => {
		const zip = zipSync({
			"Nell Quay/sail.nib": strToU8("walk 1\n"),
			"Nell Quay/": new Uint8Array(),
			"__MACOSX/._sail.nib": strToU8("x"),
			".DS_Store": strToU8("x"),
			"größe/❤.nib": strToU8("walk 2\n"),
		});
		expect(textOf(await opened(zip))).toEqual([
			["Nell Quay/sail.nib", "walk 1\n"],
			["größe/❤.nib", "walk 2\n"],
		]);
	});

	test("made by hand is read like any other", async () => {
		const zip = forged([{ name: "a.nib", data: strToU8("walk 1\n") }]);
		expect(textOf(await opened(zip))).toEqual([["a.nib", "walk 1\n"]]);
	});

	test.each([
		["isn't one", strToU8("walk 1\n")],
		["is empty", new Uint8Array()],
		["is cut off", zipSync({ "a.nib": strToU8("walk 1\n") }).slice(0, 40)],
	])("that %s is refused", async (_, bytes) => {
		await expect(opened(bytes)).rejects.toThrow("This zip file can't be read.");
	});

	test("with too many files is refused before any is unpacked", async () => {
		const many = Object.fromEntries(Array.from({ length: 11 }, (_, n) => [`${n}.nib`, strToU8("x")]));
		await expect(opened(zipSync(many))).rejects.toThrow("more than 10 files");
	});

	test("with too much in it is refused before any is unpacked", async () => {
		const half = new Uint8Array(2_100_000).map((_, n) => (n * 7_919) % 251);
		await expect(opened(zipSync({ "a.nib": half, "b.nib": half }, { level: 0 }))).rejects.toThrow("more than 4 MB");
	});
});

describe("a zip that says wrong things", () => {
	test("of a file's size ends where the size ends, with the file's name", async () => {
		const zip = forged([{ name: "bomb.nib", data: new Uint8Array(3_000_000), size: 100 }]);
		await expect(opened(zip)).rejects.toThrow("bomb.nib");
	});

	test("of ten files on the same bytes is refused, with their names", async () => {
		const data = new Uint8Array(300_000).map((_, n) => (n * 7_919) % 251);
		const files = Array.from({ length: 9 }, (_, n) => ({ name: `copy-${n}.nib`, data, at: 0 }));
		await expect(opened(forged([{ name: "first.nib", data }, ...files]))).rejects.toThrow(/copy-\d.nib and .* share/);
	});

	test("by growing a thousandfold is refused", async () => {
		const zip = forged([{ name: "zeros.nib", data: new Uint8Array(3_900_000) }]);
		await expect(opened(zip)).rejects.toThrow("zeros.nib is 200 times as large");
	});

	test.each(Array.from({ length: 40 }, (_, n) => n))(
		"anywhere (%i) is refused or read, and never hangs",
		async (seed) => {
			const zip = zipSync({ "a.nib": strToU8("walk 1\n".repeat(50)), "b/c.nib": strToU8("turn left 90\n") });
			let state = seed * 2_654_435_761 + 1;
			const next = () => (state = (state * 1_103_515_245 + 12_345) % 2_147_483_648);
			for (let n = 0; n < 3; n++) zip[next() % zip.length] = next() % 256;
			try {
				expect((await opened(zip)).length).toBeLessThanOrEqual(2);
			} catch (error) {
				expect((error as Error).name).toBe("Refusal");
			}
		},
	);
});

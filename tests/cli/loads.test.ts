import { readFileSync } from "node:fs";
import { expect, test } from "vitest";

const BUNDLE = new URL("../../cli/dist/bundle/", import.meta.url);

/** What a file of the bundle loads before it does anything: bytes of our own files, and packages. */
function loadedBy(path: string): { bytes: number; packages: string[] } {
	const files = new Map<string, number>();
	const packages = new Set<string>();
	const read = (url: URL) => {
		if (files.has(url.href)) return;
		const text = readFileSync(url, "utf8");
		files.set(url.href, text.length);
		for (const [, from] of text.matchAll(/^(?:import|export)\b[^;]*?"([^"]+)";$/gm)) {
			if (from?.startsWith(".")) read(new URL(from, url));
			else if (from && !from.startsWith("node:")) packages.add(from);
		}
	};
	read(new URL(path, BUNDLE));
	return { bytes: [...files.values()].reduce((sum, size) => sum + size, 0), packages: [...packages] };
}

test.each([
	["index.js", 200_000],
	["commands/figures.js", 800_000],
	["commands/draw.js", 800_000],
])("%s loads little, and no pool of threads", (path, most) => {
	const { bytes, packages } = loadedBy(path);
	expect(bytes).toBeGreaterThan(50_000);
	expect(bytes).toBeLessThan(most);
	expect(packages.filter((name) => name === "piscina" || name.startsWith("@"))).toEqual([]);
});

test("a command that reads exercise files loads more: the measure sees it", () => {
	expect(loadedBy("commands/check.js").bytes).toBeGreaterThan(1_000_000);
	expect(loadedBy("commands/check.js").packages).toContain("piscina");
});

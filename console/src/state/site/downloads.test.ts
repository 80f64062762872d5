import { unzipSync } from "fflate";
import { describe, expect, test, vi } from "vitest";
import { answering, stubBrowser } from "./test-world.ts";

stubBrowser();
const { finished, lookAfter } = await import("./jobs.ts");
const { zipOf } = await import("./zip.ts");

const file = (name: string, text: string, folder = "") =>
	Object.assign(new File([text], name), { webkitRelativePath: folder && `${folder}/${name}` });

describe("chosen files", () => {
	test("go as one zip, in their folders", async () => {
		const zip = unzipSync(await zipOf([file("nilo.nib", "walk 1\n"), file("ava.nib", "walk 2\n", "class/8 Tern")]));
		const texts = Object.entries(zip).map(([name, bytes]) => [name, new TextDecoder().decode(bytes)]);
		expect(texts).toEqual([
			["nilo.nib", "walk 1\n"],
			["class/8 Tern/ava.nib", "walk 2\n"],
		]);
	});

	test("go as they are where the one file is a zip", async () => {
		expect(new TextDecoder().decode(await zipOf([file("all.ZIP", "PK")]))).toBe("PK");
		expect(Object.keys(unzipSync(await zipOf([file("a.zip", "PK"), file("b.nib", "")])))).toEqual(["a.zip", "b.nib"]);
	});
});

describe("long work", () => {
	test("is looked at soon, then less and less often", () => {
		expect([0, 1, 2, 3, 4, 5, 100].map(lookAfter)).toEqual([150, 250, 400, 700, 1_000, 1_000, 1_000]);
	});

	test("is looked at until it is done, and says how far it is", async () => {
		const states = [
			{ state: "waiting", done: 0 },
			{ state: "running", done: 4 },
			{ state: "done", done: 9 },
		];
		const { calls } = answering({ showJob: () => states.shift() });
		const heard: string[] = [];
		vi.useFakeTimers({ toFake: ["setTimeout"] });
		const done = finished("j1", (job) => heard.push(job.state));
		await vi.advanceTimersByTimeAsync(1_000);
		vi.useRealTimers();
		expect((await done).state).toBe("done");
		expect([heard, calls]).toEqual([
			["waiting", "running", "done"],
			["showJob j1", "showJob j1", "showJob j1"],
		]);
	});

	test("that failed says that nothing was changed", async () => {
		answering({ showJob: () => ({ state: "failed" }) });
		await expect(finished("j1")).rejects.toThrow("Nothing was changed");
	});
});

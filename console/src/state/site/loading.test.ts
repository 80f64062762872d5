import { CallError } from "@markpen/client";
import { beforeEach, describe, expect, test } from "vitest";
import { fetchAhead, forgetKept, Loading, saying } from "./loading.svelte.ts";
import { settle } from "./test-world.ts";

/** Something that comes when the test says so. */
function later<T>(): { promise: Promise<T>; come: (value: T) => void; fail: (error: Error) => void } {
	let come: (value: T) => void = () => undefined;
	let fail: (error: Error) => void = () => undefined;
	const promise = new Promise<T>((resolve, reject) => {
		come = resolve;
		fail = reject;
	});
	return { promise, come, fail };
}
const offline = () => new CallError(0, "The service can't be reached.");

beforeEach(forgetKept);

describe("what is fetched", () => {
	test("is nothing, then there", async () => {
		const loading = new Loading<string>();
		const of = later<string>();
		const done = loading.load(() => of.promise);
		expect([loading.value, loading.error]).toEqual([undefined, ""]);
		of.come("a class");
		await done;
		expect(loading.value).toBe("a class");
	});

	test("is dropped where something later was asked for meanwhile", async () => {
		const loading = new Loading<string>();
		const [first, second] = [later<string>(), later<string>()];
		const both = [loading.load(() => first.promise), loading.load(() => second.promise)];
		second.come("second");
		first.come("first");
		await Promise.all(both);
		expect(loading.value).toBe("second");
	});

	test("a failure that comes too late is dropped too", async () => {
		const loading = new Loading<string>();
		const [first, second] = [later<string>(), later<string>()];
		const both = [loading.load(() => first.promise), loading.load(() => second.promise)];
		second.come("second");
		first.fail(offline());
		await Promise.all(both);
		expect([loading.value, loading.error, loading.offline]).toEqual(["second", "", false]);
	});

	test("that fails says why, and whether there was a network", async () => {
		const loading = new Loading<string>();
		await loading.load(() => Promise.reject(offline()));
		expect([loading.error, loading.offline]).toEqual(["The service can't be reached.", true]);
		await loading.load(() => Promise.reject(new CallError(403, "This class isn't yours.")));
		expect([loading.error, loading.offline]).toEqual(["This class isn't yours.", false]);
	});

	test("keeps what was there while it fails, and is whole again after a retry", async () => {
		const loading = new Loading<number>();
		let network = true;
		let n = 0;
		const fetch = async () => {
			if (!network) throw offline();
			return ++n;
		};
		await loading.load(fetch);
		network = false;
		await loading.load(fetch);
		expect([loading.value, loading.offline]).toEqual([1, true]);
		network = true;
		loading.retry();
		await settle();
		expect([loading.value, loading.error, loading.offline]).toEqual([2, "", false]);
	});

	test("there is nothing to retry before anything was asked for", () => {
		const loading = new Loading<number>();
		expect(() => loading.retry()).not.toThrow();
	});
});

describe("what was fetched before", () => {
	test("is shown at once under its key while it is fetched again", async () => {
		await new Loading<string>().load(async () => "old", "class 1");
		const loading = new Loading<string>();
		const of = later<string>();
		const done = loading.load(() => of.promise, "class 1");
		expect(loading.value).toBe("old");
		of.come("new");
		await done;
		expect(loading.value).toBe("new");
	});

	test("another key has nothing of it; turning to one takes the error away", async () => {
		const loading = new Loading<string>();
		await loading.load(async () => "old", "class 1");
		await loading.load(() => Promise.reject(offline()), "class 1");
		loading.turnTo("class 2");
		expect([loading.value, loading.error]).toEqual([undefined, ""]);
		loading.turnTo("class 1");
		expect(loading.value).toBe("old");
	});

	test("what was asked for before turning elsewhere isn't shown there", async () => {
		const loading = new Loading<string>();
		const of = later<string>();
		const done = loading.load(() => of.promise, "class 1");
		loading.turnTo("class 2");
		of.come("class 1's");
		await done;
		expect(loading.value).toBeUndefined();
		loading.turnTo("class 1");
		expect(loading.value).toBe("class 1's");
	});

	test("is fetched ahead once, and a failure then is nobody's", async () => {
		let fetched = 0;
		const fetch = async () => ++fetched;
		fetchAhead("hand-in 2", fetch);
		await settle();
		fetchAhead("hand-in 2", fetch);
		await settle();
		expect(fetched).toBe(1);
		fetchAhead("hand-in 3", () => Promise.reject(offline()));
		await settle();
		const loading = new Loading<number>();
		loading.turnTo("hand-in 3");
		expect([loading.value, loading.error]).toEqual([undefined, ""]);
	});

	test("is forgotten when somebody else signs in", async () => {
		const loading = new Loading<string>();
		await loading.load(async () => "a's work", "my work");
		forgetKept();
		loading.turnTo("my work");
		expect(loading.value).toBeUndefined();
	});

	test("is kept of sixty keys, those used last", async () => {
		const loading = new Loading<number>();
		for (let n = 0; n < 60; n++) await loading.load(async () => n, `key ${n}`);
		await loading.load(async () => 0, "key 0");
		await loading.load(async () => 60, "key 60");
		loading.turnTo("key 1");
		expect(loading.value).toBeUndefined();
		loading.turnTo("key 0");
		expect(loading.value).toBe(0);
	});
});

test("why something went wrong is a sentence, whatever was thrown", () => {
	expect(saying(new Error("It is closed."))).toBe("It is closed.");
	expect(saying("a word")).toBe("a word");
});

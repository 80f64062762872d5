import { afterAll, beforeEach, describe, expect, test, vi } from "vitest";
import { stubBrowser, TestClock } from "./test-world.ts";

/** A stream of events that the test sends. */
class TestSource extends EventTarget {
	static made: TestSource[] = [];
	readonly url: string;
	closed = false;

	constructor(url: string) {
		super();
		this.url = url;
		TestSource.made.push(this);
	}
	close(): void {
		this.closed = true;
	}
	send(kind: string, data: object = {}): void {
		if (!this.closed) this.dispatchEvent(new MessageEvent(kind, { data: JSON.stringify(data) }));
	}
}

stubBrowser();
vi.stubGlobal("EventSource", TestSource);
const { follow, followOften } = await import("./server-events.ts");
const { wire } = await import("./api.ts");
const { listens } = wire;
afterAll(() => {
	wire.listens = listens;
	vi.stubGlobal("EventSource", undefined);
});

const source = () => TestSource.made[0] as TestSource;
beforeEach(() => {
	TestSource.made = [];
	wire.listens = true;
});

describe("events of the service", () => {
	test("are heard by their kind, with what they say, until one leaves", () => {
		const heard: unknown[] = [];
		const stop = follow("/hand-ins/h1/events", { checked: (data) => heard.push(data) });
		expect(source().url).toBe("/api/v1/hand-ins/h1/events");
		source().send("checked", { handInId: "h1" });
		source().send("released", { handInId: "h1" });
		stop();
		source().send("checked", { handInId: "h2" });
		expect(heard).toEqual([{ handInId: "h1" }]);
	});

	test("aren't listened to where a page is shown without a service", () => {
		wire.listens = false;
		follow("/hand-ins/h1/events", {})();
		expect(TestSource.made).toEqual([]);
	});
});

describe("many events", () => {
	let clock: TestClock;
	let calls: number;
	let leave: () => void;
	beforeEach(() => {
		clock = new TestClock();
		calls = 0;
		leave = followOften("/assignments/a/events", ["ready", "draft"], { clock, milliseconds: 700 }, () => calls++);
	});

	test("are one call in their time, and what comes after it is another", () => {
		for (let n = 0; n < 30; n++) source().send("draft");
		clock.pass(699);
		expect(calls).toBe(0);
		clock.pass(1);
		expect(calls).toBe(1);
		source().send("ready");
		clock.pass(700);
		expect(calls).toBe(2);
		clock.pass(10_000);
		expect(calls).toBe(2);
	});

	test("call nothing any more once the page was left, though something was waiting", () => {
		source().send("draft");
		leave();
		clock.pass(10_000);
		expect([calls, source().closed]).toEqual([0, true]);
	});

	test("of other kinds call nothing", () => {
		source().send("released");
		clock.pass(10_000);
		expect(calls).toBe(0);
	});
});

import { beforeEach, describe, expect, test } from "vitest";
import { type Answers, address, answering, HttpRefusal, settle, stored, stubBrowser, TestClock } from "./test-world.ts";

stubBrowser();
const { Session } = await import("./session.svelte.ts");
const { api } = await import("./api.ts");
const { fetchAhead, forgetKept, Loading } = await import("./loading.svelte.ts");

const account = (id: string) => ({ id, name: "T. Example", role: "teacher", administrator: false, once: false });
const refused = (status: number, code: string, detail: string) => () => {
	throw new HttpRefusal(status, code, detail);
};
const beginning = (answers: Answers) => {
	answering(answers);
	return new Session();
};
const keptOf = (key: string) => {
	const loading = new Loading<string>();
	loading.turnTo(key);
	return loading.value;
};

beforeEach(() => {
	forgetKept();
	address.assigned.length = 0;
	stored.clear();
});

describe("who is signed in", () => {
	test("is known once the service has said so", async () => {
		const session = beginning({ whoAmI: () => account("a") });
		expect([session.known, session.account]).toEqual([false, null]);
		await session.load();
		expect([session.known, session.account?.id, session.error]).toEqual([true, "a", ""]);
	});

	test("is nobody without a session, and that isn't an error", async () => {
		const session = beginning({ whoAmI: refused(401, "not-signed-in", "Sign in first.") });
		await session.load();
		expect([session.known, session.account, session.error, session.ended]).toEqual([true, null, "", false]);
	});

	test("can't be said without a network, which is said", async () => {
		const session = beginning({});
		await session.load();
		expect([session.known, session.account]).toEqual([true, null]);
		expect(session.error).toContain("can't be reached");
	});
});

describe("signing in", () => {
	test("sends a class code only where there is one", async () => {
		const bodies: unknown[] = [];
		const session = beginning({
			signIn: ({ body }) => {
				bodies.push(body);
				return account("a");
			},
		});
		expect(await session.signIn(" tern-8 ", "nilo", "red boat")).toBe(true);
		expect(await session.signIn("  ", "okafor", "long words")).toBe(true);
		expect(bodies).toEqual([
			{ signInName: "nilo", passphrase: "red boat", classCode: "tern-8" },
			{ signInName: "okafor", passphrase: "long words" },
		]);
	});

	test("says why it was refused, and the next attempt begins without that", async () => {
		const session = beginning({ signIn: refused(401, "wrong-passphrase", "The name or the passphrase is wrong.") });
		expect(await session.signIn("", "x", "y")).toBe(false);
		expect([session.account, session.error]).toEqual([null, "The name or the passphrase is wrong."]);
		answering({ signIn: () => account("a") });
		await session.signIn("", "x", "y");
		expect(session.error).toBe("");
	});

	test("forgets what was fetched for the one before", async () => {
		const session = beginning({ signIn: () => account("b") });
		fetchAhead("my work", async () => "a's");
		await settle();
		expect(keptOf("my work")).toBe("a's");
		await session.signIn("", "b", "y");
		expect(keptOf("my work")).toBeUndefined();
	});

	test("again as the same leaves the page; as another one begins at the first page", async () => {
		const session = beginning({ signIn: () => account("a") });
		await session.signIn("", "a", "y");
		await session.signIn("", "a", "y");
		expect(address.assigned).toEqual([]);
		answering({ signIn: () => account("b") });
		await session.signIn("", "b", "y");
		expect(address.assigned).toEqual(["/"]);
	});
});

describe("a session that ends", () => {
	test("asks to sign in again, on the page where one is", async () => {
		const session = beginning({ whoAmI: () => account("a"), listClasses: refused(401, "not-signed-in", "Sign in.") });
		await session.load();
		await api.listClasses({}).catch(() => undefined);
		expect([session.ended, session.account?.id]).toEqual([true, "a"]);
		answering({ signIn: () => account("a") });
		await session.signIn("", "a", "y");
		expect(session.ended).toBe(false);
	});

	test("is found out by each call, which says whose page it is", async () => {
		const said: (string | null)[] = [];
		const listClasses: Answers["listClasses"] = ({ headers }) => {
			said.push(headers.get("markpen-account"));
			return { classes: [] };
		};
		const session = beginning({ whoAmI: () => account("a"), signOut: () => undefined, listClasses });
		await api.listClasses({});
		await session.load();
		await api.listClasses({});
		await session.signOut();
		await api.listClasses({});
		expect(said).toEqual([null, "a", null]);
	});

	test("isn't fetched without a user", async () => {
		const session = beginning({ listClasses: refused(401, "not-signed-in", "Sign in.") });
		await api.listClasses({}).catch(() => undefined);
		expect(session.ended).toBe(false);
	});

	test("by signing out is over here at once, and at the service as soon as that can be reached", async () => {
		const clock = new TestClock();
		answering({ whoAmI: () => account("a") });
		const session = new Session(clock);
		await session.load();
		await session.signOut();
		expect([session.account, session.ended, session.leaving]).toEqual([null, false, "a"]);
		const { calls } = answering({ signOut: refused(503, "no-database", "Not reachable.") });
		clock.pass(3_000);
		await settle();
		expect([calls, session.leaving]).toEqual([["signOut"], "a"]);
		const whose: (string | null)[] = [];
		answering({ signOut: ({ headers }) => void whose.push(headers.get("markpen-account")) });
		clock.pass(3_000);
		await settle();
		expect([whose, session.leaving, stored.has("markpen leaving")]).toEqual([["a"], null, false]);
		clock.pass(10_000);
		await settle();
		expect(whose).toHaveLength(1);
	});

	test("doesn't let the last one in again when the page is loaded before the service heard it", async () => {
		const clock = new TestClock();
		answering({ whoAmI: () => account("a") });
		const before = new Session(clock);
		await before.load();
		await before.signOut();
		const { calls } = answering({ whoAmI: () => account("a") });
		const session = new Session(new TestClock());
		await session.load();
		expect([session.known, session.account, session.leaving, calls]).toEqual([true, null, "a", ["signOut"]]);
		// The cookie is somebody else's by now, or nobody's.
		answering({
			signOut: refused(401, "signed-out", "Sign in first."),
			whoAmI: refused(401, "signed-out", "Sign in first."),
		});
		const later = new Session(new TestClock());
		await later.load();
		expect([later.account, later.leaving]).toEqual([null, null]);
	});

	test("by signing out is over too once the next one signs in", async () => {
		answering({ whoAmI: () => account("a") });
		const session = new Session(new TestClock());
		await session.load();
		await session.signOut();
		answering({ signIn: () => account("b") });
		await session.signIn("", "b", "y");
		expect([session.account?.id, session.leaving, stored.has("markpen leaving")]).toEqual(["b", null, false]);
	});
});

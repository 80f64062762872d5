import { API_BASE, ROUTES } from "@markpen/contract";
import { vi } from "vitest";
import { wire } from "./api.ts";
import type { Clock } from "./clock.ts";

/** What a browser keeps for its person, in this process; empty it between tests. */
export const stored = new Map<string, string>();

export const storage: Storage = {
	get length() {
		return stored.size;
	},
	key: (at) => [...stored.keys()][at] ?? null,
	clear: () => stored.clear(),
	getItem: (key) => stored.get(key) ?? null,
	setItem: (key, text) => void stored.set(key, text),
	removeItem: (key) => void stored.delete(key),
};

/** The address that the page has. */
export const address = { origin: "http://console.test", pathname: "/", assigned: [] as string[] };

/** Gives modules that look for a browser as they load what they look for. Import those after it. */
export function stubBrowser(): void {
	vi.stubGlobal("localStorage", storage);
	vi.stubGlobal("addEventListener", () => undefined);
	vi.stubGlobal("removeEventListener", () => undefined);
	vi.stubGlobal("location", {
		...address,
		get pathname() {
			return address.pathname;
		},
		assign: (path: string) => void address.assigned.push(path),
	});
}

/** A clock that a test moves. */
export class TestClock implements Clock {
	time = 0;
	private waits: { readonly at: number; readonly call: () => void }[] = [];

	readonly now = (): number => this.time;

	readonly after = (milliseconds: number, call: () => void): (() => void) => {
		const wait = { at: this.time + milliseconds, call };
		this.waits.push(wait);
		return () => {
			this.waits = this.waits.filter((w) => w !== wait);
		};
	};

	/** Lets time pass, and calls what was waiting for it. */
	pass(milliseconds: number): void {
		this.time += milliseconds;
		const due = this.waits.filter((w) => w.at <= this.time);
		this.waits = this.waits.filter((w) => w.at > this.time);
		for (const { call } of due) call();
	}
}

type RouteName = keyof typeof ROUTES;
interface Asked {
	readonly params: Readonly<Record<string, string>>;
	readonly query: URLSearchParams;
	readonly body: unknown;
	readonly headers: Headers;
}
/** What a service answers, by the name of the call; it may wait, or throw an {@link HttpRefusal}. */
export type Answers = Partial<Record<RouteName, (asked: Asked) => unknown>>;

/** An answer other than 200. */
export class HttpRefusal extends Error {
	readonly status: number;
	readonly code: string;
	constructor(status: number, code: string, detail: string) {
		super(detail);
		this.status = status;
		this.code = code;
	}
}

function routed(method: string, path: string): { name: RouteName; params: Record<string, string> } {
	for (const [name, route] of Object.entries(ROUTES)) {
		const names = [...route.path.matchAll(/:(\w+)/g)].map((m) => m[1] as string);
		const fits = new RegExp(`^${route.path.replace(/:\w+/g, "([^/]+)")}$`).exec(path);
		if (!fits || route.method !== method) continue;
		return { name: name as RouteName, params: Object.fromEntries(names.map((n, i) => [n, fits[i + 1] as string])) };
	}
	throw new Error(`no call ${method} ${path}`);
}

const jsonOf = (body: unknown, status: number, kind = "application/json") =>
	new Response(body === undefined ? null : JSON.stringify(body), { status, headers: { "content-type": kind } });

/** Answers the console's calls here, and says which came; a call without an answer finds no network. */
export function answering(answers: Answers): { readonly calls: string[] } {
	const calls: string[] = [];
	wire.send = async (input, init) => {
		const url = new URL(String(input), "http://console.test");
		const { name, params } = routed(init?.method ?? "GET", url.pathname.slice(API_BASE.length));
		const answer = answers[name];
		calls.push([name, ...Object.values(params)].join(" "));
		if (!answer) throw new TypeError("no network");
		const body = typeof init?.body === "string" ? JSON.parse(init.body) : undefined;
		try {
			const reply = await answer({ params, query: url.searchParams, body, headers: new Headers(init?.headers) });
			return jsonOf(reply, reply === undefined ? 204 : 200);
		} catch (error) {
			if (!(error instanceof HttpRefusal)) throw error;
			const { status, code, message } = error;
			const problem = { type: `/problems/${code}`, title: code, status, detail: message };
			return jsonOf(problem, status, "application/problem+json");
		}
	};
	return { calls };
}

/** Lets everything that is under way and waits for no time happen. */
export async function settle(): Promise<void> {
	for (let turn = 0; turn < 5; turn++) await new Promise<void>((resolve) => setImmediate(resolve));
}

import { API_BASE, type Problem, problem, ROUTES, type Route } from "@markpen/contract";

/** What a call takes and gives, read off its route. */
type Input<T> = T extends { _zod: { input: infer I } } ? I : never;
type Output<T> = T extends { _zod: { output: infer O } } ? O : never;
type Part<K extends string, V> = [V] extends [undefined] ? { readonly [P in K]?: undefined } : { readonly [P in K]: V };
/** A query whose every part may be left out need not be given. */
type Query<V> = [V] extends [undefined]
	? { readonly query?: undefined }
	: object extends V
		? { readonly query?: V }
		: { readonly query: V };
export type CallInput<R extends Route> = Part<"params", Input<R["params"]>> &
	Query<Input<R["query"]>> &
	Part<"body", Input<R["body"]>> & {
		readonly idempotencyKey?: string;
		/** The revision to change, from the last read; "any" for any revision. */
		readonly revision?: number | "any";
	};

/** A call that the service refused, or that never reached it. */
export class CallError extends Error {
	override readonly name = "CallError";
	/** 0 if there was no answer. */
	readonly status: number;
	readonly problem: Problem | undefined;
	constructor(status: number, message: string, of?: Problem) {
		super(message);
		this.status = status;
		this.problem = of;
	}

	/** The last part of the problem's type: "wrong-passphrase". */
	get code(): string {
		return this.problem?.type.split("/").at(-1) ?? (this.status === 0 ? "unreachable" : "unknown");
	}
}

export interface ClientOptions {
	/** The service's address without a final slash; empty in the service's own pages. */
	readonly base: string;
	readonly fetch?: typeof fetch;
	/** Sent with every call, as a session's cookie in tests and tools. */
	readonly headers?: () => Readonly<Record<string, string>>;
	/** Called with every response before its body is read. */
	readonly onAnswer?: (response: Response) => void;
}

type RouteName = keyof typeof ROUTES;
export type Client = {
	readonly [N in RouteName]: (input: CallInput<(typeof ROUTES)[N]>) => Promise<Output<(typeof ROUTES)[N]["reply"]>>;
};

type Named = Readonly<Record<string, unknown>> | undefined;

function pathOf(route: Route, params: Named, query: Named): string {
	const path = route.path.replace(/:([a-z]+)/gi, (_, name: string) => encodeURIComponent(String(params?.[name] ?? "")));
	const asked = Object.entries(query ?? {}).flatMap(([name, value]) =>
		value === undefined ? [] : [[name, String(value)]],
	);
	return asked.length === 0 ? path : `${path}?${new URLSearchParams(asked)}`;
}

/** What an answer holds: JSON, text, or bytes. */
async function contentOf(response: Response): Promise<unknown> {
	if (response.status === 204) return undefined;
	const type = response.headers.get("content-type") ?? "";
	if (/^application\/json/.test(type)) return response.json();
	return /^text\/|yaml|xml/.test(type) ? response.text() : new Uint8Array(await response.arrayBuffer());
}

interface CallMade {
	readonly params?: Record<string, unknown>;
	readonly query?: Record<string, unknown>;
	readonly body?: unknown;
	readonly idempotencyKey?: string;
	readonly revision?: number | "any";
}

async function refusal(response: Response): Promise<CallError> {
	const body = await response.json().catch(() => undefined);
	const said = problem.safeParse(body);
	return said.success
		? new CallError(response.status, said.data.detail, said.data)
		: new CallError(response.status, `The service answered ${response.status}.`);
}

/** Typed calls of every route over any fetch. */
export function createClient(options: ClientOptions): Client {
	const send = options.fetch ?? fetch;
	const call = async (route: Route, input: CallMade) => {
		const headers: Record<string, string> = { ...options.headers?.() };
		if (input.body !== undefined) headers["content-type"] = route.takes ?? "application/json";
		if (input.idempotencyKey) headers["idempotency-key"] = input.idempotencyKey;
		if (input.revision !== undefined) headers["if-match"] = input.revision === "any" ? "*" : `"${input.revision}"`;
		let response: Response;
		try {
			response = await send(`${options.base}${API_BASE}${pathOf(route, input.params, input.query)}`, {
				method: route.method,
				headers,
				credentials: "same-origin",
				...(input.body !== undefined && { body: route.takes ? (input.body as BodyInit) : JSON.stringify(input.body) }),
			});
		} catch {
			throw new CallError(0, "The service can't be reached. Nothing is lost. Try again in a moment.");
		}
		options.onAnswer?.(response);
		if (!response.ok) throw await refusal(response);
		return contentOf(response);
	};
	const entries = Object.entries(ROUTES).map(([name, route]) => [
		name,
		// The cast is safe: the client's types have already checked what the route takes and returns.
		(input: CallMade) => call(route as unknown as Route, input),
	]);
	return Object.fromEntries(entries) as Client;
}

import { API_BASE, type Problem, problem, ROUTES, type Route } from "@markpen/contract";

/** What a call takes and gives, read off its route. */
type Input<T> = T extends { _zod: { input: infer I } } ? I : never;
type Output<T> = T extends { _zod: { output: infer O } } ? O : never;
type Part<K extends string, V> = [V] extends [undefined] ? { readonly [P in K]?: undefined } : { readonly [P in K]: V };
export type CallInput<R extends Route> = Part<"params", Input<R["params"]>> & Part<"body", Input<R["body"]>> & { readonly idempotencyKey?: string };

/** A call that the service refused, or that never reached it. */
export class CallError extends Error {
	override readonly name = "CallError";
	/** 0 where there was no answer. */
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
	/** Where the service is, without a slash at the end; empty in a page of its own. */
	readonly base: string;
	readonly fetch?: typeof fetch;
	/** Sent with every call, as a session's cookie in tests and tools. */
	readonly headers?: () => Readonly<Record<string, string>>;
	/** Told of every answer, before it is read. */
	readonly onAnswer?: (response: Response) => void;
}

type RouteName = keyof typeof ROUTES;
export type Client = { readonly [N in RouteName]: (input: CallInput<(typeof ROUTES)[N]>) => Promise<Output<(typeof ROUTES)[N]["reply"]>> };

function pathOf(route: Route, params: Readonly<Record<string, unknown>> | undefined): string {
	return route.path.replace(/:([a-z]+)/gi, (_, name: string) => encodeURIComponent(String(params?.[name] ?? "")));
}

async function refusal(response: Response): Promise<CallError> {
	const body = await response.json().catch(() => undefined);
	const said = problem.safeParse(body);
	return said.success ? new CallError(response.status, said.data.detail, said.data) : new CallError(response.status, `The service answered ${response.status}.`);
}

/** Typed calls of every route over any fetch. */
export function createClient(options: ClientOptions): Client {
	const send = options.fetch ?? fetch;
	const call = async (route: Route, input: { params?: Record<string, unknown>; body?: unknown; idempotencyKey?: string }) => {
		const headers: Record<string, string> = { ...options.headers?.() };
		if (input.body !== undefined) headers["content-type"] = "application/json";
		if (input.idempotencyKey) headers["idempotency-key"] = input.idempotencyKey;
		let response: Response;
		try {
			response = await send(`${options.base}${API_BASE}${pathOf(route, input.params)}`, {
				method: route.method,
				headers,
				credentials: "same-origin",
				...(input.body !== undefined && { body: JSON.stringify(input.body) }),
			});
		} catch {
			throw new CallError(0, "The service can't be reached. Nothing was lost; try again in a moment.");
		}
		options.onAnswer?.(response);
		if (!response.ok) throw await refusal(response);
		if (response.status === 204) return undefined;
		return response.headers.get("content-type")?.includes("json") ? response.json() : response.text();
	};
	const entries = Object.entries(ROUTES).map(([name, route]) => [name, (input: object) => call(route as unknown as Route, input)]);
	return Object.fromEntries(entries) as Client;
}

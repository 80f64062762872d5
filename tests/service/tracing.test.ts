import { createServer, type Server } from "node:http";
import { afterAll, beforeAll, expect, test } from "vitest";
import { DEMO_SIGN_INS } from "../../demo/dist/index.js";
import { readEnvironment, startService } from "../../service/dist/index.js";
import { demoDatabase, placeOf, reportOf, rowsOf, settings, signedIn, workOn } from "../site.ts";

interface SentSpan {
	readonly traceId: string;
	readonly spanId: string;
	readonly parentSpanId?: string;
	readonly name: string;
	readonly startTimeUnixNano: string;
	readonly endTimeUnixNano: string;
}
interface Sent {
	readonly resourceSpans: readonly {
		readonly resource: { readonly attributes: readonly { readonly key: string; readonly value: object }[] };
		readonly scopeSpans: readonly { readonly spans: readonly SentSpan[] }[];
	}[];
}

/** A stand-in for a collector: what it was sent, as OTLP's JSON. */
let collector: Server;
let endpoint: string;
const sent: Sent[] = [];
let url: string;

beforeAll(async () => {
	collector = createServer((request, response) => {
		const pieces: Buffer[] = [];
		request.on("data", (piece) => pieces.push(piece));
		request.on("end", () => {
			if (request.url === "/v1/traces") sent.push(JSON.parse(Buffer.concat(pieces).toString()) as Sent);
			response.writeHead(200, { "content-type": "application/json" }).end("{}");
		});
	});
	await new Promise<void>((resolve) => collector.listen(0, "127.0.0.1", resolve));
	endpoint = `http://127.0.0.1:${(collector.address() as { port: number }).port}`;
	url = await demoDatabase();
	await rowsOf(
		url,
		"UPDATE assignments SET tries = NULL, due_at = greatest(due_at, now()), closes_at = now() + interval '90 days'",
	);
});
afterAll(() => new Promise((resolve) => collector.close(resolve)));

/** Hands in once at a service with some settings, with a caller's trace where one is given. */
async function handInOnce(more: Record<string, string>, traceparent?: string): Promise<void> {
	const running = await startService(readEnvironment(settings(url, more)), { web: true, worker: true });
	try {
		const address = running.address as string;
		let cookie = "";
		const client = await signedIn(address, DEMO_SIGN_INS.student, (response) => {
			cookie = response.headers.get("set-cookie")?.split(";")[0] ?? cookie;
		});
		const { id: assignment, exercise } = placeOf(await workOn(client, "Pier planks"));
		const response = await fetch(`${address}/api/v1/my-work/${assignment}/${exercise}/hand-ins`, {
			method: "POST",
			headers: { cookie, "content-type": "application/json", ...(traceparent && { traceparent }) },
			body: JSON.stringify({ source: "walk 5" }),
		});
		await reportOf(client, ((await response.json()) as { id: string }).id);
	} finally {
		await running.stop();
	}
}

test("a hand-in is one trace from its call to its report, below the caller's own", async () => {
	const traceId = "4bf92f3577b34da6a3ce929d0e0e4736";
	await handInOnce(
		{ OTEL_EXPORTER_OTLP_ENDPOINT: endpoint, OTEL_SERVICE_NAME: "saltmere" },
		`00-${traceId}-00f067aa0ba902b7-01`,
	);
	const spans = sent
		.flatMap((one) => one.resourceSpans)
		.flatMap((one) => one.scopeSpans)
		.flatMap((one) => one.spans)
		.filter((span) => span.traceId === traceId);
	const named = (name: string) => spans.find((span) => span.name === name);
	const call = named("POST /api/v1/my-work/:id/:exercise/hand-ins");
	const check = named("check");
	expect(call?.parentSpanId).toBe("00f067aa0ba902b7");
	expect(check?.parentSpanId).toBe(call?.spanId);
	for (const name of ["look up", "run and mark", "store report"])
		expect([name, named(name)?.parentSpanId]).toEqual([name, check?.spanId]);
	expect(spans).toHaveLength(5);
	expect(spans.every((span) => BigInt(span.endTimeUnixNano) >= BigInt(span.startTimeUnixNano))).toBe(true);
	expect(JSON.stringify(sent[0]?.resourceSpans[0]?.resource)).toContain("saltmere");
});

test("spans have no name, source or address of a student", () => {
	const text = JSON.stringify(sent);
	for (const word of ["walk 5", "Idris", "idris"]) expect(text).not.toContain(word);
});

test("without a collector's address nothing is sent, and jobs carry no trace", async () => {
	sent.length = 0;
	const traced = "SELECT count(*)::int AS traced FROM queue.job WHERE data ? 'trace'";
	const before = await rowsOf(url, traced);
	await handInOnce({});
	expect(sent).toEqual([]);
	expect(before).toEqual([{ traced: 1 }]);
	expect(await rowsOf(url, traced)).toEqual(before);
});

import { context, type Span, SpanKind, SpanStatusCode, type Tracer, trace } from "@opentelemetry/api";

/** The context of a span as W3C Trace Context writes it: https://www.w3.org/TR/trace-context/#traceparent-header */
const TRACEPARENT = /^00-([0-9a-f]{32})-([0-9a-f]{16})-([0-9a-f]{2})$/;

/** What is known of a span's beginning. */
interface SpanBegun {
	/** A traceparent from elsewhere. */
	readonly parent?: string | undefined;
	readonly kind?: SpanKind;
	readonly attributes?: Readonly<Record<string, string | number>>;
}

/** Traces of calls and checks: sent to a collector where one is set, and nothing otherwise. */
export class Tracing {
	private readonly tracer: Tracer;
	private readonly end: () => Promise<void>;
	/** Whether spans go anywhere. */
	readonly isOn: boolean;

	private constructor(tracer: Tracer, isOn: boolean, end: () => Promise<void>) {
		this.tracer = tracer;
		this.isOn = isOn;
		this.end = end;
	}

	/**
	 * @param endpoint the address of an OTLP collector over HTTP, such as http://127.0.0.1:4318; undefined for no traces
	 * @param name the service's name in the traces
	 */
	static async to(endpoint: string | undefined, name: string): Promise<Tracing> {
		if (endpoint === undefined) return new Tracing(trace.getTracer("mark-pen"), false, async () => undefined);
		// Loaded only where traces are wanted.
		const [{ OTLPTraceExporter }, { resourceFromAttributes }, { BatchSpanProcessor, NodeTracerProvider }] =
			await Promise.all([
				import("@opentelemetry/exporter-trace-otlp-http"),
				import("@opentelemetry/resources"),
				import("@opentelemetry/sdk-trace-node"),
			]);
		const exporter = new OTLPTraceExporter({ url: `${endpoint.replace(/\/$/, "")}/v1/traces` });
		const provider = new NodeTracerProvider({
			resource: resourceFromAttributes({ "service.name": name }),
			spanProcessors: [new BatchSpanProcessor(exporter)],
		});
		return new Tracing(provider.getTracer("mark-pen"), true, () => provider.shutdown());
	}

	/** Begins a span, below a parent where one is given. */
	begin(name: string, { parent, kind = SpanKind.INTERNAL, attributes = {} }: SpanBegun = {}): Span {
		const [, traceId, spanId, flags] = TRACEPARENT.exec(parent ?? "") ?? [];
		const root = context.active();
		const above =
			traceId && spanId
				? trace.setSpanContext(root, { traceId, spanId, traceFlags: Number.parseInt(flags ?? "1", 16), isRemote: true })
				: root;
		return this.tracer.startSpan(name, { kind, attributes }, above);
	}

	/** Does work in a span below another. */
	async within<T>(above: Span, name: string, work: () => Promise<T>): Promise<T> {
		if (!this.isOn) return work();
		const span = this.tracer.startSpan(name, {}, trace.setSpan(context.active(), above));
		try {
			return await work();
		} catch (error) {
			span.setStatus({ code: SpanStatusCode.ERROR });
			throw error;
		} finally {
			span.end();
		}
	}

	/** A span as a traceparent, to go on elsewhere; undefined if there are no traces. */
	parentOf(span: Span): string | undefined {
		if (!this.isOn) return undefined;
		const { traceId, spanId, traceFlags } = span.spanContext();
		return `00-${traceId}-${spanId}-${traceFlags.toString(16).padStart(2, "0")}`;
	}

	/** Sends what is left. */
	stop(): Promise<void> {
		return this.end();
	}
}

import variant from "@jitl/quickjs-wasmfile-release-sync";
import {
	newQuickJSWASMModuleFromVariant,
	newVariant,
	type QuickJSContext,
	type QuickJSHandle,
	type QuickJSRuntime,
	type QuickJSSyncVariant,
} from "quickjs-emscripten-core";
import { LOG_LENGTH, LOG_MARK, PRELUDE } from "./prelude.ts";

/** The interpreter's code, compiled: a `WebAssembly.Module`. */
export type CompiledInterpreter = object;

/** What is used of the WebAssembly standard: every engine has it, TypeScript's plain library doesn't. */
interface WasmMemory {
	readonly buffer: ArrayBuffer;
}
declare const WebAssembly: {
	readonly compile: (bytes: Uint8Array) => Promise<CompiledInterpreter>;
	readonly Memory: new (pages: { readonly initial: number; readonly maximum: number }) => WasmMemory;
};

/** Compiles the interpreter's code. */
export const compiled = (bytes: Uint8Array) => WebAssembly.compile(bytes);

const PAGE = 65_536;
const INITIAL_PAGES = 256;
/** Memory that a program may fill, in pages of 64 KiB: 64 MiB. */
const MAX_PAGES = 1_024;
/** The interpreter's own stack in bytes: more of it ends deep calls in a trap in some browsers. */
const STACK = 131_072;
/** Ready sandboxes: if a program breaks one, the next program uses another. */
const READY = 3;

/** What a program's sandbox asks of those who run it. */
export interface SandboxHost {
	/** The number of a text that is new to the log. Throws to refuse it. */
	intern(text: string): number;
	/** Takes what is in the log. throws if no more is taken. */
	flush(): void;
	/** A colour as canvases write it; an empty text for none. */
	colour(text: string): string;
	/** Whether a text is a font. */
	font(text: string): boolean;
	/** A number that is computed from what was drawn. */
	ask(what: number, a: number, b: number, c: number, d: number): number;
	/** Asked again and again while the program runs; true ends it. */
	interrupts(): boolean;
}

/** What a call into the sandbox came to. */
export type Called =
	| { readonly ok: true; readonly value: number }
	| { readonly ok: false; readonly name: string; readonly message: string };

/**
 * An interpreter with the canvas. Its memory is restored byte for byte for each program, so that nothing of one program
 * remains for the next.
 */
export class Sandbox {
	/** Whether it can no longer be put back. */
	broken = false;
	private host: SandboxHost | undefined;
	private readonly runtime: QuickJSRuntime;
	private readonly context: QuickJSContext;
	private readonly memory: WasmMemory;
	private readonly snapshot: Uint8Array;
	private readonly parts: Readonly<Record<"begin" | "start" | "waits" | "tick" | "place", QuickJSHandle>>;
	private readonly logAt: number;

	private constructor(runtime: QuickJSRuntime, memory: WasmMemory) {
		this.runtime = runtime;
		this.memory = memory;
		runtime.setMaxStackSize(STACK);
		runtime.setMemoryLimit((MAX_PAGES - 32) * PAGE);
		this.context = runtime.newContext();
		const { context } = this;
		const host = context.newObject();
		const give = (name: string, run: (...values: QuickJSHandle[]) => QuickJSHandle | undefined) =>
			context.newFunction(name, run).consume((f) => context.setProp(host, name, f));
		const number = (handle: QuickJSHandle | undefined) => (handle ? context.getNumber(handle) : 0);
		give("intern", (text) => context.newNumber(this.asked.intern(context.getString(text as QuickJSHandle))));
		give("flush", () => {
			this.asked.flush();
			return undefined;
		});
		give("colour", (text) => context.newString(this.asked.colour(context.getString(text as QuickJSHandle))));
		give("font", (text) => context.newNumber(this.asked.font(context.getString(text as QuickJSHandle)) ? 1 : 0));
		give("ask", (what, a, b, c, d) =>
			context.newNumber(this.asked.ask(number(what), number(a), number(b), number(c), number(d))),
		);
		const api = context
			.unwrapResult(context.evalCode(PRELUDE, "canvas.js"))
			.consume((make) => context.unwrapResult(context.callFunction(make, context.undefined, host)));
		host.dispose();
		const part = (name: string) => context.getProp(api, name);
		this.logAt = addressOf(LOG_MARK, memory);
		this.parts = {
			begin: part("begin"),
			start: part("start"),
			waits: part("waits"),
			tick: part("tick"),
			place: part("place"),
		};
		api.dispose();
		runtime.setInterruptHandler(() => this.host?.interrupts() ?? false);
		const all = new Uint8Array(memory.buffer);
		let used = all.length;
		while (used > 0 && all[used - 1] === 0) used--;
		this.snapshot = all.slice(0, used);
	}

	/** A sandbox from the interpreter's code. */
	static async make(module: CompiledInterpreter): Promise<Sandbox> {
		const memory = new WebAssembly.Memory({ initial: INITIAL_PAGES, maximum: MAX_PAGES });
		const quick = await newQuickJSWASMModuleFromVariant(
			newVariant(variant as unknown as QuickJSSyncVariant, {
				wasmModule: module as never,
				wasmMemory: memory as never,
			}),
		);
		return new Sandbox(quick.newRuntime(), memory);
	}

	/** The log as it is in memory now: log[0] is where it ends. */
	get log(): Float64Array {
		return new Float64Array(this.memory.buffer, this.logAt, LOG_LENGTH);
	}

	/** Bytes that the sandbox takes. */
	get size(): number {
		return this.memory.buffer.byteLength;
	}

	/** Puts everything back as it was. */
	begin(host: SandboxHost, { seed, width, height, answers, atOnce = false }: SandboxStart): void {
		const all = new Uint8Array(this.memory.buffer);
		all.set(this.snapshot);
		all.fill(0, this.snapshot.length);
		this.host = host;
		const { context } = this;
		const values = [context.newNumber(seed), context.newNumber(width), context.newNumber(height)];
		const texts = context.newString(JSON.stringify(answers));
		const given = [...values, texts, atOnce ? context.true : context.false];
		context.unwrapResult(context.callFunction(this.parts.begin, context.undefined, ...given)).dispose();
		for (const value of [...values, texts]) value.dispose();
	}

	/** Runs a program's source, then everything that it promised. */
	run(source: string): Called {
		return this.guarded(() => {
			const done = this.context.evalCode(source, "program.js", { type: "global", strict: false });
			return done.error ? this.failed(done.error) : this.dropped(done.value);
		});
	}

	/** Does what a page does once it is there. */
	start(): Called {
		return this.call(this.parts.start);
	}

	/** How many callbacks wait for a later moment. */
	waits(): number {
		const called = this.call(this.parts.waits);
		return called.ok ? called.value : 0;
	}

	/** Goes on to a moment, in milliseconds. */
	tick(time: number): Called {
		return this.call(this.parts.tick, time);
	}

	/** The number of the place that the program has got to. */
	place(): number {
		const { host } = this;
		this.host = undefined;
		const called = this.call(this.parts.place);
		this.host = host;
		return called.ok ? called.value : 0;
	}

	private get asked(): SandboxHost {
		if (!this.host) throw new Error("no program runs");
		return this.host;
	}

	private call(part: QuickJSHandle, value?: number): Called {
		return this.guarded(() => {
			const { context } = this;
			const given = value === undefined ? [] : [context.newNumber(value)];
			const done = context.callFunction(part, context.undefined, ...given);
			for (const handle of given) handle.dispose();
			return done.error ? this.failed(done.error) : this.dropped(done.value);
		});
	}

	/** A call with the promises that it leaves behind; one that breaks the interpreter is the sandbox's last. */
	private guarded(call: () => Called): Called {
		try {
			const first = call();
			if (!first.ok) return first;
			while (this.runtime.hasPendingJob()) {
				const done = this.runtime.executePendingJobs(1_000);
				if (done.error) return this.failed(done.error);
				done.dispose();
			}
			return first;
		} catch (error) {
			this.broken = true;
			return { ok: false, name: "InternalError", message: error instanceof Error ? error.message : String(error) };
		}
	}

	private dropped(value: QuickJSHandle): Called {
		const { context } = this;
		const number = context.typeof(value) === "number" ? context.getNumber(value) : 0;
		value.dispose();
		return { ok: true, value: number };
	}

	private failed(error: QuickJSHandle): Called {
		const { context } = this;
		const text = (name: string) => {
			const kind = context.typeof(error);
			if (kind !== "object" && kind !== "function") return undefined;
			return context
				.getProp(error, name)
				.consume((v) => (context.typeof(v) === "string" ? context.getString(v) : undefined));
		};
		const name = text("name") ?? "thrown";
		const message = text("message") ?? (context.typeof(error) === "string" ? context.getString(error) : "");
		error.dispose();
		return { ok: false, name: name.slice(0, 200), message: message.slice(0, 2_000) };
	}
}

/** The address of a unique sequence of doubles in memory. */
function addressOf(marks: readonly number[], memory: WasmMemory): number {
	const doubles = new Float64Array(memory.buffer);
	for (let i = doubles.indexOf(marks[0] as number); i >= 0; i = doubles.indexOf(marks[0] as number, i + 1))
		if (marks.every((mark, k) => doubles[i + k] === mark)) return i * 8;
	throw new Error("the log isn't in the sandbox's memory");
}

/** What a program finds when it begins. */
export interface SandboxStart {
	readonly seed: number;
	readonly width: number;
	readonly height: number;
	readonly answers: readonly string[];
	/** Whether the host takes each call at once, and not many together. */
	readonly atOnce?: boolean;
}

/** Ready sandboxes, because creating one is asynchronous and running a program isn't. */
export class Sandboxes {
	private readonly module: CompiledInterpreter;
	private readonly made: Sandbox[] = [];

	constructor(module: CompiledInterpreter) {
		this.module = module;
	}

	/** Makes sure that enough are ready. Called before a task that runs programs. */
	async ready(): Promise<void> {
		for (let i = this.made.length - 1; i >= 0; i--) {
			const sandbox = this.made[i] as Sandbox;
			if (sandbox.broken || sandbox.size > INITIAL_PAGES * PAGE) this.made.splice(i, 1);
		}
		while (this.made.length < READY) this.made.push(await Sandbox.make(this.module));
	}

	/** One that can be used now; undefined if all are broken. */
	take(): Sandbox | undefined {
		const usable = this.made.filter((s) => !s.broken);
		return usable.find((s) => s.size === INITIAL_PAGES * PAGE) ?? usable[0];
	}
}

/**
 * What the interpreter may ask of its host once it is ready. Everything that it could reach outside its own memory is
 * one of its WebAssembly imports, so this list is the wall: anything else is refused, whatever a program finds inside.
 */
const KEPT: ReadonlySet<string> = new Set([
	// Calling functions of the interpreter's own table.
	"_PyEM_TrampolineCall_JS",
	// The calendar, computed from the time that is given to it.
	"_tzset_js",
	"_localtime_js",
	"_gmtime_js",
	"_mktime_js",
	"_timegm_js",
	// Names and sizes that are the same everywhere.
	"environ_sizes_get",
	"environ_get",
	"_emscripten_get_progname",
	"clock_res_get",
	// Reading the standard library, which is one file in memory.
	"__syscall_getcwd",
	"__syscall_stat64",
	"__syscall_lstat64",
	"__syscall_newfstatat",
	"__syscall_fstat64",
	"__syscall_getdents64",
	"_try_fcntl64",
	"__syscall_fcntl64",
	"fd_seek",
	"fd_fdstat_get",
	"emscripten_runtime_keepalive_push",
	"emscripten_runtime_keepalive_pop",
	"_emscripten_runtime_keepalive_clear",
]);

/** What system calls return for a call that the host refuses, and for a file that it hasn't (WASI errno). */
const ENOSYS = 52;
const ENOENT = 44;
/** Ways of opening a file that change nothing: closed at exec, and large files (O_CLOEXEC, O_LARGEFILE). */
const HARMLESS = 0x88000;
/** The standard streams: they stay open whatever a program does, since they are the host's and not in memory. */
const STANDARD_STREAMS = 2;

export type Import = (...values: number[]) => unknown;
export type Imports = Record<string, Record<string, Import | object>>;

/** What answers the interpreter's questions that have no fixed answer. */
export interface Answers {
	/** Whether the interpreter is ready, and so shut in. */
	readonly isShut: () => boolean;
	/** Asked again and again while a program runs. Throws to end it. */
	readonly check: () => void;
	/** Milliseconds since 1970, of the program's own clock. */
	readonly time: () => number;
	/** Whether the memory may grow to this size. */
	readonly mayGrow: (bytes: number) => boolean;
	/** The text at an address. */
	readonly text: (address: number) => string;
	readonly bytes: () => Uint8Array;
	/** The only file that can be opened. */
	readonly library: string;
}

/** Thrown through the interpreter where it asks for what it may not have; nothing inside can catch it. */
export class Refused extends Error {
	override readonly name = "Refused";
}

/** Puts the wall round an interpreter: its imports are replaced before it is made. */
export function shutIn(imports: Imports, answers: Answers): void {
	for (const part of new Set(Object.values(imports)))
		for (const [name, given] of Object.entries(part))
			if (typeof given === "function") part[name] = guarded(name, given as Import, answers);
}

function guarded(name: string, given: Import, answers: Answers): Import {
	const own = OWN[name];
	const inside = own ? own(answers, given) : KEPT.has(name) ? given : refusal(name);
	const always = own !== undefined && ALIKE.has(name);
	const guard: Import = (...values) => (always || answers.isShut() ? inside(...values) : given(...values));
	// The loader reads signatures off its functions.
	return Object.assign(guard, given);
}

/** System calls fail as where they don't exist; anything else ends the program. */
function refusal(name: string): Import {
	if (name.startsWith("__syscall_") || name.startsWith("_try_")) return () => -ENOSYS;
	if (name.startsWith("fd_")) return () => ENOSYS;
	return () => {
		throw new Refused(name);
	};
}

/** What has the same answer from the start, so that the interpreter's memory is the same byte for byte everywhere. */
const ALIKE: ReadonlySet<string> = new Set([
	"_Py_emscripten_runtime",
	"clock_time_get",
	"emscripten_date_now",
	"emscripten_get_now",
	"random_get",
]);

/** Those that have an answer of ours. */
const OWN: Readonly<Record<string, (answers: Answers, given: Import) => Import>> = {
	_Py_CheckEmscriptenSignals_Helper: (answers) => () => {
		answers.check();
		return 0;
	},
	// The name of the browser, or of Node.js: none.
	_Py_emscripten_runtime: () => () => 0,
	clock_time_get: (answers) => (_clock, _precision, at) => setTime(answers, at ?? 0),
	emscripten_date_now: (answers) => () => answers.time(),
	emscripten_get_now: (answers) => () => answers.time(),
	emscripten_get_heap_max: (answers) => () => answers.bytes().length,
	emscripten_resize_heap: (answers, given) => (size) => (answers.mayGrow((size ?? 0) >>> 0) ? given(size ?? 0) : 0),
	random_get: (answers) => (at, size) => {
		answers.bytes().fill(0, at, (at ?? 0) + (size ?? 0));
		return 0;
	},
	__syscall_openat: (answers, given) => (folder, path, flags, more) =>
		((flags ?? 0) & ~HARMLESS) === 0 && answers.text(path ?? 0) === answers.library
			? given(folder ?? 0, path ?? 0, flags ?? 0, more ?? 0)
			: -ENOENT,
	fd_close: (_, given) => (file) => ((file ?? 0) > STANDARD_STREAMS ? given(file ?? 0) : 0),
	// Whatever is written goes nowhere: what a program prints takes another way.
	fd_write: (answers) => (_file, parts, count, written) => {
		const view = new DataView(answers.bytes().buffer);
		let all = 0;
		for (let i = 0; i < (count ?? 0); i++) all += view.getUint32((parts ?? 0) + 8 * i + 4, true);
		view.setUint32(written ?? 0, all, true);
		return 0;
	},
	fd_read: (answers, given) => (file, parts, count, read) => {
		if ((file ?? 0) > STANDARD_STREAMS) return given(file ?? 0, parts ?? 0, count ?? 0, read ?? 0);
		new DataView(answers.bytes().buffer).setUint32(read ?? 0, 0, true);
		return 0;
	},
};

/** Writes the time in nanoseconds at an address. */
function setTime(answers: Answers, at: number): number {
	const view = new DataView(answers.bytes().buffer);
	const whole = Math.round(answers.time() * 1_000) * 1_000;
	view.setUint32(at, whole % 0x1_0000_0000, true);
	view.setUint32(at + 4, Math.floor(whole / 0x1_0000_0000), true);
	return 0;
}

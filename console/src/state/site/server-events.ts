import { wire } from "./api.ts";
import type { Clock } from "./clock.ts";

/** Listens to events of the service until it is left; comes back by itself where the connection breaks. */
export function follow(path: string, on: Readonly<Record<string, (data: unknown) => void>>): () => void {
	if (!wire.listens) return () => undefined;
	const source = new EventSource(`/api/v1${path}`);
	for (const [kind, tell] of Object.entries(on))
		source.addEventListener(kind, (event) => tell(JSON.parse((event as MessageEvent<string>).data)));
	return () => source.close();
}

/**
 * Calls when something of some kinds happens, at most once in `milliseconds` and also after the last event. Calls
 * nothing any more once it is left.
 */
export function followOften(
	path: string,
	kinds: readonly string[],
	{ clock, milliseconds }: { readonly clock: Pick<Clock, "after">; readonly milliseconds: number },
	call: () => void,
): () => void {
	let cancel: (() => void) | undefined;
	const soon = () => {
		cancel ??= clock.after(milliseconds, () => {
			cancel = undefined;
			call();
		});
	};
	const stop = follow(path, Object.fromEntries(kinds.map((kind) => [kind, soon])));
	return () => {
		stop();
		cancel?.();
	};
}

import { wire } from "./api.ts";

/** Listens to events of the service until it is left; comes back by itself where the connection breaks. */
export function follow(path: string, on: Readonly<Record<string, (data: unknown) => void>>): () => void {
	if (!wire.listens) return () => undefined;
	const source = new EventSource(`/api/v1${path}`);
	for (const [kind, tell] of Object.entries(on))
		source.addEventListener(kind, (event) => tell(JSON.parse((event as MessageEvent<string>).data)));
	return () => source.close();
}

/** Calls at most once in so many milliseconds, the last time too. */
export function throttle(milliseconds: number, call: () => void): () => void {
	let waiting = false;
	return () => {
		if (waiting) return;
		waiting = true;
		setTimeout(() => {
			waiting = false;
			call();
		}, milliseconds);
	};
}

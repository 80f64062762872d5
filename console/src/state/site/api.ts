import { createClient } from "@markpen/client";

/** How calls leave the page, and who is told when the service no longer knows who is signed in. */
export const wire: { send: typeof fetch; onSignedOut: () => void; listens: boolean } = {
	send: (...call) => fetch(...call),
	onSignedOut: () => undefined,
	listens: typeof EventSource !== "undefined",
};

/** Calls of the service that served this page. */
export const api = createClient({
	base: "",
	fetch: (...call) => wire.send(...call),
	onAnswer(response) {
		if (response.status === 401 && !new URL(response.url || "/", location.origin).pathname.endsWith("/session"))
			wire.onSignedOut();
	},
});

import { createClient } from "@markpen/client";
import { ACCOUNT_HEADER } from "@markpen/contract";

/** The transport of API calls, with a callback for when the session has ended. */
export const wire: {
	send: typeof fetch;
	onSignedOut: () => void;
	listens: boolean;
	/** Who this page thinks is signed in. */
	accountId: () => string | undefined;
} = {
	send: (...call) => fetch(...call),
	onSignedOut: () => undefined,
	accountId: () => undefined,
	listens: typeof EventSource !== "undefined",
};

/** Calls of the service that served this page. */
export const api = createClient({
	base: "",
	fetch: (...call) => wire.send(...call),
	// Somebody else may have signed in in another tab: nothing of this page's may be carried out as theirs.
	headers(): Readonly<Record<string, string>> {
		const id = wire.accountId();
		return id === undefined ? {} : { [ACCOUNT_HEADER]: id };
	},
	onAnswer(response) {
		if (response.status === 401 && !new URL(response.url || "/", location.origin).pathname.endsWith("/session"))
			wire.onSignedOut();
	},
});

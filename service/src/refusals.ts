/** Everything the service refuses: a stable code, its status, and a sentence that a person can act on. */
const REFUSALS = {
	"signed-out": [401, "Signed out", "Sign in first; your session has ended or was never begun."],
	"wrong-passphrase": [401, "Wrong sign-in", "No account has this name and passphrase. Check the class code, the name and the passphrase on your card."],
	"other-origin": [403, "Another site", "This call came from a page of another site and was not carried out."],
	"not-for-you": [403, "Not for this account", "This account may not do this."],
	"not-found": [404, "Not found", "There is nothing here that this account can see."],
	"bad-request": [400, "Not as described", "Something in this call isn't as it should be; the errors say where."],
	"request-too-large": [413, "Too large", "This is more than the service takes in one call."],
	"source-too-large": [413, "Program too large", ""],
	"exercise-wrong": [422, "Exercise file not right", "The exercise file has errors; each is listed with its line."],
	"not-open-yet": [409, "Not open yet", "This assignment isn't open yet. Your program is kept in the editor."],
	closed: [409, "Closed", "This assignment is closed, so the program was not handed in. It is kept in the editor."],
	"no-tries-left": [409, "No tries left", "All tries of this assignment have been used. Your program is kept in the editor."],
	"archive-wrong": [422, "Archive not right", "The class archive can't be read; the errors say where."],
	"went-wrong": [500, "Something went wrong", "The service made a mistake. Nothing you did was lost; try again, and tell who runs it if it stays."],
} as const satisfies Readonly<Record<string, readonly [status: number, title: string, detail: string]>>;

export type RefusalCode = keyof typeof REFUSALS;

/** Thrown where a call is refused. A bug is any other error. */
export class Refusal extends Error {
	override readonly name = "Refusal";
	readonly code: RefusalCode;
	readonly status: number;
	readonly title: string;
	readonly errors: readonly { path: string; message: string }[] | undefined;

	/** @param detail what happened and what to do, where it depends on the call */
	constructor(code: RefusalCode, detail?: string, errors?: readonly { path: string; message: string }[]) {
		const [status, title, usual] = REFUSALS[code];
		super(detail ?? usual);
		this.code = code;
		this.status = status;
		this.title = title;
		this.errors = errors;
	}
}

/** Every code, for the docs' test. */
export const REFUSAL_CODES = Object.keys(REFUSALS) as RefusalCode[];

/** Everything the service refuses: a stable code, its status, and a sentence that a person can act on. */
const REFUSALS = {
	"signed-out": [401, "Signed out", "Sign in first; your session has ended or was never begun."],
	"wrong-passphrase": [
		401,
		"Wrong sign-in",
		"No account has this name and passphrase. Look at your card: class code, name and passphrase belong together. Your teacher can give you a new card.",
	],
	"too-many-failures": [
		429,
		"Too many wrong sign-ins",
		"There were too many wrong passphrases. Wait a little, then try again.",
	],
	"link-over": [
		403,
		"Set-up link not valid",
		"This set-up link has been used, or is older than 24 hours. Start the service again: it prints a new one.",
	],
	"too-many-calls": [
		429,
		"Too many calls at once",
		"This is still being done for you from before. Wait until it is over.",
	],
	"change-passphrase": [
		403,
		"Passphrase for one sign-in",
		"This passphrase was for one sign-in. Choose one of your own first.",
	],
	"token-reads": [403, "Token for reading", "This token may only read. Make one that may write."],
	"other-origin": [403, "Another site", "This call came from a page of another site and was not carried out."],
	"not-for-you": [403, "Not for this account", "This account may not do this."],
	covering: [
		403,
		"Covering only",
		"You cover this class: you can look and hand files in for it. Its own teachers change and release.",
	],
	"language-not-taken": [
		400,
		"Another language",
		"This exercise isn't done in that language. Its page says which ones it takes.",
	],
	busy: [503, "Busy", "The service has too much to do for this just now, so it was not done. Try again in a moment."],
	"no-database": [
		503,
		"Not reachable",
		"The service can't reach its database just now, so this was not done, or it isn't known whether it was. Try again in a moment.",
	],
	"too-costly": [422, "Too costly", ""],
	"not-found": [404, "Not found", "There is nothing here that this account can see."],
	"bad-request": [400, "Not as described", "Something in this call isn't as it should be; the errors say where."],
	"request-too-large": [413, "Too large", "This is more than the service takes in one call."],
	"source-too-large": [413, "Program too large", ""],
	"revision-missing": [
		428,
		"Revision missing",
		"Say by If-Match which revision you change; the ETag of what you read tells it.",
	],
	"changed-since": [
		412,
		"Changed since",
		"This was changed since you read it, and your change was not made. Read it again and decide which holds.",
	],
	taken: [409, "Taken", "This name is taken already."],
	"exercise-wrong": [422, "Exercise file not right", "The exercise file has errors; each is listed with its line."],
	"exercise-unknown": [422, "Exercise not here", "The site has no published exercise of this id."],
	"not-open-yet": [409, "Not open yet", "This assignment isn't open yet. Your program is kept in the editor."],
	closed: [409, "Closed", "This assignment is closed, so the program was not handed in. It is kept in the editor."],
	"late-refused": [
		409,
		"Too late",
		"It was due before now, and what is late isn't taken here. The program is kept in the editor; ask your teacher.",
	],
	"no-tries-left": [
		409,
		"No tries left",
		"All tries of this assignment have been used. Your program is kept in the editor.",
	],
	"class-closed": [409, "Class closed", "This class is closed. Everything in it is kept; open it again to change it."],
	"handed-in": [409, "Something is handed in", "Students have handed in to this already, so it stays."],
	"last-teacher": [
		409,
		"Last teacher",
		"A class has one teacher of its own at the least. Give it to somebody else first.",
	],
	"not-this-way": [409, "Not possible now", ""],
	"points-wrong": [422, "Points not possible", ""],
	"archive-wrong": [422, "Archive not right", "The class archive can't be read; the errors say where."],
	"file-wrong": [422, "File not right", "The file can't be read."],
	"went-wrong": [
		500,
		"Something went wrong",
		"The service made a mistake, and this may not have been done. Try again, and tell who runs it if it stays.",
	],
} as const satisfies Readonly<Record<string, readonly [status: number, title: string, detail: string]>>;

export type RefusalCode = keyof typeof REFUSALS;

/** Thrown where a call is refused. A bug is any other error. */
export class Refusal extends Error {
	override readonly name = "Refusal";
	readonly code: RefusalCode;
	readonly status: number;
	readonly title: string;
	readonly errors: readonly { path: string; message: string }[] | undefined;
	/** Seconds after which the call may be made again. */
	readonly wait: number | undefined;

	/** @param detail what happened and what to do, where it depends on the call */
	constructor(
		code: RefusalCode,
		detail?: string,
		errors?: readonly { path: string; message: string }[],
		wait?: number,
	) {
		const [status, title, usual] = REFUSALS[code];
		super(detail ?? usual);
		this.code = code;
		this.status = status;
		this.title = title;
		this.errors = errors;
		this.wait = wait;
	}
}

/** Every code with its status and usual sentence, for the docs. */
export const REFUSAL_TABLE: Readonly<Record<string, readonly [status: number, title: string, detail: string]>> =
	REFUSALS;

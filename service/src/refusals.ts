/** All refusals of the service: a stable code, its HTTP status, and a sentence that says what to do. */
const REFUSALS = {
	"signed-out": [401, "Signed out", "You are signed out. Sign in first."],
	"wrong-passphrase": [
		401,
		"Wrong sign-in",
		"Wrong name or passphrase. Students: check the class code, name and passphrase on your card. Your teacher can give you a new card.",
	],
	"too-many-failures": [
		429,
		"Too many wrong sign-ins",
		"Too many wrong passphrases. Wait a few minutes, then try again.",
	],
	"link-over": [
		403,
		"Set-up link not valid",
		"This set-up link was used or is older than 24 hours. Restart the service to get a new link.",
	],
	"too-many-calls": [
		429,
		"Too many calls at once",
		"The service is still working on your last request. Wait until it is done.",
	],
	"change-passphrase": [
		403,
		"One-time passphrase",
		"This was a one-time passphrase. Choose your own passphrase first.",
	],
	"token-reads": [403, "Read-only token", "This token is read-only. Make a token with write access."],
	"other-origin": [403, "Another site", "This call came from another site's page and was refused."],
	"not-for-you": [403, "Not allowed", "Your account isn't allowed to do this."],
	covering: [
		403,
		"Covering only",
		"You cover this class. You can view it and upload files, but only its own teachers can change or release work.",
	],
	"language-not-taken": [
		400,
		"Another language",
		"This exercise doesn't accept that language. Its page lists the accepted languages.",
	],
	busy: [503, "Busy", "The service is busy. Nothing was done. Try again in a moment."],
	"no-database": [
		503,
		"Not reachable",
		"The service can't reach its database. This may not have been saved. Try again in a moment.",
	],
	"too-costly": [422, "Too costly", ""],
	"not-found": [404, "Not found", "Nothing found here for your account."],
	"bad-request": [400, "Not valid", "This call isn't valid; the errors say where."],
	"request-too-large": [413, "Too large", "This is too large for one call."],
	"source-too-large": [413, "Program too large", ""],
	"revision-missing": [
		428,
		"Revision missing",
		"Send the revision in If-Match. The ETag header of your last read has it.",
	],
	"changed-since": [
		412,
		"Changed since",
		"Someone changed this since you read it, so your change wasn't saved. Read it again and choose a version.",
	],
	taken: [409, "Taken", "This name is already taken."],
	"exercise-wrong": [422, "Exercise file not valid", "The exercise file has errors; each is listed with its line."],
	"exercise-unknown": [422, "Exercise not found", "The site has no published exercise with this id."],
	"not-open-yet": [409, "Not open yet", "This assignment isn't open yet. Your program stays in the editor."],
	closed: [409, "Closed", "This assignment is closed. The program wasn't handed in; it stays in the editor."],
	"late-refused": [
		409,
		"Too late",
		"The due date has passed and late work isn't accepted. Ask your teacher; your program stays in the editor.",
	],
	"no-tries-left": [409, "No tries left", "You have used all your tries. Your program stays in the editor."],
	"class-closed": [409, "Class closed", "This class is closed. Reopen it to change anything."],
	"class-open": [409, "Class not closed", "Only a closed class can be archived. Close it first."],
	"class-archived": [
		409,
		"Class archived",
		"This class is archived. An administrator can put it back on the page Account.",
	],
	"handed-in": [409, "Work is handed in", "Students have already handed in work, so this can't be deleted."],
	"last-teacher": [409, "Last teacher", "A class needs at least one teacher. Share it with another teacher first."],
	"not-this-way": [409, "Not possible now", ""],
	"points-wrong": [422, "Points not valid", ""],
	"archive-wrong": [422, "Archive not valid", "The class archive can't be read; the errors say where."],
	"file-wrong": [422, "File not valid", "The file can't be read."],
	"went-wrong": [
		500,
		"Something went wrong",
		"The service failed, and this may not have been saved. Try again. If it fails again, tell the administrator.",
	],
} as const satisfies Readonly<Record<string, readonly [status: number, title: string, detail: string]>>;

export type RefusalCode = keyof typeof REFUSALS;

/** Thrown to refuse a call. Any other error is a bug. */
export class Refusal extends Error {
	override readonly name = "Refusal";
	readonly code: RefusalCode;
	readonly status: number;
	readonly title: string;
	readonly errors: readonly { path: string; message: string }[] | undefined;
	/** Seconds until the call may be repeated. */
	readonly wait: number | undefined;

	/** @param detail what happened and what to do, if it depends on the call */
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

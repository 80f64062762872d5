/** A call that can't be carried out as it was made: exit code 2, and a sentence that says what to do. */
export class WrongCall extends Error {
	override readonly name = "WrongCall";
}

/** Exit codes that scripts can use. */
export const EXIT = Object.freeze({ met: 0, missed: 1, wrongCall: 2, unreachable: 3 });

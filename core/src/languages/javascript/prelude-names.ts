/** The variable that programs set to the number of the place they have got to. */
export const PLACE = "\u01c3place";

/** Helpers that instrumented programs call; they are there beside {@link PLACE}. */
export const HELPERS = Object.freeze({
	/** Holds a value while the place is set. */
	temporary: "\u01c3value",
	call: "\u01c3call",
	callEnd: "\u01c3end",
	watch: "\u01c3watch",
});

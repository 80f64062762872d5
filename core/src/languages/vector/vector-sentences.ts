/** What is said of drawings that are made of paths, whatever their language. */
export const VECTOR_SENTENCES = {
	"drawn-too-far": () => "This line draws something too large or too far away to be recorded.",
} as const;

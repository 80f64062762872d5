/** What is said of drawings that are made of paths, whatever their language. */
export const VECTOR_SENTENCES = {
	"drawn-too-far": () => "What this line draws lies too far away, or is too large, to be recorded.",
} as const;

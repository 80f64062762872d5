/** A student's answers to questions, by criterion id, with the time. */
export type Answers = Record<string, { words: string; when: "before running" | "after running" }>;

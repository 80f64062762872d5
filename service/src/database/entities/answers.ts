/** A student's words to questions, by the criterion's id, with the moment they were given. */
export type Answers = Record<string, { words: string; when: "before running" | "after running" }>;

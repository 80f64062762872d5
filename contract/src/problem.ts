import { z } from "zod";

/** A refusal as RFC 9457 has it, with the path of each bad field. */
export const problem = z.object({
	type: z.string().describe("A stable name of the problem, as a path: /problems/wrong-passphrase"),
	title: z.string(),
	status: z.int(),
	detail: z.string().describe("What happened and what to do, in a sentence"),
	errors: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
});
export type Problem = z.infer<typeof problem>;

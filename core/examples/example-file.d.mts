import type { Submission } from "../src/marking/scene.ts";

/** An example of core/examples/checks.yaml. */
export interface CheckExample {
	readonly check: string;
	readonly option: string;
	readonly criterion: string;
	readonly figures: string;
	readonly file?: string;
	readonly met: string;
	readonly missed: string;
	readonly brought?: Submission;
	readonly "brought missed"?: Submission;
	readonly asks: string;
	readonly says: string;
}

export function exampleFile(example: Pick<CheckExample, "check" | "criterion" | "figures" | "file">): string;

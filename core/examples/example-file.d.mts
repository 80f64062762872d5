import type { Submission } from "../src/marking/scene.ts";

/** What comes with an example's program; its programs are in Nib. */
export interface Brought extends Omit<Submission, "lastTry" | "earlier"> {
	readonly lastTry?: string;
	readonly earlier?: Readonly<Record<string, string>>;
}

/** An example of core/examples/checks.yaml. */
export interface CheckExample {
	readonly check: string;
	readonly option: string;
	readonly criterion: string;
	readonly figures: string;
	readonly file?: string;
	readonly met: string;
	readonly missed: string;
	readonly brought?: Brought;
	readonly "brought missed"?: Brought;
	readonly asks: string;
	readonly says: string;
}

export function exampleFile(example: Pick<CheckExample, "check" | "criterion" | "figures" | "file">): string;

export function broughtWith(brought?: Brought): Submission;

import type { Problem } from "../problem.ts";

/** Thrown inside the reader to leave a line; never leaves `nib/`. */
export class Unreadable extends Error {
	override readonly name = "Unreadable";
	readonly problem: Problem;
	constructor(problem: Problem) {
		super(problem.code);
		this.problem = problem;
	}
}

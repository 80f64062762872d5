import type { DrawNode, Step } from "../../nib/tree.ts";
import type { Sheet } from "../../tape/layout.ts";
import type { Free } from "../../trial-report.ts";

/** What alterations need to know of the exercise. */
export interface World {
	readonly sheet: Sheet;
	/** How far a place is moved so that it surely isn't met any more. */
	readonly far: number;
}

/** One way of getting a program wrong. */
export interface Alteration {
	readonly id: string;
	/** What it changes: an exercise that leaves this free needn't notice it. */
	readonly changes: readonly Free[];
	/** What may stand in the place of a statement: nothing where it can't be got wrong in this way. */
	readonly step?: (step: Step, world: World) => readonly (readonly Step[])[];
	/** What may stand in the place of two statements that follow one another. */
	readonly pair?: (first: Step, second: Step, world: World) => readonly Step[] | undefined;
	/** What may stand in the place of the whole program. */
	readonly whole?: (steps: readonly Step[], world: World) => readonly (readonly Step[])[];
}

/** For statements that draw or set something. */
export function onDraw(
	change: (step: DrawNode, world: World) => Step | readonly Step[] | undefined,
): NonNullable<Alteration["step"]> {
	return (step, world) => {
		if (step.node !== "draw") return [];
		const changed = change(step, world);
		return changed === undefined ? [] : [Array.isArray(changed) ? changed : [changed as Step]];
	};
}

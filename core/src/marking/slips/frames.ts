import { everyStep, type Step } from "../../nib/tree.ts";
import { Motion } from "../motion.ts";
import type { Program } from "../source/program.ts";
import type { SlipContext } from "./slip-context.ts";

/** What moves in the model, beside what was taken for it. */
export interface Moving {
	readonly own: Motion;
	readonly model: Motion;
	/** Whether it begins as it should. */
	readonly right: boolean;
}

/** The figures that move in the model, each with the motion of the one that was taken for it. */
export function motions(look: SlipContext): Moving[] {
	if (look.model.framesAsked === 0) return [];
	return look.pairs
		.map((pair) => ({
			own: Motion.of(pair.found, look.own),
			model: Motion.of(pair.wanted, look.model),
			right: look.isPlaced(pair) && look.isSized(pair),
		}))
		.filter(({ model }) => model.farthest() > look.position);
}

/** Whether something that should move stays where it is, or stays where its first step took it. */
export function isStuck({ own }: Moving): boolean {
	const later = own.steps().slice(1);
	return own.farthest() < 0.5 || (later.length > 1 && later.every(({ dx, dy }) => Math.abs(dx) + Math.abs(dy) < 0.05));
}

/** The statements inside the frames' block. */
export function frameSteps({ steps }: Program): Step[] {
	return steps.flatMap((s) => (s.node === "frames" ? [...everyStep(s.body)] : []));
}

/**
 * What turns round elsewhere than in the model: how far it went beyond, or below 0 if it turned too early, and half
 * its width along its way.
 */
export function turning(look: SlipContext): (Moving & { readonly half: number; readonly late: number })[] {
	return motions(look).flatMap((moving) => {
		if (!moving.right) return [];
		const [mine, theirs] = [moving.own.turns()[0], moving.model.turns()[0]];
		if (!mine || !theirs) return [];
		const along =
			Math.abs(theirs.centre[0] - (moving.model.first?.centre[0] ?? 0)) >=
			Math.abs(theirs.centre[1] - (moving.model.first?.centre[1] ?? 0))
				? 0
				: 1;
		const way = Math.sign(theirs.centre[along] - (moving.model.first?.centre[along] ?? 0));
		const late = way * (mine.centre[along] - theirs.centre[along]);
		return Math.abs(late) > Math.max(moving.own.usualStep() * 1.5, look.position)
			? [{ ...moving, late, half: (along === 0 ? theirs.width : theirs.height) / 2 }]
			: [];
	});
}

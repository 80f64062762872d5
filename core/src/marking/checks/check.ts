import type { z } from "zod";
import type { Figure } from "../../figures/figure.ts";
import type { Aspect } from "../aspects.ts";
import type { Common, Data, FigureRef, Finding, Judgement } from "../criterion.ts";
import { grouped, membersOf } from "../group.ts";
import type { Judging, Scene, Subject } from "../scene.ts";
import type { StatedProperties } from "../stated-properties.ts";
import { subjectsOf } from "../subjects.ts";

export { nameOf } from "../subject-names.ts";

/** A check: its options, whether it only forbids, and how it is judged. */
export interface Check<
	O extends Common = Common,
	F extends Finding = Finding,
	N extends string = string,
	S extends Data = Data,
> {
	readonly name: N;
	/** The subject of the check, as a heading for people; the check's name is for files. */
	readonly topic: string;
	/** Options beside those that every criterion has. */
	readonly options: z.ZodRawShape;
	/** A criterion of it as a file has it, which errors show. */
	readonly example: string;
	/** Which options must be there, and which go together; a sentence where a criterion breaks it. */
	readonly needs?: (options: O) => string | undefined;
	/** Whether it only forbids something: it then counts only once half of the other points are earned. */
	readonly forbids: (options: O) => boolean;
	readonly judge: (options: O, scene: Scene, judging: Judging) => Judgement<F>;
	/** The aspects of a drawing or program that it looks at. */
	readonly about: (options: O) => readonly Aspect[];
	/** Whether it looks at the program or at whole runs, so that no moment is chosen. */
	readonly timeless?: true;
	/** What it tells of the wanted figures' places and sizes, for finding them. */
	readonly states?: (options: O) => Partial<StatedProperties>;
	/** The wanted figures that its own options refer to. */
	readonly names?: (options: O) => readonly (FigureRef | undefined)[];
	/** The criteria that its own options refer to. */
	readonly ids?: (options: O) => readonly string[];
	/** What the criterion's own sentence is made of. */
	readonly says: (options: O) => S;
}

/**
 * A check of its options and findings; its name and what its sentence is made of are read off it, so that
 * `words/criteria.ts` can't lack a sentence or misspell what it is made of.
 */
export function defineCheck<O extends Common, F extends Finding>() {
	return <const N extends string, S extends Data>(check: Check<O, F, N, S>): Check<O, F, N, S> => Object.freeze(check);
}

/** The subjects of a criterion; `for: together` takes the figures of each as one. */
export function askedSubjects(o: Common, scene: Scene): Subject[] {
	const subjects = subjectsOf(scene, o.of);
	if (o.for !== "together") return subjects;
	return subjects.map(({ name, figures }) => {
		const one = figures.length === 0 ? [] : [grouped(figures)];
		return { name, wanted: 1, figures: one, slots: one.length > 0 ? one : [undefined] };
	});
}

/** Checks every subject of a criterion. @param asked number of findings per figure */
export function eachFigure<F extends Finding>(
	o: Common,
	scene: Scene,
	asked: number,
	ask: (figure: Figure, subject: Subject) => readonly F[],
): Judgement<F> {
	const subjects = askedSubjects(o, scene);
	const figures = subjects.flatMap((s) => s.figures);
	const findings = subjects.flatMap((subject) => subject.figures.flatMap((figure) => ask(figure, subject)));
	const wanted = subjects.reduce((sum, s) => sum + s.wanted, 0);
	return judgementOf(o, findings, {
		all: wanted * asked,
		figures: figures.flatMap(membersOf),
		wanted,
		missing: figures.length === 0,
	});
}

/** What some findings were looked for in. */
interface Judged {
	/** How many findings there would be if nothing were missing: as many as there are where it is left out. */
	readonly all?: number;
	/** The figures that were looked at, by index. */
	readonly figures: readonly number[];
	/** How many figures the criterion wants, where it wants a number of them. */
	readonly wanted?: number | undefined;
	/** Whether there is nothing to judge: where it is left out, when there are no findings. */
	readonly missing?: boolean;
}

/** Findings with the part of them that is met. */
export function judgementOf<F extends Finding>(
	o: Common,
	findings: readonly F[],
	{ all = 0, figures, wanted, missing = findings.length === 0 }: Judged,
): Judgement<F> {
	const met = findings.filter((f) => f.met).length;
	const of = Math.max(all, findings.length);
	const share = o.for === "any" ? Math.min(1, met) : of === 0 ? 0 : met / of;
	return {
		findings,
		share,
		figures: [...new Set(figures)],
		...(wanted !== undefined && { wanted }),
		...(missing && { missing: true }),
	};
}

/** One thing that is either so or not, with no figure of its own. */
export function single<C extends string, D extends Data>(
	met: boolean,
	code: C,
	data: D,
): Judgement<{ readonly met: boolean; readonly code: C; readonly data: D }> {
	return { findings: [{ met, code, data }], share: met ? 1 : 0, figures: [] };
}

/** "rounded rect": a figure's kind for sentences. */
export function kindWords(figure: Figure | undefined): string {
	return (figure?.kinds[0] ?? "figure").replaceAll("-", " ");
}

import type { z } from "zod";
import type { Common, Data, Judgement } from "../criterion.ts";
import type { Stated } from "../matching.ts";
import type { Scene } from "../scene.ts";

/** A check: its options, whether it only forbids, and how it is judged. */
export interface Check<O extends Common = Common> {
	readonly name: string;
	/** Options beside those that every criterion has. */
	readonly options: z.ZodRawShape;
	/** Whether it only forbids: it then counts once half of what is asked for is earned. */
	readonly forbids: (options: O) => boolean;
	readonly judge: (options: O, scene: Scene) => Judgement;
	/** What it tells of the wanted figures' places and sizes, for finding them. */
	readonly states?: (options: O) => Partial<Stated>;
	/** What the criterion's own sentence is made of. */
	readonly says: (options: O) => { readonly code: string; readonly data: Data };
}

/** The name of a criterion's subject for sentences. */
export function nameOf(of: Common["of"]): string {
	if (of === undefined || of === "everything" || of === "run") return "everything";
	if (typeof of === "string") return of;
	if (Array.isArray(of)) return of.join(" and ");
	const kind = of.kind === undefined ? "figure" : [of.kind].flat().join(" or ");
	return [of.fill, of.sides === undefined ? undefined : `${of.sides}-sided`, kind.replaceAll("-", " ")].filter(Boolean).join(" ");
}

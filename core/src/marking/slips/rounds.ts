import { loopsIn } from "../source/asked.ts";
import type { SlipContext } from "./slip-context.ts";

/** A loop of the program that makes one pass fewer, or more, than one of the model's. */
export function roundsOff(
	look: SlipContext,
	by: -1 | 1,
): { readonly line: number; readonly own: number; readonly wanted: number } | undefined {
	const rounds = (of: SlipContext["own"]) =>
		loopsIn(of.program, "anywhere", []).flatMap((l) =>
			l.rounds === undefined ? [] : [{ line: l.line, rounds: l.rounds }],
		);
	const own = rounds(look.own);
	const wanted = rounds(look.model).filter((m) => m.rounds >= 3 && !own.some((o) => o.rounds === m.rounds));
	for (const m of wanted) {
		const off = own.find((o) => o.rounds === m.rounds + by);
		if (off) return { line: off.line, own: off.rounds, wanted: m.rounds };
	}
	return undefined;
}

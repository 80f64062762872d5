import { valueText } from "../../nib/source-of.ts";
import { everyStep, everyValue, valuesOf } from "../../nib/tree.ts";
import { type Slip, word } from "./slip.ts";

/** Two random values were drawn where one was to be kept and used twice. */
export const lotDrawnTwice: Slip = {
	id: "lot-drawn-twice",
	about: ["source", "place", "size"],
	tries(look) {
		const calls = new Map<string, number[]>();
		for (const step of everyStep(look.own.program.steps)) {
			for (const value of valuesOf(step)) {
				for (const part of everyValue(value)) {
					if (part.node !== "call" || (part.name !== "random" && part.name !== "choose")) continue;
					const text = valueText(part);
					calls.set(text, [...(calls.get(text) ?? []), part.place.line]);
				}
			}
		}
		const model = look.model.program.source.match(/\b(random|choose)\s*\(/g)?.length ?? 0;
		const twice = [...calls].filter(([, lines]) => lines.length > 1);
		const own = [...calls.values()].flat().length;
		if (twice.length === 0 || model === 0 || own <= model) return [];
		const [text, lines] = twice[0] as [string, number[]];
		return [
			{ lines: [...new Set(lines)], figures: [], claims: ["lot"], evidence: [word("written", text, text)], data: {} },
		];
	},
};

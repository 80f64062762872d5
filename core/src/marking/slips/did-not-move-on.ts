import { number, point, type Slip } from "./slip.ts";

/** Figures that should stand apart were drawn in one place. */
export const didNotMoveOn: Slip = {
	id: "did-not-move-on",
	about: ["place", "number"],
	tries(look) {
		const all = look.scene.drawing.figures;
		const groups = look.rows(2).map(({ name, found, wanted }) => ({ name, found, wanted }));
		for (const [name, { slots, selector }] of look.modelScene.matches) {
			// Where they lie on one another they may count as twins that were taken for nothing.
			const wanted = slots.filter((f) => f !== undefined);
			const found = all.filter((f) => look.scene.selection.meets(f, selector));
			if (wanted.length >= 2 && found.length >= wanted.length && !groups.some((g) => g.name === name))
				groups.push({ name, found, wanted });
		}
		// Walked again and again without moving between, they are one figure that is gone over.
		const over = [...look.modelScene.matches].flatMap(([name, { slots }]) => {
			const own = (look.scene.matches.get(name)?.slots ?? []).filter((f) => f !== undefined);
			const wanted = slots.filter((f) => f !== undefined).length;
			const again = own.find((f) => f.overdrawn >= wanted - own.length - 0.01);
			return wanted >= 2 && own.length < wanted && again && again.overdrawn >= 0.99 ? [{ name, again }] : [];
		});
		if (over.length > 0)
			return over.map(({ name, again }) => ({
				lines: again.lines,
				figures: [again.index],
				claims: [`place ${again.index}`, `shape ${again.index}`, `number ${name}`, `twice ${again.index}`],
				evidence: [number("times in one place", 1 + again.overdrawn, 1 + again.overdrawn)],
				data: {},
			}));
		return groups.flatMap(({ name, found, wanted }) => {
			const [first, second] = wanted;
			if (!first || !second || wanted.every((w, i) => i === 0 || look.near(w.centre, first.centre, 2))) return [];
			const here = found[0];
			const starts = wanted.every((w) => look.near(w.start, first.start, 2));
			const together = here
				? found.filter(
						(f) =>
							look.near(f.centre, here.centre) ||
							(!starts && f.facing !== null && look.near(f.start, here.start) && f.kinds[0] === here.kinds[0]),
					)
				: [];
			if (together.length < Math.max(2, Math.ceil(found.length * 0.8)) || !here) return [];
			return [
				{
					lines: [...new Set(together.flatMap((f) => f.lines))].sort((a, b) => a - b),
					figures: together.map((f) => f.index),
					claims: [
						...together.flatMap((f) => [`place ${f.index}`, `extra ${f.index}`]),
						`number ${name}`,
						...together.flatMap((f) => [
							`shape ${f.index}`,
							`twice ${f.index}`,
							`turn ${f.index}`,
							`fill ${f.index}`,
							`outline ${f.index}`,
						]),
					],
					evidence: together.slice(1, 3).map((f) => point("middle", here.centre, f.centre)),
					data: {},
				},
			];
		});
	},
};

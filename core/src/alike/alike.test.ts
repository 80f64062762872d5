import { readFileSync } from "node:fs";
import { expect, test } from "vitest";
import { readExercise } from "../exercise/read.ts";
import type { ExerciseFile } from "../exercise/schema.ts";
import { inNib } from "../test-marking.ts";
import { alikePairs } from "./alike.ts";

function exercise(id: string, more = ""): ExerciseFile {
	const reading = readExercise(
		readFileSync(new URL(`../../../demo/exercises/${id}.exercise.yaml`, import.meta.url), "utf8") + more,
	);
	if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
	return reading.exercise;
}

/** Numbers from a seed (Park and Miller 1988). */
function dice(seed: number): (below: number) => number {
	let state = seed * 7919 + 1;
	return (below) => {
		state = (state * 48_271) % 2_147_483_647;
		return state % below;
	};
}

const COLOURS = "tan gold tomato navy teal crimson orchid khaki sienna plum salmon olive indigo coral peru".split(" ");

/** A harbour as a student might draw it: a few things in an individual order and style. */
function scene(seed: number): string {
	const roll = dice(seed);
	const colour = () => COLOURS[roll(COLOURS.length)] as string;
	const n = (low: number, high: number) => low + roll(high - low);
	const things: (() => string)[] = [
		() => `fill ${colour()}\nrect corner ${n(0, 300)}, ${n(60, 200)} size ${n(20, 90)}, ${n(20, 70)}`,
		() =>
			`fill ${colour()}\npen none\npolygon at [${n(0, 90)}, 200], [${n(100, 190)}, 200], [${n(60, 120)}, ${n(90, 180)}]`,
		() =>
			`pen colour ${colour()} width ${n(2, 7)}\nline from ${n(0, 200)}, ${n(0, 300)} to ${n(200, 400)}, ${n(0, 300)}`,
		() =>
			`for k from 0 to ${n(2, 6)}\n  rect corner ${n(10, 60)} + ${n(30, 60)} * k, ${n(100, 250)} size ${n(8, 25)}, ${n(10, 40)}\nend`,
		() =>
			`fill none\npen colour ${colour()} width ${n(5, 9)}\ncircle centre ${n(50, 400)}, ${n(30, 120)} radius ${n(12, 40)}`,
		() =>
			`pen up\ngo to ${n(20, 400)}, ${n(100, 300)}\npen down colour ${colour()} width 2\nrepeat ${n(3, 6)}\n  walk ${n(20, 60)}\n  turn left ${n(40, 120)}\nend`,
		() => `fill ${colour()}\nellipse centre ${n(50, 400)}, ${n(50, 250)} size ${n(20, 90)}, ${n(10, 50)}`,
		() => `text "${colour()}" at ${n(10, 300)}, ${n(200, 310)} size ${n(12, 30)}`,
		() =>
			`let y = ${n(200, 280)}\nwhile y < ${n(285, 318)}\n  line from 0, y to ${n(300, 480)}, y\n  y = y + ${n(5, 12)}\nend`,
		() => `star points ${n(5, 9)} centre ${n(50, 400)}, ${n(30, 90)} radius ${n(15, 40)} inner ${n(4, 12)}`,
		() => `arc centre ${n(50, 400)}, ${n(50, 200)} radius ${n(10, 50)} from ${n(0, 90)} to ${n(100, 340)}`,
		() =>
			`fill ${colour()}\npen colour ${colour()} width 3\nrect centre ${n(60, 400)}, ${n(60, 250)} size ${n(30, 90)}, ${n(20, 60)} round ${n(2, 9)}`,
	];
	const chosen = Array.from({ length: 9 + roll(5) }, () => things[roll(things.length)] as () => string);
	const names = new Set<string>();
	const declared = () => {
		const again = names.has("y");
		names.add("y");
		return again ? "y" : "let y";
	};
	const parts = chosen.map((make) => make().replaceAll(/\blet y\b/g, declared));
	return [`paper ${colour()}`, ...parts].join("\n");
}

const renamed = (source: string) => source.replaceAll(/\b([ky])\b/g, "$1_of_mine").replace(/^/, "-- all mine\n");
const renumbered = (source: string) => source.replaceAll(/\b(\d\d+)\b/g, (v) => String(Number(v) + 3));
/** Runs of a setting and what is drawn with it, the last first. */
function reordered(source: string): string {
	const [paper, ...rest] = source.split("\n") as [string, ...string[]];
	const parts: string[] = [];
	let open: string[] = [];
	let depth = 0;
	for (const line of rest) {
		open.push(line);
		if (/^(for|while|repeat)/.test(line)) depth++;
		if (line === "end") depth--;
		const setting = /^\s*(fill|pen|let|go|y =)/.test(line);
		if (depth > 0 || setting) continue;
		parts.push(open.join("\n"));
		open = [];
	}
	const kept = parts.filter((p) => /let y|y = |while y/.test(p));
	return [paper, ...kept, ...parts.filter((p) => !kept.includes(p)).reverse(), ...open].join("\n");
}
function unrolled(source: string): string {
	return source.replaceAll(/for k from 0 to (\d+)\n((?: {2}.*\n)+)end/g, (_, last: string, body: string) =>
		Array.from({ length: Number(last) + 1 }, (__, k) =>
			body.replaceAll(/\bk\b/g, String(k)).replaceAll(/^ {2}/gm, "").trimEnd(),
		).join("\n"),
	);
}

test("in a class of thirty with ten copies all ten are found, and at most one other pair", () => {
	const honest = Array.from({ length: 20 }, (_, i) => scene(i + 1));
	const ways = [renamed, renumbered, reordered, unrolled];
	const copies = Array.from({ length: 10 }, (_, i) => (ways[i % 4] as (s: string) => string)(honest[i * 2] as string));
	const pairs = alikePairs([...honest, ...copies].map(inNib), exercise("harbour-scene"));
	const listed = new Set(pairs.map((p) => `${p.one} ${p.other}`));
	expect(Array.from({ length: 10 }, (_, i) => `${i * 2} ${20 + i}`).filter((pair) => !listed.has(pair))).toEqual([]);
	expect(pairs.length - 10).toBeLessThanOrEqual(1);
});

test("what was given out never counts", () => {
	const given = scene(50);
	const own = Array.from(
		{ length: 8 },
		(_, i) => `${given}\nfill ${COLOURS[i]}\ncircle centre ${20 * i + 30}, 40 radius ${10 + i}`,
	);
	const plain = exercise("harbour-scene");
	expect(alikePairs(own.map(inNib), { ...plain, starter: given })).toEqual([]);
});

test("short programs that all go about it in the one way there is aren't listed", () => {
	const own = [36, 36, 36, 36, 36].map(
		(w, i) =>
			`paper ${["azure", "ivory", "lightcyan", "lavender", "linen"][i]}\nfor i from 0 to 6\n  rect corner 30 + i * 60, 90 size ${w}, 150\nend`,
	);
	expect(alikePairs(own.map(inNib), exercise("pier-planks"))).toEqual([]);
});

test("programs that can't be read, and empty ones, are alike to nobody", () => {
	expect(alikePairs(["", "", "circl 5", "circl 5"].map(inNib), exercise("pier-planks"))).toEqual([]);
});

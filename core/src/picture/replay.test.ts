import { describe, expect, test } from "vitest";
import { tapeOf } from "../draw.ts";
import { pictureOf } from "./picture.ts";
import { type Replay, replayOf } from "./replay.ts";

function replay(source: string): Replay {
	const tape = tapeOf(source);
	if (!tape) throw new Error("it can't be read");
	return replayOf(tape);
}
const rowsOf = ({ pen, rows }: Replay) =>
	Array.from({ length: rows }, (_, i) => [...pen.slice(3 * i, 3 * i + 3)].map(Math.round));

describe("the pen in a replay", () => {
	test("is at the centre of the sheet until it moves, wherever the origin is", () => {
		const still = "fill red\ncircle centre 10, 10 radius 5\nwalk 20\n";
		expect(rowsOf(replay(still))).toEqual([
			[200, 150, 0],
			[220, 150, 0],
		]);
		expect(rowsOf(replay(`sheet 400, 300 origin centre\n${still}`))).toEqual([
			[200, 150, 0],
			[220, 150, 0],
		]);
		// A picture's y grows downwards.
		expect(rowsOf(replay("sheet 400, 300 origin bottom left\nface 90\nwalk 20\n")).at(-1)).toEqual([200, 130, 90]);
	});

	test("goes and turns with each row, and faces as it was turned", () => {
		expect(
			rowsOf(
				replay("walk 20\nturn left 90\nwalk 10\nface 180\npen up\ngo to 5, 6\ncurve left radius 10 sweep 90\n"),
			).map((r) => r[2]),
		).toEqual([0, 90, 90, 180, 180, 180, 270]);
	});

	test("stays where it is while a picture is laid, whatever was walked in that", () => {
		const laid = replay(
			"walk 20\nturn left 45\npicture p size 40, 40\n  walk 10\n  turn left 90\n  walk 10\nend\nlay p at 100, 100\nwalk 30\n",
		);
		const rows = rowsOf(laid);
		expect(rows.slice(1, -1).every((r) => r.join() === "220,150,45")).toBe(true);
		expect(rows.at(-1)).toEqual([241, 129, 45]);
	});

	test("shows unless the program hides it, and again once it lets it be seen", () => {
		const { shown, lines } = replay("walk 5\ncursor off\nwalk 5\nwalk 5\ncursor on\nwalk 5\n");
		expect([...lines].map((line, i) => [line, shown[i]])).toEqual([
			[1, 1],
			[2, 0],
			[3, 0],
			[4, 0],
			[5, 1],
			[6, 1],
		]);
	});
});

test("pauses have their rows and seconds, in loops and frames too", () => {
	const { pauses, lines, frames } = replay(
		"walk 5\npause 0.5\nrepeat 2\n  walk 5\n  pause 2\nend\neach frame\n  walk 1\n  pause 0\n  if frame.number == 2\n    break\n  end\nend\n",
	);
	expect(pauses.map(({ row, seconds }) => [lines[row], frames[row], seconds])).toEqual([
		[2, 0, 0.5],
		[5, 0, 2],
		[5, 0, 2],
		[9, 1, 0],
		[9, 2, 0],
	]);
});

test("at its end it shows what the picture shows", () => {
	const source =
		"paper lightblue\nfill red\ncircle centre 60, 60 radius 20\nrepeat 4\n  walk 50\n  turn left 90\nend\nwipe\npen colour navy\nwalk 10\n";
	const tape = tapeOf(source) as NonNullable<ReturnType<typeof tapeOf>>;
	const { shapes, covers, appears, rows } = replayOf(tape);
	const under = covers.at(-1)?.under ?? 0;
	expect(shapes.length - under).toBe(pictureOf(tape).shapes.length);
	expect(covers.at(-1)?.paper).toBe(pictureOf(tape).paper);
	expect(appears).toHaveLength(shapes.length);
	expect([...appears].every((row, i) => row < rows && (i === 0 || row >= (appears[i - 1] as number)))).toBe(true);
});

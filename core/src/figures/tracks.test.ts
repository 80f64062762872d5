import { expect, test } from "vitest";
import { atFrame, draw } from "../draw.ts";
import { tracksOf } from "./tracks.ts";

const tracks = (source: string, frames: number) =>
	tracksOf(draw(source, { frames }).tape).map(({ kind, seats }) => ({
		kind,
		frames: seats.map((s) => s.frame),
		from: seats[0]?.centre,
		to: seats.at(-1)?.centre,
	}));

test("two alike that cross keep their tracks", () => {
	const found = tracks(
		"fill red\neach frame\n  wipe\n  circle centre 20 + frame.number * 4, 100 radius 10\n  circle centre 380 - frame.number * 4, 102 radius 10\nend",
		80,
	);
	expect(found.map((t) => [t.frames.length, t.from, t.to])).toEqual([
		[80, [24, 100], [340, 100]],
		[80, [376, 102], [60, 102]],
	]);
});

test("one that is gone for ten frames is the same when it comes back in its place", () => {
	const found = tracks(
		"fill red\neach frame\n  wipe\n  if frame.number < 20 or frame.number > 29\n    circle centre 50, 100 radius 10\n  end\n  rect corner frame.number, 10 size 20, 20\nend",
		60,
	);
	expect(found.map((t) => [t.kind, t.frames.length])).toEqual([
		["circle", 50],
		["square", 60],
	]);
});

test("kind, size and colour tell one from another where they meet", () => {
	const found = tracks(
		"pen none\neach frame\n  wipe\n  fill red\n  circle centre frame.number * 5, 100 radius 10\n  fill blue\n  circle centre 200, 100 radius 10\n  fill red\n  rect centre 200, 100 size 20, 20\nend",
		80,
	);
	expect(found.map((t) => [t.kind, t.frames.length]).sort()).toEqual([
		["circle", 80],
		["circle", 80],
		["square", 80],
	]);
});

test("a new one is a new track, and what isn't wiped is drawn once", () => {
	expect(
		tracks("circle centre 20, 20 radius 5\neach frame\n  rect corner frame.number * 100, 10 size 5, 5\nend", 3).map(
			(t) => [t.kind, t.frames],
		),
	).toEqual([
		["circle", [0]],
		["square", [1]],
		["square", [2]],
		["square", [3]],
	]);
});

test("what the sheet shows at the end of a frame can be asked for", () => {
	const drawn = draw(
		"circle centre 20, 20 radius 5\neach frame\n  if frame.number == 2\n    wipe\n  end\n  rect corner frame.number * 50, 10 size 9, 9\nend",
		{ frames: 3 },
	);
	const shown = (frame: number) => atFrame(drawn, frame).drawing.figures.map((f) => `${f.kinds[0]} ${f.frame}`);
	expect([shown(0), shown(1), shown(2), shown(3)]).toEqual([
		["circle 0"],
		["circle 0", "square 1"],
		["square 2"],
		["square 2", "square 3"],
	]);
});

test("many figures a frame are followed too", () => {
	const found = tracks(
		"each frame\n  wipe\n  for i from 0 to 59\n    dot at 10 + i * 6, 50 + frame.number size 4\n  end\nend",
		5,
	);
	expect(found.map((t) => t.frames.length)).toEqual(Array.from({ length: 60 }, () => 5));
});

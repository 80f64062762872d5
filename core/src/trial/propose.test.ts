import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { readExercise } from "../exercise/read.ts";
import type { ExerciseFile } from "../exercise/schema.ts";
import { mark } from "../mark.ts";
import type { Proposal } from "./proposals/asking.ts";
import { criterionAgainst, proposalsFor } from "./propose.ts";
import { tryExercise } from "./try.ts";

const FOLDER = new URL("../../../demo/exercises/", import.meta.url);

function fileOf(text: string): ExerciseFile {
	const reading = readExercise(text);
	if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
	return reading.exercise;
}

const buoy = (criteria: readonly object[], figures: object = {}) =>
	fileOf(
		JSON.stringify({
			format: "markpen/exercise@1",
			id: "it",
			title: "It",
			brief: "It.",
			language: "nib",
			sheet: { width: 400, height: 300, origin: "top left" },
			tolerance: { position: 4, size: 4, angle: 2, colour: "family" },
			model:
				"pen colour black width 3\nfill gold\ncircle centre 140, 90 diameter 36\npen none\nfill red\nrect centre 140, 190 size 80, 20\n",
			figures,
			criteria,
		}),
	);

/** The exercise with proposals taken over. */
function withAll(file: ExerciseFile, proposals: readonly Proposal[]): ExerciseFile {
	return fileOf(
		JSON.stringify({
			...file,
			figures: { ...file.figures, ...Object.assign({}, ...proposals.map((p) => p.figures)) },
			criteria: [...file.criteria, ...proposals.map((p) => p.criterion)],
		}),
	);
}

describe("proposals", () => {
	const file = buoy([{ id: "neat", check: "nothing else", points: 1 }]);

	test("are filled in from the figure that is pointed at", () => {
		const sentences = proposalsFor(file, 0).map((p) => p.sentence);
		for (const sentence of [
			"One circle",
			"Diameter of the circle: 36",
			"Outline width of the circle: 3",
			"The middle of the circle is at 140, 90",
			"The circle is yellow",
			"The circle has a black outline",
			"The circle is above the rect",
		])
			expect(sentences).toContain(sentence);
		expect(sentences).not.toContain("The circle is below the rect");
	});

	test("name a figure that has no name yet, and use the name that it has", () => {
		const place = (picked: number, of: ExerciseFile) =>
			proposalsFor(of, picked).find((p) => p.criterion.check === "position");
		expect(place(0, file)).toMatchObject({
			figures: { circle: { kind: "circle", fill: "yellow" } },
			criterion: { of: "circle", at: [140, 90] },
		});
		expect(
			place(0, buoy([{ id: "neat", check: "nothing else", points: 1 }], { lamp: { kind: "circle" } })),
		).toMatchObject({ figures: {}, criterion: { of: "lamp" } });
	});

	test("without a figure are about the whole", () => {
		const groups = new Set(proposalsFor(file, null).map((p) => p.group));
		expect([...groups]).toEqual(["The whole drawing", "The program", "Judged by people"]);
	});

	test("don't say again what is asked already, and have ids of their own", () => {
		const found = proposalsFor(file, 0);
		expect(found.map((p) => p.sentence)).not.toContain("Nothing else is drawn");
		for (const p of found) expect(p.criterion.id).toMatch(/^[a-z0-9][a-z0-9-]*$/);
		const again = proposalsFor(withAll(file, found.slice(0, 3)), 0);
		for (const p of found.slice(0, 3)) expect(again.map((a) => a.sentence)).not.toContain(p.sentence);
	});

	test.each(readdirSync(FOLDER).filter((name) => name.endsWith(".exercise.yaml")))(
		"of %s are all met by its model",
		(name) => {
			const exercise = fileOf(readFileSync(new URL(name, FOLDER), "utf8"));
			for (const p of proposalsFor(exercise, 0)) {
				if (p.group === "Judged by people") continue;
				const report = mark(
					exercise.model,
					fileOf(
						JSON.stringify({ ...exercise, figures: { ...exercise.figures, ...p.figures }, criteria: [p.criterion] }),
					),
				);
				// What only forbids isn't judged while nothing else is asked.
				expect([p.sentence, report.criteria[0]?.verdict]).toEqual([
					p.sentence,
					expect.stringMatching(/^(met|not-judged)$/),
				]);
			}
		},
	);
});

describe("a criterion against an alteration", () => {
	test("is met by the model and missed by the alteration", () => {
		const file = buoy([
			{ id: "neat", check: "nothing else", points: 1 },
			{ id: "one", check: "count", of: { kind: "circle" }, exactly: 1, points: 1 },
		]);
		const altered = file.model.replace("140, 90", "180, 90");
		const found = criterionAgainst(file, altered) as Proposal;
		const more = withAll(file, [found]);
		const verdict = (source: string) => mark(source, more).criteria.find((c) => c.id === found.criterion.id)?.verdict;
		expect([found.sentence, verdict(file.model), verdict(altered)]).toEqual([
			"The middle of the circle is at 140, 90",
			"met",
			"missed",
		]);
	});

	test("taken over one after the other, they leave nothing of a thin exercise unseen", () => {
		let file = buoy([{ id: "one", check: "count", of: { kind: "circle" }, exactly: 1, points: 1 }]);
		const unseen = () => tryExercise(file).alterations.filter((a) => a.missed.length === 0 && a.free === null);
		const before = unseen().length;
		for (let round = 0; round < 25; round++) {
			const [next] = unseen();
			const found = next && criterionAgainst(file, next.source);
			if (!found) break;
			file = withAll(file, [found]);
		}
		expect(before).toBeGreaterThan(10);
		expect(unseen()).toEqual([]);
		expect(tryExercise(file).model.missed).toEqual([]);
	});

	test("is not made up where nothing tells them apart", () => {
		const file = buoy([{ id: "neat", check: "nothing else", points: 1 }]);
		expect(criterionAgainst(file, `${file.model}-- a word\n`)).toBeUndefined();
	});
});

import { parseColour } from "../colour/colour.ts";
import { FAMILIES, type Family } from "../colour/family.ts";
import { saidInBrief, unsaidInBrief } from "../exercise/brief-words.ts";
import type { ExerciseFile } from "../exercise/schema.ts";
import { sentenceOf } from "../exercise/student-copy.ts";
import { type CriterionOrGroup, criteriaIn } from "../marking/marking-spec.ts";
import { isColour } from "../marking/paint-words.ts";
import type { ProgramRun } from "../marking/scene.ts";
import type { TrialDoubt } from "../trial-report.ts";

/** Every number and word in a part of an exercise's file. */
function* valuesIn(part: unknown): Generator<string> {
	if (typeof part === "number") yield String(Math.abs(part));
	else if (typeof part === "string") yield* part.toLowerCase().match(/[a-z]+|\d+(?:\.\d+)?/g) ?? [];
	else if (part !== null && typeof part === "object")
		for (const [key, value] of Object.entries(part)) if (key !== "hint") yield* valuesIn(value);
}

/** Numbers and colours of the brief that no criterion and no wanted figure asks for, nor the sheet has. */
function saidAlone(file: ExerciseFile): string[] {
	const asked = new Set(valuesIn([file.figures, file.criteria, file.sheet ?? { width: 400, height: 300 }]));
	const colours = [...asked].flatMap((word) => parseColour(word) ?? []);
	const isAsked = (said: string) => {
		if (asked.has(said)) return true;
		const number = Number(said);
		// A radius for a diameter, and a number of a list that is only counted.
		if (!Number.isNaN(number)) return number <= 1 || asked.has(String(number / 2)) || asked.has(String(2 * number));
		return !FAMILIES.includes(said as Family) || colours.some((paint) => isColour(paint, said));
	};
	return [...saidInBrief(file)].filter((said) => !isAsked(said));
}

/** What a criterion asks for, without what it is called and what it pays. */
function askedBy(asked: CriterionOrGroup): string {
	const { id: _, points: _points, says: _says, hint: _hint, show: _show, part: _part, ...rest } = asked;
	return JSON.stringify(rest, (key, value) => (key === "id" ? undefined : value));
}

/** Names of wanted figures that no criterion and no other name refers to. */
function unused({ figures, criteria }: ExerciseFile): string[] {
	const whole = (part: unknown) => ` ${JSON.stringify(part).replace(/[^A-Za-z0-9-]+/g, " ")} `;
	const inCriteria = whole(criteria);
	return Object.keys(figures).filter((name) => {
		const others = Object.entries(figures).filter(([other]) => other !== name);
		return !inCriteria.includes(` ${name} `) && !whole(others.map(([, of]) => of)).includes(` ${name} `);
	});
}

/** Pairs of names that the same figures of the model meet, whose places are the same. */
function alike({ scene, spec }: ProgramRun): string[] {
	const found = [...spec.figures].flatMap(([name, of]) => {
		const figures = scene.selection.bases(name).map((f) => f.index);
		const placed = (spec.stated.get(name)?.places.length ?? 0) > 0;
		return figures.length === 0 || placed || of["group of"] !== undefined ? [] : [{ name, key: figures.join() }];
	});
	return found.flatMap(({ name, key }, i) =>
		found.slice(i + 1).flatMap((other) => (other.key === key ? [`${name} and ${other.name}`] : [])),
	);
}

/** Where brief and criteria may disagree about numbers and colours. It needs no run, so that editors can show it. */
export function briefDoubts(file: ExerciseFile): TrialDoubt[] {
	const all: TrialDoubt[] = [
		{ code: "brief-alone", of: saidAlone(file) },
		{ code: "criteria-alone", of: unsaidInBrief(file) },
	];
	return all.filter(({ of }) => of.length > 0);
}

/** Where brief and criteria may disagree, or say the same twice. */
export function doubtsOf(file: ExerciseFile, model: ProgramRun): TrialDoubt[] {
	const twice = file.criteria.flatMap((asked, i) => {
		const before = file.criteria.slice(0, i).find((one) => askedBy(one) === askedBy(asked));
		return before ? [sentenceOf(asked)] : [];
	});
	const unpaid = file.criteria.filter((asked) => asked.points === 0 && asked.needs === undefined);
	const held = new Set(criteriaIn(file.criteria).flatMap((c) => ("holds" in c ? (c.holds as string[]) : [])));
	const all: TrialDoubt[] = [
		{ code: "name-unused", of: unused(file) },
		{ code: "names-alike", of: alike(model) },
		{ code: "no-points", of: unpaid.filter(({ id }) => !held.has(id)).map(sentenceOf) },
		{ code: "asked-twice", of: twice },
	];
	return [...briefDoubts(file), ...all.filter(({ of }) => of.length > 0)];
}

import type { LanguageId } from "../languages/language.ts";
import { askOf, checkOf, optionsOf } from "../marking/checks/index.ts";
import type { Criterion, CriterionOrGroup, Group } from "../marking/marking-spec.ts";
import { innerOf } from "../marking/marking-spec.ts";
import { criterionSentence, groupSentence, momentWords } from "../words/criteria.ts";
import { criterionTopic, tellsMore } from "../words/topics.ts";
import { type Conditions, conditionsOf } from "./conditions.ts";
import { languagesOf } from "./languages-of.ts";
import { exampleOf, starterOf } from "./programs.ts";
import type { ExerciseFile } from "./schema.ts";

/** A criterion as a student sees it before working on it. */
export interface StudentCriterion {
	readonly id: string;
	readonly part: string | null;
	readonly sentence: string;
	readonly points: number;
	readonly bonus: boolean;
	/** The first hint; later ones are asked for. */
	readonly hint: string | null;
	/** A question that is put to the student, and when. */
	readonly ask: { readonly question: string; readonly when: "before running" | "after running" } | null;
}

/** What a student's browser gets of an exercise: no model, nothing that is shown later or never. */
export interface StudentCopy {
	readonly id: string;
	readonly title: string;
	readonly brief: string;
	/** What its programs are run under; what is left out of the language isn't offered either. */
	readonly conditions: Conditions;
	/** What its programs may be written in, the usual language first. */
	readonly languages: readonly LanguageId[];
	/** What is given to begin with in the first language. */
	readonly starter: string | null;
	/** The same for the other languages that have something. */
	readonly starters: Partial<Record<LanguageId, string>>;
	/** The example as it is shown: a program to run, which the desk shows as source or only as a picture. */
	readonly example:
		| { readonly show: "source"; readonly program: string; readonly language: LanguageId }
		| { readonly show: "picture" }
		| null;
	readonly criteria: readonly StudentCriterion[];
}

const SENTENCES = new WeakMap<CriterionOrGroup, string>();

/** The sentence of a criterion: its own, or one that is made. */
export function sentenceOf(asked: CriterionOrGroup): string {
	let known = SENTENCES.get(asked);
	if (known === undefined) {
		known = madeSentence(asked);
		SENTENCES.set(asked, known);
	}
	return known;
}

function madeSentence(asked: CriterionOrGroup): string {
	if (asked.says !== undefined) return asked.says;
	if ("check" in asked && asked.check !== undefined)
		return `${criterionSentence(askOf(asked))}${asked.for === "any" ? ", for at least one" : ""}${momentOf(asked)}`;
	return madeGroup(asked as Group, sentenceOf);
}

/** When a criterion looks at the drawing, where that isn't its end. */
function momentOf({ check, when }: Criterion): string {
	return when === undefined || when === "end" || checkOf(check).timeless ? "" : momentWords(when);
}

function madeGroup(group: Group, say: (inner: CriterionOrGroup) => string): string {
	const { "any of": any, "all of": all, "at least": least } = group;
	return groupSentence(any ? "any" : all ? "all" : "some", least ?? 0, innerOf(group).map(say));
}

/**
 * The sentence of a criterion as students read it before they work: where it would say a number or a colour that
 * nothing given to them says, it says only what is looked at.
 */
function sentenceBefore(asked: CriterionOrGroup, given: readonly string[]): string {
	const sentence = sentenceOf(asked);
	if (asked.says !== undefined || !tellsMore(sentence, given)) return sentence;
	if ("check" in asked && asked.check !== undefined) return criterionTopic(askOf(asked)) ?? sentence;
	return madeGroup(asked as Group, (inner) => sentenceBefore(inner, given));
}

/** All hints of a criterion, the first first. */
export function hintsOf({ hint }: CriterionOrGroup): readonly string[] {
	return hint === undefined ? [] : [hint].flat();
}

/** Makes the student's copy of an exercise. */
export function studentCopy(file: ExerciseFile): StudentCopy {
	const { sheet, example } = file;
	const languages = languagesOf(file);
	const starters = languages.map((id) => starterOf(file, id));
	const visible = file.criteria.filter((c) => (c.show ?? "before") === "before");
	const given = [
		file.title,
		file.brief,
		...starters.map((s) => s?.source ?? ""),
		example?.show === "source" ? example.program : "",
		sheet ? `${sheet.width} ${sheet.height}` : "",
	];
	given.push(...visible.flatMap((c) => [c.says ?? "", hintsOf(c)[0] ?? ""]));
	return {
		id: file.id,
		title: file.title,
		brief: file.brief,
		conditions: conditionsOf(file),
		languages,
		starter: starters[0]?.source ?? null,
		starters: Object.fromEntries(starters.slice(1).flatMap((s) => (s ? [[s.language, s.source]] : []))),
		example: !example
			? null
			: example.show === "source"
				? { show: "source", program: example.program, language: exampleOf(file)?.language ?? "nib" }
				: { show: "picture" },
		criteria: visible.map((c) => ({
			id: c.id,
			part: c.part ?? null,
			sentence: sentenceBefore(c, given),
			points: c.points,
			bonus: c.bonus === true,
			hint: hintsOf(c)[0] ?? null,
			ask: questionOf(c),
		})),
	};
}

function questionOf(asked: CriterionOrGroup): StudentCriterion["ask"] {
	const answer = optionsOf(asked, "answer");
	return answer ? { question: answer.ask, when: answer.when ?? "after running" } : null;
}

import type { Trial } from "@markpen/core";
import type { Colours } from "./colours.ts";

const percent = (share: number | null) => (share === null ? "nothing to test" : `${Math.round(share * 1000) / 10} %`);

/** Sentences about an exercise and what trying it found. */
interface TrialSentences {
	/** The model's drawing, a figure each. */
	readonly figures: readonly string[];
	/** What each criterion asks for. */
	readonly asks: readonly string[];
	/** What is wrong with the exercise. */
	readonly wrong: readonly string[];
	/** Where brief and criteria may disagree. */
	readonly doubts: readonly string[];
	/** Changed models that nothing noticed. */
	readonly unseen: readonly string[];
	/** Equivalent models that lost points. */
	readonly punished: readonly string[];
}

/** What trying an exercise found, for people. */
export function trialText(
	{ path, title }: { readonly path: string; readonly title: string },
	trial: Trial,
	sentences: TrialSentences,
	colours: Colours,
): string {
	const { model, starter, nothing } = trial;
	const heading = (text: string) => colours.dim(text);
	const lines = [
		`${colours.bold(path)}  ${title}`,
		heading("The model's drawing"),
		...sentences.figures.slice(0, 20).map((f, i) => `  ${i + 1}. ${f}`),
	];
	if (sentences.figures.length > 20) lines.push(`  … and ${sentences.figures.length - 20} more`);
	lines.push(heading("Criteria"), ...sentences.asks.map((a) => `  ${a}`));
	lines.push(heading("Points"), `  model            ${model.earned} of ${model.possible}`);
	for (const n of nothing) lines.push(`  ${n.id.padEnd(15)}  ${n.earned}`);
	if (starter) lines.push(`  starter          ${starter.earned} of ${starter.possible}`);
	if (trial.untried.length > 0) lines.push(`  can't be tested: ${trial.untried.join(", ")}`);
	if (!trial.modelOnly) lines.push(...found(trial, sentences, colours));
	if (sentences.wrong.length > 0)
		lines.push(colours.red("Correct before you set the exercise"), ...sentences.wrong.map((w) => `  ${w}`));
	if (sentences.doubts.length > 0) lines.push(heading("Warnings"), ...sentences.doubts.map((d) => `  ${d}`));
	return lines.join("\n");
}

/** The results of testing an exercise. */
function found(
	{ strength, fairness, alterations, rewritings }: Trial,
	sentences: TrialSentences,
	colours: Colours,
): string[] {
	const counted = alterations.filter((a) => a.free === null || a.missed.length > 0).length;
	return [
		`${colours.bold("Strength")}  ${percent(strength)} of ${counted} typical mistakes noticed`,
		...sentences.unseen.map((u) => `  ${colours.yellow("unseen")}  ${u}`),
		`${colours.bold("Fairness")}  ${percent(fairness)} of ${rewritings.length} other right solutions earn full points`,
		...sentences.punished.map((p) => `  ${colours.yellow("punished")}  ${p}`),
	];
}

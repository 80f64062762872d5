import type { Trial } from "@markpen/core";
import type { Colours } from "./colours.ts";

const percent = (share: number | null) => (share === null ? "nothing to try" : `${Math.round(share * 1000) / 10} %`);

/** What trying an exercise found, for people. */
export function trialText(
	path: string,
	title: string,
	trial: Trial,
	said: {
		readonly figures: readonly string[];
		readonly asks: readonly string[];
		readonly wrong: readonly string[];
		readonly unseen: readonly string[];
		readonly punished: readonly string[];
	},
	colours: Colours,
): string {
	const { model, starter, nothing, alterations, rewritings } = trial;
	const heading = (text: string) => colours.dim(text);
	const counted = alterations.filter((a) => a.free === null || a.missed.length > 0).length;
	const lines = [
		`${colours.bold(path)}  ${title}`,
		heading("What the model draws"),
		...said.figures.slice(0, 20).map((f, i) => `  ${i + 1}. ${f}`),
	];
	if (said.figures.length > 20) lines.push(`  … and ${said.figures.length - 20} more`);
	lines.push(heading("What is asked"), ...said.asks.map((a) => `  ${a}`));
	lines.push(heading("Points"), `  model            ${model.earned} of ${model.possible}`);
	for (const n of nothing) lines.push(`  ${n.id.padEnd(15)}  ${n.earned}`);
	if (starter) lines.push(`  starter          ${starter.earned} of ${starter.possible}`);
	if (trial.untried.length > 0) lines.push(`  can't be tried: ${trial.untried.join(", ")}`);
	lines.push(
		`${colours.bold("Strength")}  ${percent(trial.strength)} of ${counted} changed models are noticed`,
		...said.unseen.map((u) => `  ${colours.yellow("unseen")}  ${u}`),
	);
	lines.push(
		`${colours.bold("Fairness")}  ${percent(trial.fairness)} of ${rewritings.length} models drawn otherwise earn everything`,
		...said.punished.map((p) => `  ${colours.yellow("punished")}  ${p}`),
	);
	if (said.wrong.length > 0) lines.push(colours.red("To mend before it is set"), ...said.wrong.map((w) => `  ${w}`));
	return lines.join("\n");
}

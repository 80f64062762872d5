import { diffLines } from "diff";

export interface ChangedLine {
	readonly text: string;
	/** Whether the line is in both texts, only in the first, or only in the second. */
	readonly as: "same" | "gone" | "new";
	/** Its number in the second, or in the first where it is gone. */
	readonly number: number;
}

const linesOf = (text: string) => text.replace(/\n$/, "").split("\n");

/** What was changed from one program to another, line by line. How a file ends its lines counts for nothing. */
export function changesOf(before: string, after: string): ChangedLine[] {
	const changed: ChangedLine[] = [];
	const at = { gone: 0, new: 0 };
	const whole = (text: string) => `${text.replace(/\r\n?/g, "\n").trimEnd()}\n`;
	for (const part of diffLines(whole(before), whole(after))) {
		const as = part.added ? "new" : part.removed ? "gone" : "same";
		for (const text of linesOf(part.value)) {
			if (as !== "new") at.gone++;
			if (as !== "gone") at.new++;
			changed.push({ text, as, number: as === "gone" ? at.gone : at.new });
		}
	}
	return changed;
}

const lines = (n: number) => `${n} ${n === 1 ? "line" : "lines"}`;

/** The same in a sentence. */
export function changesInWords(of: readonly ChangedLine[]): string {
	const count = (as: ChangedLine["as"]) => of.filter((l) => l.as === as && l.text.trim() !== "").length;
	const [fresh, gone] = [count("new"), count("gone")];
	if (fresh === 0 && gone === 0) return "No changes.";
	return [fresh > 0 && `${lines(fresh)} new`, gone > 0 && `${lines(gone)} gone`].filter(Boolean).join(", ");
}

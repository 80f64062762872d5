/** A step of a scale, and the percent from which it is reached. */
export interface GradeStep {
	name: string;
	from: number;
}

/** A grade scale to begin with; every step can be changed afterwards. */
export interface GradeScale {
	readonly name: string;
	readonly steps: readonly GradeStep[];
}

const steps = (names: string, from: readonly number[]): GradeStep[] =>
	names.split(" ").map((name, i) => ({ name, from: from[i] as number }));

/** Scales that schools use, the best step first. */
export const GRADE_SCALES: readonly GradeScale[] = [
	{ name: "Percent only", steps: [] },
	{ name: "A to F", steps: steps("A B C D F", [90, 80, 70, 60, 0]) },
	{ name: "1 to 6, 1 is best", steps: steps("1 2 3 4 5 6", [92, 81, 67, 50, 30, 0]) },
	{ name: "10 to 1, 10 is best", steps: steps("10 9 8 7 6 5 4 3 2 1", [95, 85, 75, 65, 55, 45, 35, 25, 15, 0]) },
	{
		name: "Pass or not yet",
		steps: [
			{ name: "Pass", from: 50 },
			{ name: "Not yet", from: 0 },
		],
	},
];

/** The scale with these steps; undefined if somebody changed them. */
export function scaleOf(gradeScale: readonly GradeStep[]): GradeScale | undefined {
	const key = JSON.stringify(gradeScale.map(({ name, from }) => [name, from]));
	return GRADE_SCALES.find((scale) => JSON.stringify(scale.steps.map(({ name, from }) => [name, from])) === key);
}

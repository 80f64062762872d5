interface SlipExercise {
	readonly sheet: { readonly width: number; readonly height: number; readonly origin: string };
	readonly more?: string;
	readonly model: string;
	readonly figures: string;
	readonly criteria: readonly string[];
}
export interface SlipExample {
	readonly id: string;
	readonly in: string;
	readonly shows: string;
	readonly not: string;
	readonly before?: string;
	readonly more?: string;
	readonly model?: string;
	readonly figures?: string;
}
export function slipFile(exercises: Readonly<Record<string, SlipExercise>>, example: SlipExample): string;

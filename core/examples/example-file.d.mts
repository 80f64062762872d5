export function exampleFile(example: {
	readonly check: string;
	readonly criterion: string;
	readonly figures: string;
	readonly file?: string;
}): string;

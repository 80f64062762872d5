/** Thrown to end a run: what the program did wrong, or which limit it met. */
export class Halt extends Error {
	override readonly name = "Halt";
	readonly code: string;
	readonly line: number;
	readonly data: Readonly<Record<string, string | number>>;
	constructor(code: string, line: number, data: Readonly<Record<string, string | number>>) {
		super(code);
		this.code = code;
		this.line = line;
		this.data = data;
	}
}

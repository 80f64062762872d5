/** A colour as a value of a running program, told apart from a number. */
export class Paint {
	readonly rgba: number;
	/** @param rgba packed as in colour/, or -1 for none */
	constructor(rgba: number) {
		this.rgba = rgba;
	}
}

/** A colour as a run-time value, distinct from a number. */
export class Paint {
	readonly rgba: number;
	/** @param rgba packed as in colour/, or -1 for none */
	constructor(rgba: number) {
		this.rgba = rgba;
	}
}

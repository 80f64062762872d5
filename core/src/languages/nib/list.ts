/**
 * A list as a value of a running program. Storing or passing it gives a copy; the copy is only made when one of the
 * two is changed, which `shared` tells.
 */
export class List {
	readonly items: unknown[];
	/** Whether more than one name or item may hold it. */
	shared = false;
	/** Lists inside one another, itself included. */
	depth: number;

	constructor(items: unknown[]) {
		this.items = items;
		let inner = 0;
		for (const item of items) if (item instanceof List && item.depth > inner) inner = item.depth;
		this.depth = inner + 1;
	}
}

/** Notes that a value is now held in one place more. */
export function kept<T>(value: T): T {
	if (value instanceof List) value.shared = true;
	return value;
}

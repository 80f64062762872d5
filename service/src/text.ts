/** The place of an invalid string: its path, and what is wrong. */
export interface NoText {
	readonly path: string;
	readonly message: string;
}

/**
 * Walks parsed JSON and makes its strings storable in PostgreSQL: a lone surrogate becomes U+FFFD, as in every UTF-8
 * encoding (USVString of Web IDL). Without recursion, because JSON can be nested deeper than the stack.
 *
 * @param put stores the value if it is a string that had to be changed
 *
 * @returns the first place with U+0000, or with an invalid name
 */
export function readText(read: unknown, put: (text: string) => void = () => undefined): NoText | undefined {
	const places: [value: unknown, path: string, put: (text: string) => void][] = [[read, "", put]];
	for (let place = places.pop(); place; place = places.pop()) {
		const [value, path, put] = place;
		if (typeof value === "string") {
			if (value.includes("\u0000")) return { path, message: "holds the character U+0000" };
			if (!value.isWellFormed()) put(value.toWellFormed());
		} else if (typeof value === "object" && value !== null && !ArrayBuffer.isView(value)) {
			const object = value as Record<string, unknown>;
			for (const [name, part] of Object.entries(object).reverse()) {
				if (name.includes("\u0000") || !name.isWellFormed()) return { path, message: "holds a name that isn't text" };
				const put = (text: string) => {
					object[name] = text;
				};
				places.push([part, path === "" ? name : `${path}.${name}`, put]);
			}
		}
	}
	return undefined;
}

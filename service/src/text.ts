/** Where text isn't text: its path, and what is wrong there. */
export interface NoText {
	readonly path: string;
	readonly message: string;
}

/**
 * Goes through what was read from JSON and makes its strings text that PostgreSQL can hold: half a pair of surrogates
 * becomes U+FFFD, as it does wherever text leaves as UTF-8 (a USVString of Web IDL). Without recursion, since JSON
 * can be nested far deeper than a stack.
 *
 * @param put takes the value where it is a string that had to be changed
 * @returns the first place with U+0000, or with a name that is no text
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
				if (name.includes("\u0000") || !name.isWellFormed()) return { path, message: "holds a name that is no text" };
				const put = (text: string) => {
					object[name] = text;
				};
				places.push([part, path === "" ? name : `${path}.${name}`, put]);
			}
		}
	}
	return undefined;
}

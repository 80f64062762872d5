/** The text of a calculation of two signs with its brackets left out, or put round its other pair. */
export function rebracketedText(text: string): string[] {
	const plain = text.replace(/[()]/g, "");
	const parts = /^\s*([^-+*/%\s]+)\s*([-+*/%])\s*([^-+*/%\s]+)\s*([-+*/%])\s*([^-+*/%\s]+)\s*$/.exec(plain);
	const others = parts
		? [
				`(${parts[1]} ${parts[2]} ${parts[3]}) ${parts[4]} ${parts[5]}`,
				`${parts[1]} ${parts[2]} (${parts[3]} ${parts[4]} ${parts[5]})`,
			]
		: [];
	return [...new Set([...(plain === text || /\w\(/.test(text) ? [] : [plain]), ...others])].filter(
		(other) => other !== text,
	);
}

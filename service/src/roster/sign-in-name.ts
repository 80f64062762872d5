const letters = (text: string) =>
	text
		.normalize("NFD")
		.replace(/[\u0300-\u036f]/g, "")
		.toLowerCase()
		.replace(/[^a-z0-9]/g, "");

/** A free sign-in name in a class: the first name, then with initials of the last name, then with a number. */
export function freshSignInName(name: string, taken: ReadonlySet<string>): string {
	const parts = name
		.split(/\s+/)
		.map(letters)
		.filter((p) => p !== "");
	const first = parts[0] ?? "student";
	const last = parts.length > 1 ? (parts.at(-1) as string) : "";
	const tries = [first, ...Array.from({ length: last.length }, (_, i) => `${first}-${last.slice(0, i + 1)}`)];
	for (const one of tries) if (!taken.has(one)) return one;
	for (let i = 2; ; i++) if (!taken.has(`${first}-${i}`)) return `${first}-${i}`;
}

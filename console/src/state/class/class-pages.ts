/** The pages of a class, for the row of links beside its title. */
export function classPages(id: string, here: "" | "/lesson" | "/grade-book" | "/list" | "/set-work") {
	const pages = [
		["", "Progress"],
		["/lesson", "Live lesson"],
		["/grade-book", "Grade book"],
		["/list", "Class list"],
		["/set-work", "Set work"],
	] as const;
	return pages.map(([path, text]) => ({ href: `/classes/${id}${path}`, text, here: path === here }));
}

/** The pages of an assignment's exercise. */
export function assignmentPages(
	id: string,
	exercise: string,
	here: "" | "/judging" | "/alike" | "/show" | "/upload" | "/rules",
) {
	const pages = [
		["", "Drawings"],
		["/judging", "Judging"],
		["/alike", "Similar work"],
		["/show", "Present"],
		["/upload", "Upload"],
		["/rules", "Dates and rules"],
	] as const;
	return pages.map(([path, text]) => ({ href: `/assignments/${id}/${exercise}${path}`, text, here: path === here }));
}

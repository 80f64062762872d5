/** What each check looks at, as a heading for people: no check's own name is shown to them. */
const CHECK_TOPICS: Readonly<Record<string, string>> = {
	count: "How many there are",
	measure: "Sizes and angles",
	position: "Places",
	colour: "Colours",
	filling: "Filled and outlined",
	relation: "How shapes lie to one another",
	arrangement: "Rows and patterns",
	order: "What is in front",
	sheet: "Paper, and all on the sheet",
	path: "The pen's way",
	"nothing else": "Nothing extra",
	visible: "What can be seen",
	distinct: "Differences",
	code: "The program",
	runs: "Chance",
	"what if": "Variables",
	movement: "Movement",
	likeness: "Like the picture",
	change: "Changes to the given program",
	"own work": "Ideas of one's own",
	answer: "Questions",
	"by teacher": "Judged by the teacher",
	group: "Several things together",
};

/** What a check looks at, in a few words. */
export function checkTopic(check: string): string {
	return CHECK_TOPICS[check] ?? check;
}

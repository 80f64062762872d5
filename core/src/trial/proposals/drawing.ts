import { type Asking, type Candidate, familyOf, type Plain, type ProposalGroup } from "./asking.ts";

/** Criteria for the whole drawing, independent of the selection. */
export function proposalsAboutDrawing(asking: Asking): Candidate[] {
	const { drawing, tape, program } = asking.model;
	const { file } = asking;
	const moves = file.run?.frames !== undefined;
	const paper = familyOf(drawing.paper);
	const ask = (group: ProposalGroup, id: string, rest: Plain): Candidate => ({
		group,
		figures: {},
		criterion: { id: asking.id(id), ...rest, points: 1 },
	});
	const lettered = drawing.figures.find((f) => f.lettering);
	return [
		ask("The whole drawing", "neat", { check: "nothing else" }),
		ask("The whole drawing", "paper", { check: "sheet", paper }),
		ask("The whole drawing", "on-it", { check: "sheet", "everything on it": true }),
		ask("The whole drawing", "sheet-size", { check: "sheet", size: [tape.sheet.width, tape.sheet.height] }),
		ask("The whole drawing", "like-model", { check: "likeness", to: "model", "at least": 0.9 }),
		ask("The whole drawing", "no-twins", { check: "distinct", "no twins": true }),
		ask("The whole drawing", "kinds", { check: "distinct", of: "everything", what: "kind" }),
		...(lettered
			? [
					ask("What is there", "words", {
						check: "count",
						of: { kind: "text", text: { is: lettered.lettering?.text, ignoring: ["case", "spaces"] } },
						exactly: 1,
					}),
				]
			: []),
		ask("The program", "loop", { check: "code", loop: {} }),
		ask("The program", "loop-variable", { check: "code", loop: { variable: "used" } }),
		ask("The program", "routine", { check: "code", routine: { number: 1 } }),
		ask("The program", "routine-values", { check: "code", routine: { values: 1, called: { "at least": 2 } } }),
		ask("The program", "routine-called", { check: "code", routine: { called: { "at least": 2 } } }),
		ask("The program", "worked-out", { check: "code", calculation: {} }),
		ask("The program", "not-repeated", { check: "code", "no stretch repeated": true }),
		ask("The program", "nothing-unused", { check: "code", unused: "none" }),
		ask("The program", "comes-back", { check: "path", per: "run", ends: "start" }),
		ask("The program", "nothing-twice", { check: "path", per: "run", "nothing twice": true }),
		ask("Moving and changing", "any-variable", {
			check: "what if",
			change: { "any variable": 20 },
			moves: { of: "everything", by: [20, 0] },
		}),
		ask("Moving and changing", "wider-sheet", {
			check: "what if",
			sheet: { width: tape.sheet.width + 200 },
			moves: { of: "everything", by: [100, 0] },
		}),
		...asking.named.slice(0, 4).flatMap(({ name, added }) => {
			const of = (id: string, rest: Plain) => ({
				...ask("Moving and changing", `${name}-${id}`, { ...rest, of: name }),
				figures: added,
			});
			return [
				...(moves
					? [
							of("edge", { check: "movement", reaches: "right edge" }),
							of("rest", { check: "movement", "comes to rest": true }),
							of("trail", { check: "movement", trail: "none" }),
						]
					: []),
				...(program.read.usesChance
					? [of("varies", { check: "runs", seeds: [1, 2, 3, 4], what: "width", values: { "at least": 2 } })]
					: []),
				...(file.starter === undefined ? [] : [of("kept", { check: "change", kept: ["kind", "size"] })]),
			];
		}),
		{
			...ask("Judged by people", "explained", {
				check: "answer",
				ask: "Why did you choose these numbers?",
				when: "after running",
			}),
			plain: true,
		},
		{
			...ask("Judged by people", "own-idea", {
				check: "by teacher",
				scale: { 0: "as given", 0.5: "something personal", 1: "an own idea, well drawn" },
			}),
			plain: true,
		},
		{
			...ask("Judged by people", "own-work", {
				check: "own work",
				from: "example",
				differs: { "at least": 1, of: ["kinds", "places"] },
			}),
			plain: true,
		},
	];
}

import { readFile } from "node:fs/promises";
import { EXIT, WrongCall } from "../call.ts";
import { save, told } from "../files.ts";
import { moment, say, tableOr } from "../formats/said.ts";
import { print } from "../formats/terminal.ts";
import { site } from "../site/connection.ts";
import { findClass } from "../site/find.ts";

type Json = { readonly json?: boolean };

export async function classListCommand(options: Json & { closed?: boolean }): Promise<number> {
	const { classes } = await (await site()).listClasses({ query: { closed: options.closed ? "true" : "false" } });
	say(options.json, { classes }, () =>
		tableOr(
			"There are no classes.",
			["Class", "Year", "Code", "Students", "Assignments", "Cover until"],
			classes.map((c) => [c.name, c.schoolYear, c.code, c.students, c.assignments, moment(c.until)]),
		),
	);
	return EXIT.met;
}

export async function classNewCommand(
	name: string,
	options: Json & { year: string; zone?: string; code?: string },
): Promise<number> {
	const made = await (await site()).makeClass({
		body: {
			name,
			schoolYear: options.year,
			...(options.zone !== undefined && { zone: options.zone }),
			...(options.code !== undefined && { code: options.code }),
		},
	});
	say(options.json, made, `${made.name} is made; students sign in with the class code ${made.code}.`);
	return EXIT.met;
}

export async function classShowCommand(said: string, options: Json): Promise<number> {
	const client = await site();
	const page = await client.showClass({ params: { id: (await findClass(client, said)).id } });
	say(options.json, page, () => {
		const cell = (student: string, c: (typeof page.columns)[number]) => {
			const found = page.cells.find(
				(one) => one.studentId === student && one.assignmentId === c.assignmentId && one.exercise === c.exercise,
			);
			if (!found)
				return page.excused.some((e) => e.studentId === student && e.assignmentId === c.assignmentId) ? "excused" : "";
			return `${found.points?.earned ?? "…"}${found.open > 0 ? "+?" : ""}${found.late ? " late" : ""}`;
		};
		return tableOr(
			"This class has no students yet.",
			["Student", ...page.columns.map((c) => `${c.exercise} /${c.possible}`)],
			page.students.map((s) => [s.name, ...page.columns.map((c) => cell(s.id, c))]),
		);
	});
	return EXIT.met;
}

export async function rosterCommand(said: string, options: Json): Promise<number> {
	const client = await site();
	const { students } = await client.showRoster({ params: { id: (await findClass(client, said)).id } });
	say(options.json, { students }, () =>
		tableOr(
			"This class has no students yet.",
			["Name", "Sign-in name", "Number", "Joined", "Left"],
			students.map((s) => [s.name, s.signInName, s.sourcedId, moment(s.joinedAt), moment(s.leftAt)]),
		),
	);
	return EXIT.met;
}

/** Previews a roster file, or imports it. */
export async function importCommand(
	said: string,
	file: string,
	options: Json & { carryOut?: boolean },
): Promise<number> {
	const client = await site();
	const { id } = await findClass(client, said);
	const csv = await readFile(file, "utf8").catch((error: unknown) => {
		throw told(file, error);
	});
	const call = { params: { id }, body: { csv } };
	const done = options.carryOut
		? await client.importRoster(call)
		: { ...(await client.previewRoster(call)), cards: [] };
	say(options.json, done, () => {
		const lines = [
			tableOr(
				"The file has no students.",
				["Line", "Name", "What"],
				done.rows.map((r) => [r.row, r.name, r.says]),
			),
		];
		if (!options.carryOut) lines.push("", "Nothing is changed yet. Add --carry-out to import the file.");
		if (done.cards.length > 0) lines.push("", cardsText(done.cards));
		return lines.join("\n");
	});
	return done.rows.some((r) => r.does === "wrong") ? EXIT.missed : EXIT.met;
}

type Card = {
	readonly name: string;
	readonly classCode: string;
	readonly signInName: string;
	readonly passphrase: string;
};

function cardsText(cards: readonly Card[]): string {
	return tableOr(
		"There are no cards to make.",
		["Name", "Class code", "Sign-in name", "Passphrase"],
		cards.map((c) => [c.name, c.classCode, c.signInName, c.passphrase]),
	);
}

/** New sign-in cards for a class, or for some of it; the old ones stop. */
export async function cardsCommand(said: string, names: readonly string[], options: Json): Promise<number> {
	const client = await site();
	const { id } = await findClass(client, said);
	const { students } = await client.showRoster({ params: { id } });
	const meant = students.filter(
		(s) => s.leftAt === null && (names.length === 0 || names.some((n) => n === s.name || n === s.signInName)),
	);
	const unknown = names.filter((n) => !students.some((s) => n === s.name || n === s.signInName));
	if (unknown.length > 0) throw new WrongCall(`No student in the class is called ${unknown.join(", ")}.`);
	const { cards } = await client.printCards({ params: { id }, body: { students: meant.map((s) => s.id) } });
	say(options.json, { cards }, () => cardsText(cards));
	return EXIT.met;
}

export async function stuckCommand(said: string, options: Json): Promise<number> {
	const client = await site();
	const { stuck } = await client.listStuck({ params: { id: (await findClass(client, said)).id } });
	say(options.json, { stuck }, () =>
		tableOr(
			"No one is stuck.",
			["Student", "Exercise", "Hand-ins", "Runs", "Minutes", "Not met yet", "Possible cause"],
			stuck.map((s) => [s.student.name, s.exercise, s.handIns, s.runs, s.minutes, s.criterion, s.slip]),
		),
	);
	return EXIT.met;
}

/** The grade book, as a table, or written as CSV or OneRoster files. */
export async function gradeBookCommand(
	said: string,
	options: Json & { out?: string; rows: "students" | "exercises" },
): Promise<number> {
	const client = await site();
	const { id } = await findClass(client, said);
	if (options.out !== undefined) {
		const data = options.out.endsWith(".zip")
			? await client.gradeBookOneRoster({ params: { id } })
			: await client.gradeBookCsv({ params: { id }, query: { rows: options.rows } });
		await save(options.out, data);
		print(`Written to ${options.out}.\n`);
		return EXIT.met;
	}
	const book = await client.showGradeBook({ params: { id } });
	say(options.json, book, () =>
		tableOr(
			"This class has no students yet.",
			["Student", ...book.columns.map((c) => `${c.exercise} /${c.possible}`), "Percent", "Grade"],
			book.rows.map((r) => [
				r.student.name,
				...r.cells.map((c) => {
					if (c.state === "counted") return `${c.points?.earned}${c.late ? " late" : ""}`;
					return c.state === "not due" ? "" : c.state;
				}),
				r.percent,
				r.grade,
			]),
		),
	);
	return EXIT.met;
}

/** A whole class as one archive. */
export async function archiveCommand(said: string, options: { out: string }): Promise<number> {
	const client = await site();
	const archive: unknown = await client.classArchive({ params: { id: (await findClass(client, said)).id } });
	await save(options.out, typeof archive === "string" ? archive : `${JSON.stringify(archive, null, "\t")}\n`);
	print(`Written to ${options.out}.\n`);
	return EXIT.met;
}

import { type Client, everyPage } from "@markpen/client";
import { WrongCall } from "../call.ts";

const isId = (text: string) => /^[0-9a-f]{8}-[0-9a-f-]{27}$/i.test(text);
const same = (a: string, b: string) => a.toLowerCase() === b.toLowerCase();

/** The one thing of some that a call means; a sentence with the choice where it means none or several. */
export function oneOf<T>(
	all: readonly T[],
	{ what, called }: { readonly what: string; readonly called: string },
	isIt: (one: T) => boolean,
	nameOf: (one: T) => string,
): T {
	const found = all.filter(isIt);
	if (found.length === 1) return found[0] as T;
	const names = (found.length > 0 ? found : all).map(nameOf);
	const choice =
		names.length === 0 ? "none exist" : `there ${names.length === 1 ? "is" : "are"} ${names.slice(0, 12).join(", ")}`;
	throw new WrongCall(
		found.length > 1
			? `Several ${what} are called ${called}: give the id. ${choice}.`
			: `No ${what} is called ${called}; ${choice}.`,
	);
}

/** A class by its name, code or id. */
export async function findClass(client: Client, said: string): Promise<{ id: string; name: string }> {
	const open = (await client.listClasses({})).classes;
	const matches = (c: { id: string; name: string; code: string }) =>
		c.id === said || same(c.name, said) || same(c.code, said);
	const all = open.some(matches)
		? open
		: [...open, ...(await client.listClasses({ query: { closed: "true" } })).classes];
	return oneOf(all, { what: "class", called: said }, matches, (c) =>
		all.filter((d) => d.name === c.name).length > 1 ? `${c.name} (${c.id})` : c.name,
	);
}

/** An assignment of a class by its exercise, title or id; the newest if an exercise was set twice. */
export async function findAssignment(
	client: Client,
	className: string,
	said: string,
): Promise<{ id: string; exercise: string; classId: string; title: string }> {
	const { id: classId } = await findClass(client, className);
	const { columns } = await client.showClass({ params: { id: classId } });
	const matches = (c: (typeof columns)[number]) =>
		c.assignmentId === said || same(c.exercise, said) || same(c.title, said) || (c.unit !== null && same(c.unit, said));
	const found = columns.filter(matches);
	const last = found.at(-1);
	if (last && new Set(found.map((c) => c.exercise)).size === 1)
		return { id: last.assignmentId, exercise: last.exercise, classId, title: last.title };
	const unit = found.find((c) => c.unit !== null && same(c.unit, said)) ?? found.find((c) => c.assignmentId === said);
	if (unit) return { id: unit.assignmentId, exercise: unit.exercise, classId, title: unit.unit ?? unit.title };
	const one = oneOf(columns, { what: "assignment", called: said }, matches, (c) => c.exercise);
	return { id: one.assignmentId, exercise: one.exercise, classId, title: one.title };
}

/** An exercise of the site by the id of its file. */
export async function findExercise(client: Client, said: string): Promise<{ id: string; key: string }> {
	const exercises = await everyPage(
		(at) => client.listExercises({ query: at }),
		(page) => page.exercises,
	);
	return oneOf(
		exercises,
		{ what: "exercise", called: said },
		(e) => e.key === said || (isId(said) && e.id === said),
		(e) => e.key,
	);
}

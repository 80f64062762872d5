import { randomUUID } from "node:crypto";
import { basename } from "node:path";
import { EXIT } from "../call.ts";
import { readSource } from "../files.ts";
import { coloursFor } from "../formats/colours.ts";
import { reportText } from "../formats/report.ts";
import { moment, say, tableOr } from "../formats/said.ts";
import { keptSite, site } from "../site/connection.ts";
import { oneOf } from "../site/find.ts";

type Json = { readonly json?: boolean };

/** What a student has to do and has done. */
export async function workCommand(options: Json): Promise<number> {
	const { work } = await (await site()).listWork({});
	say(options.json, { work }, () =>
		tableOr(
			"You have no work yet.",
			["Exercise", "Title", "Due (UTC)", "Tries left", "Points"],
			work.map((w) => {
				const counting = w.handIns.find((h) => h.counts);
				return [
					w.exercise.id,
					w.exercise.title,
					moment(w.dueAt),
					w.triesLeft,
					counting ? (counting.points ? `${counting.points.earned} of ${counting.points.possible}` : "handed in") : "",
				];
			}),
		),
	);
	return EXIT.met;
}

/** Hands a program in and waits until it is checked. */
export async function handInCommand(
	file: string,
	options: Json & { exercise?: string; wait: boolean },
): Promise<number> {
	const client = await site();
	const source = await readSource(file);
	const { work } = await client.listWork({});
	const open = work.filter((w) => Date.parse(w.closesAt) > Date.now());
	const said = options.exercise ?? basename(file).split(".")[0] ?? "";
	const meant = oneOf(
		open,
		{ what: "open exercise", called: said },
		(w) => w.exercise.id === said || w.assignmentId === said,
		(w) => w.exercise.id,
	);
	const handed = await client.handIn({
		params: { id: meant.assignmentId, exercise: meant.exercise.id },
		body: { source },
		idempotencyKey: randomUUID(),
	});
	if (!options.wait) {
		say(options.json, handed, `Handed in as try ${handed.tryNumber}.`);
		return EXIT.met;
	}
	await checked(handed.id);
	const page = await client.showHandIn({ params: { id: handed.id } });
	const { report, points } = page;
	say(options.json, page, () =>
		report && points
			? reportText(
					{ path: file, title: page.title },
					{ ...report, points, criteria: report.criteria.map((c) => ({ ...c, points: c.points ?? 0 })) } as never,
					coloursFor(process.stdout),
					true,
				)
			: `Handed in as try ${handed.tryNumber}. Your teacher will show you the results later.`,
	);
	return !report || report.criteria.every((c) => c.bonus || c.verdict === "met" || c.waits !== undefined)
		? EXIT.met
		: EXIT.missed;
}

/** Waits for the event that says that a hand-in is checked. */
async function checked(id: string): Promise<void> {
	const { url, token } = await keptSite();
	const response = await fetch(`${url}/api/v1/hand-ins/${id}/events`, {
		headers: { authorization: `Bearer ${token}` },
	});
	let text = "";
	const decoder = new TextDecoder();
	for await (const chunk of response.body ?? []) {
		text += decoder.decode(chunk as Uint8Array, { stream: true });
		if (text.includes("event: checked")) return;
	}
}

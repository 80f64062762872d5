import { mkdir, readdir, readFile, stat } from "node:fs/promises";
import { join, relative, sep } from "node:path";
import type { Client } from "@markpen/client";
import { counted, mistakeWords } from "@markpen/core";
import { zipSync } from "fflate";
import { EXIT, WrongCall } from "../call.ts";
import { save, told } from "../files.ts";
import { moment, say, tableOr } from "../formats/said.ts";
import { print } from "../formats/terminal.ts";
import { Progress } from "../progress.ts";
import { site } from "../site/connection.ts";
import { findAssignment, findClass, oneOf } from "../site/find.ts";

type Json = { readonly json?: boolean };

export interface SetOptions extends Json {
	readonly opens: string;
	readonly due: string;
	readonly closes: string;
	readonly tries?: number;
	readonly counts?: "best" | "latest" | "chosen";
	readonly late?: "marked" | "reduced" | "refused";
	readonly lateShare?: number;
	readonly points?: "at once" | "release" | "closing";
	readonly collection?: boolean;
}

/** Sets an exercise or a collection to a class. Times without a zone are on the class's own clock. */
export async function setCommand(className: string, key: string, options: SetOptions): Promise<number> {
	const client = await site();
	const { id } = await findClass(client, className);
	const { opens, due, closes, tries, counts, late, lateShare, points } = options;
	if ((late === "reduced") !== (lateShare !== undefined))
		throw new WrongCall(
			"--late reduced and --late-share go together: --late reduced --late-share 20 takes a fifth of a late try's points.",
		);
	const made = await client.setAssignment({
		params: { id },
		body: {
			...(options.collection ? { collection: key } : { exercise: key }),
			opensAt: opens,
			dueAt: due,
			closesAt: closes,
			...(tries !== undefined && { tries }),
			...(counts !== undefined && { counts }),
			...(late !== undefined && { late }),
			...(lateShare !== undefined && { lateShare }),
			...(points !== undefined && { showPoints: points, showFeedback: points }),
		},
	});
	say(
		options.json,
		made,
		`${made.exercises.join(", ")} set: opens ${moment(made.opensAt)}, due ${moment(made.dueAt)}, closes ${moment(made.closesAt)} UTC.`,
	);
	return EXIT.met;
}

export async function assignmentShowCommand(className: string, said: string, options: Json): Promise<number> {
	const client = await site();
	const found = await findAssignment(client, className, said);
	const page = await client.showAssignment({ params: { id: found.id }, query: { exercise: found.exercise } });
	say(options.json, page, () =>
		[
			`${page.title}: due ${moment(page.dueAt)} UTC, ${page.handIns.length} of ${page.students} handed in${page.unchecked > 0 ? `, ${page.unchecked} waiting for their check` : ""}`,
			"",
			tableOr(
				"There are no hand-ins yet.",
				["Student", "Try", "Points", "Note", "Causes"],
				page.handIns.map((h) => [
					h.student.name,
					h.tryNumber,
					h.points ? `${h.points.earned} of ${h.points.possible}${h.open > 0 ? " so far" : ""}` : "…",
					h.note,
					h.slips.map((id) => mistakeWords(id) ?? id).join("; "),
				]),
			),
			...(page.without.length > 0
				? ["", `Not handed in: ${page.without.map((s) => (s.draft ? `${s.name} (draft only)` : s.name)).join(", ")}`]
				: []),
		].join("\n"),
	);
	return EXIT.met;
}

/** Releases points and feedback to all students, or to some. */
export async function releaseCommand(
	className: string,
	said: string,
	names: readonly string[],
	options: Json,
): Promise<number> {
	const client = await site();
	const found = await findAssignment(client, className, said);
	const { students } = await client.showRoster({ params: { id: found.classId } });
	const meant = names.map(
		(n) =>
			oneOf(
				students,
				{ what: "student", called: n },
				(s) => s.name === n || s.signInName === n,
				(s) => s.name,
			).id,
	);
	const done = await client.release({ params: { id: found.id }, body: meant.length > 0 ? { students: meant } : {} });
	say(options.json, done, `Released to ${done.released} ${done.released === 1 ? "student" : "students"}.`);
	return EXIT.met;
}

/** A zip as it is, or a folder packed into one. */
async function packed(path: string): Promise<Uint8Array<ArrayBuffer>> {
	const entry = await stat(path).catch((error: unknown) => {
		throw told(path, error);
	});
	if (!entry.isDirectory()) return new Uint8Array(await readFile(path));
	const files: Record<string, Uint8Array> = {};
	for (const inside of await readdir(path, { recursive: true, withFileTypes: true })) {
		if (!inside.isFile() || inside.name.startsWith(".")) continue;
		const at = join(inside.parentPath, inside.name);
		files[relative(path, at).split(sep).join("/")] = await readFile(at);
	}
	if (Object.keys(files).length === 0) throw new WrongCall(`There is no file in ${path}.`);
	return new Uint8Array(zipSync(files));
}

/** Shows what would be handed in of a folder or zip of students' files, or hands it in. */
export async function uploadCommand(
	className: string,
	said: string,
	path: string,
	options: Json & { carryOut?: boolean; of?: readonly string[] },
): Promise<number> {
	const client = await site();
	const found = await findAssignment(client, className, said);
	const upload = await client.previewUpload({ params: { id: found.id }, body: await packed(path) });
	const { students } = await client.showRoster({ params: { id: found.classId } });
	const decided: Record<string, { studentId: string }> = {};
	for (const pair of options.of ?? []) {
		const [file, name] = [pair.slice(0, pair.lastIndexOf("=")), pair.slice(pair.lastIndexOf("=") + 1)];
		if (!upload.rows.some((r) => r.file === file))
			throw new WrongCall(`There is no file ${file} in ${path}; --of takes FILE=STUDENT.`);
		decided[file] = {
			studentId: oneOf(
				students,
				{ what: "student", called: name },
				(s) => s.name === name || s.signInName === name,
				(s) => s.name,
			).id,
		};
	}
	const done = options.carryOut
		? await client.carryOutUpload({ params: { id: upload.id }, body: { decided } })
		: undefined;
	say(options.json, { ...upload, ...done }, () => {
		const rows = tableOr(
			"There is no file in it.",
			["File", "What"],
			upload.rows.map((r) => [
				r.file,
				decided[r.file]
					? `Handed in for ${students.find((s) => s.id === decided[r.file]?.studentId)?.name}, as you chose.`
					: r.says,
			]),
		);
		return done
			? `${rows}\n\nHanded in ${done.handIns.length}, skipped ${done.leftOut.length}.`
			: `${rows}\n\nNothing is handed in yet. Add --carry-out to hand in, and --of FILE=STUDENT for each open question.`;
	});
	return upload.rows.some((r) => r.does !== "hands in" && !decided[r.file]) ? EXIT.missed : EXIT.met;
}

/** Waits for long work with a bar on the terminal. */
async function follow(client: Client, jobId: string, what: string): Promise<unknown> {
	let bar: Progress | undefined;
	for (let seen = 0; ; ) {
		const job = await client.showJob({ params: { id: jobId } });
		bar ??= new Progress(what, job.total);
		for (; seen < job.done; seen++) bar.step();
		if (job.endedAt !== null) {
			bar.end();
			if (job.state === "failed")
				throw new WrongCall("The job failed. Try again. If it fails again, tell the administrator.");
			return job.result;
		}
		await new Promise((resolve) => setTimeout(resolve, 200));
	}
}

/** Waits until everything that was handed in is checked, with a bar on the terminal. */
export async function followCommand(className: string, said: string, options: Json): Promise<number> {
	const client = await site();
	const found = await findAssignment(client, className, said);
	const left = async () =>
		(await client.showAssignment({ params: { id: found.id }, query: { exercise: found.exercise } })).unchecked;
	const total = await left();
	const bar = new Progress("checking", total);
	for (let [seen, now] = [0, total]; now > 0; now = await left()) {
		for (; seen < total - now; seen++) bar.step();
		await new Promise((resolve) => setTimeout(resolve, 300));
	}
	bar.end();
	say(
		options.json,
		{ checked: total, unchecked: 0 },
		total === 0 ? "Everything is checked." : `${total} checked. All checks are done.`,
	);
	return EXIT.met;
}

/** Checks everything again without changing anything, and lets it hold where that is asked. */
export async function rehearseCommand(
	className: string,
	said: string,
	options: Json & { version?: number; carryOut?: boolean },
): Promise<number> {
	const client = await site();
	const found = await findAssignment(client, className, said);
	const { jobId } = await client.rehearse({
		params: { id: found.id },
		body: { exercise: found.exercise, ...(options.version !== undefined && { version: options.version }) },
	});
	await follow(client, jobId, "checking again");
	const rehearsal = await client.showRehearsal({ params: { id: jobId } });
	const done = options.carryOut ? await client.carryOut({ params: { id: jobId }, body: {} }) : undefined;
	say(options.json, { ...rehearsal, ...(done && { carriedOut: true }) }, () =>
		[
			`${found.title}, version ${rehearsal.fromVersion} to ${rehearsal.toVersion}: ${rehearsal.unmoved} of ${rehearsal.checked} hand-ins keep their points.`,
			...(rehearsal.moved.length > 0
				? [
						"",
						tableOr(
							"",
							["Student", "Try", "Before", "After", "Why"],
							rehearsal.moved.map((m) => [
								m.student.name,
								m.tryNumber,
								m.before,
								m.after,
								[
									...m.why.map((w) => `${w.asks}: ${w.before ?? "–"} → ${w.after ?? "–"}`),
									...m.decide.map((d) => `${d.asks}: adjusted to ${d.adjusted}, decide again`),
								].join("; "),
							]),
						),
					]
				: []),
			"",
			done
				? `${counted(done.reports, "report")} applied. The old reports are kept.`
				: "Nothing is changed yet. Add --carry-out to apply the new points.",
		].join("\n"),
	);
	return EXIT.met;
}

export async function alikeOnSiteCommand(className: string, said: string, options: Json): Promise<number> {
	const client = await site();
	const found = await findAssignment(client, className, said);
	const { jobId } = await client.findAlike({ params: { id: found.id }, body: { exercise: found.exercise } });
	await follow(client, jobId, "comparing");
	const { pairs } = await client.listAlike({ params: { id: found.id } });
	say(options.json, { pairs }, () =>
		tableOr(
			"No similar pairs found.",
			["Student", "Other student", "Similarity", "Drawing", "Source", ""],
			pairs.map((p) => [
				p.one.student.name,
				p.other.student.name,
				p.likeness.toFixed(2),
				p.drawing.toFixed(2),
				p.source.toFixed(2),
				p.dismissed ? "dismissed" : "",
			]),
		),
	);
	return EXIT.met;
}

/** Writes every counted drawing of an assignment into a folder. */
export async function drawingsCommand(
	className: string,
	said: string,
	options: { out: string; png?: boolean },
): Promise<number> {
	const client = await site();
	const found = await findAssignment(client, className, said);
	const page = await client.showAssignment({ params: { id: found.id }, query: { exercise: found.exercise } });
	await mkdir(options.out, { recursive: true });
	const bar = new Progress("drawings", page.handIns.length);
	let count = 0;
	for (const h of page.handIns.filter((one) => one.state !== null)) {
		const data: unknown = options.png
			? await client.showDrawingPng({ params: { id: h.id } })
			: await client.showDrawing({ params: { id: h.id } });
		await save(
			join(options.out, `${h.student.name.replace(/[^\p{L}\p{N} ._-]/gu, "_")}.${options.png ? "png" : "svg"}`),
			data as Uint8Array | string,
		);
		bar.step();
		count++;
	}
	bar.end();
	print(`${count} drawings written to ${options.out}.\n`);
	return EXIT.met;
}

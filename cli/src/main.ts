import { CallError } from "@markpen/client";
import { CORE_VERSION } from "@markpen/core";
import { Command, CommanderError, InvalidArgumentError } from "commander";
import { EXIT, WrongCall } from "./call.ts";
import type { AlikeOptions } from "./commands/alike.ts";
import type { CheckOptions } from "./commands/check.ts";
import type { DrawOptions } from "./commands/draw.ts";
import type { ExplainOptions } from "./commands/explain.ts";
import type { FiguresOptions } from "./commands/figures.ts";
import type { TapeOptions } from "./commands/tape.ts";
import type { TryOptions } from "./commands/try.ts";
import { printAside } from "./formats/terminal.ts";
import { addSiteCommands } from "./site-commands.ts";

function whole(least: number): (text: string) => number {
	return (text) => {
		if (!/^\d+$/.test(text) || Number(text) < least || Number(text) > Number.MAX_SAFE_INTEGER)
			throw new InvalidArgumentError(`It is a whole number, ${least} or more.`);
		return Number(text);
	};
}

/** Gathers an option that is said several times. */
const several = (value: string, before: readonly string[] = []) => [...before, value];

function positive(text: string): number {
	const value = Number(text);
	if (!(value > 0 && value <= 20)) throw new InvalidArgumentError("It is a number above 0, 20 at the most.");
	return value;
}

function program(done: (code: number) => void): Command {
	const markpen = new Command("markpen")
		.description("Runs, checks and marks shape-drawing programs.")
		.version(CORE_VERSION, "--version", "print the version")
		.exitOverride()
		.showHelpAfterError("(markpen --help shows every command)");
	markpen
		.command("draw")
		.argument("<file>", "the program")
		.description("run a program and write its drawing as SVG, PNG or tape")
		.option("--language <name>", "nib, python, javascript or svg, where the file's ending doesn't tell")
		.option(
			"--out <path>",
			"where to: a name ending in .svg, .png, .tape or .jsonl; without it SVG goes to the terminal",
		)
		.option("--exercise <path>", "an exercise file: run it on its sheet, with its seed, frames and limits")
		.option("--seed <number>", "seed of its random numbers: the exercise's first one, or 1, unless said", whole(0))
		.option("--frames <number>", "how many frames to run", whole(0))
		.option("--let <name=value>", "a value in place of a let's own; may be said again for another name", several)
		.option("--watch <name>", "tell every change of a name; may be said again", several)
		.option("--scale <number>", "pixels a sheet unit in a PNG", positive, 2)
		.option("--json", "print what happened as JSON")
		.addHelpText("after", "\nExample:\n  markpen draw ferry.nib.txt --out ferry.png")
		.action(async (file: string, options: DrawOptions) =>
			done(await (await import("./commands/draw.ts")).drawCommand(file, options)),
		);
	markpen
		.command("figures")
		.argument("<file>", "the program")
		.description("read a drawing back: one sentence a figure")
		.option("--language <name>", "nib, python, javascript or svg, where the file's ending doesn't tell")
		.option("--exercise <path>", "an exercise file: run it on its sheet, with its seed, frames and limits")
		.option("--seed <number>", "seed of its random numbers: the exercise's first one, or 1, unless said", whole(0))
		.option("--frames <number>", "how many frames to run", whole(0))
		.option("--let <name=value>", "a value in place of a let's own; may be said again for another name", several)
		.option("--frame <number>", "what the sheet shows at the end of this frame", whole(0))
		.option("--beside <file>", "another program: what differs from its drawing is told too")
		.option("--tracks", "follow each figure through the frames")
		.option("--json", "print all measures as JSON")
		.addHelpText("after", "\nExample:\n  markpen figures ferry.nib.txt")
		.action(async (file: string, options: FiguresOptions) =>
			done(await (await import("./commands/figures.ts")).figuresCommand(file, options)),
		);
	markpen
		.command("tape")
		.argument("<file>", "a tape: .tape or .jsonl")
		.description("read a tape back: as JSON Lines, or into another form")
		.option(
			"--out <path>",
			"where to: a name ending in .svg, .png, .tape or .jsonl; without it JSON Lines go to the terminal",
		)
		.option("--scale <number>", "pixels a sheet unit in a PNG", positive, 2)
		.addHelpText(
			"after",
			"\nExample:\n  markpen draw ferry.nib.txt --out ferry.tape\n  markpen tape ferry.tape --out ferry.png",
		)
		.action(async (file: string, options: TapeOptions) =>
			done(await (await import("./commands/tape.ts")).tapeCommand(file, options)),
		);
	markpen
		.command("check")
		.argument("<files...>", "programs, or folders with a file or a folder for each student")
		.requiredOption("--exercise <path>", "the exercise file (*.exercise.yaml)")
		.description("check programs against an exercise")
		.option("--language <name>", "nib, python, javascript or svg, where the file's ending doesn't tell")
		.option("--json", "print the reports as JSON")
		.option("--junit <path>", "write the outcome as JUnit XML too")
		.option("--last <file>", "the student's last try, for criteria that compare with it")
		.option("--continues <file>", "the hand-in that the exercise continues from")
		.option(
			"--answers <file>",
			"answers to the exercise's questions, a line each: the question's id, a colon, the answer",
		)
		.option("--no-causes", "don't look for the mistakes behind what is missed, which takes most of the time")
		.option("--watch", "check again whenever a file changes, until Ctrl-C")
		.addHelpText(
			"after",
			"\nExample:\n  markpen check buoy.nib.txt --exercise mooring-buoy.exercise.yaml\n\nIt exits with 0 if all is met, 1 if something is missed, 2 if the call was wrong.",
		)
		.action(async (files: string[], options: CheckOptions) =>
			done(await (await import("./commands/check.ts")).checkCommand(files, options)),
		);
	markpen
		.command("try")
		.argument("<exercise>", "the exercise file (*.exercise.yaml)")
		.description("try an exercise before a class does: its model, changed models, and the same drawn otherwise")
		.option("--out <folder>", "where pictures and programs of what goes unseen or is punished are written")
		.option("--json", "print all that was found as JSON")
		.addHelpText(
			"after",
			"\nExample:\n  markpen try mooring-buoy.exercise.yaml\n\nIt exits with 0 if the model earns everything, nothing goes unseen and nothing right is punished, else with 1.",
		)
		.action(async (exercise: string, options: TryOptions) =>
			done(await (await import("./commands/try.ts")).tryCommand(exercise, options)),
		);
	markpen
		.command("explain")
		.argument("<report>", "a report, or several, as markpen check --json prints them")
		.description("explain a report in words")
		.option("--student", "in the words for students, which give no answer away")
		.option("--only <name>", "of several reports the one of this name")
		.addHelpText(
			"after",
			"\nExample:\n  markpen check buoy.nib.txt --exercise mooring-buoy.exercise.yaml --json > report.json\n  markpen explain report.json",
		)
		.action(async (report: string, options: ExplainOptions) =>
			done(await (await import("./commands/explain.ts")).explainCommand(report, options)),
		);
	markpen
		.command("alike")
		.argument("<files...>", "programs, or folders with a file or a folder for each student")
		.requiredOption("--exercise <path>", "the exercise file (*.exercise.yaml)")
		.description("list pairs of programs that are much closer than usual")
		.option("--language <name>", "nib, python, javascript or svg, where the file's ending doesn't tell")
		.option("--json", "print the pairs as JSON")
		.addHelpText("after", "\nExample:\n  markpen alike handed-in --exercise harbour-scene.exercise.yaml")
		.action(async (files: string[], options: AlikeOptions) =>
			done(await (await import("./commands/alike.ts")).alikeCommand(files, options)),
		);
	const exercise = exerciseCommands(done);
	markpen.addCommand(exercise);
	addSiteCommands(markpen, exercise, done);
	return markpen;
}

function exerciseCommands(done: (code: number) => void): Command {
	const exercise = new Command("exercise").description("begin, read and describe exercise files").exitOverride();
	exercise
		.command("new")
		.argument("<id>", "the new exercise's id")
		.description("write a new exercise file with comments")
		.option("--out <path>", "where to, unless <id>.exercise.yaml here")
		.addHelpText("after", "\nExample:\n  markpen exercise new harbour-lamp")
		.action(async (id: string, options: { out?: string }) =>
			done(await (await import("./commands/exercise.ts")).exerciseNewCommand(id, options)),
		);
	exercise
		.command("read")
		.argument("<exercise>", "the exercise file")
		.description("read an exercise file and tell what is wrong in it")
		.addHelpText("after", "\nExample:\n  markpen exercise read harbour-lamp.exercise.yaml")
		.action(async (path: string) => done(await (await import("./commands/exercise.ts")).exerciseReadCommand(path)));
	exercise
		.command("schema")
		.description("print the JSON Schema of exercise files, for editors")
		.option("--collection", "that of collection files")
		.option("--out <path>", "write it to a file")
		.addHelpText("after", "\nExample:\n  markpen exercise schema --out exercise.schema.json")
		.action(async (options: { collection?: boolean; out?: string }) =>
			done(await (await import("./commands/exercise.ts")).exerciseSchemaCommand(options)),
		);
	return exercise;
}

/** Carries out a call. Returns its exit code; nothing is thrown for a wrong call. */
export async function main(argv: readonly string[]): Promise<number> {
	let code: number = EXIT.met;
	try {
		await program((result) => {
			code = result;
		}).parseAsync([...argv]);
		return code;
	} catch (error) {
		if (error instanceof CommanderError) return error.exitCode === 0 ? EXIT.met : EXIT.wrongCall;
		if (error instanceof CallError) {
			const fields = (error.problem?.errors ?? []).map(({ path, message }) => `\n  ${path}: ${message}`);
			printAside(`${error.message}${fields.join("")}\n`);
			return error.status === 0 ? EXIT.unreachable : EXIT.wrongCall;
		}
		if (!(error instanceof WrongCall)) throw error;
		printAside(`${error.message}\n`);
		return EXIT.wrongCall;
	}
}

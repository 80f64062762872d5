import type { CallError } from "@markpen/client";
import { CORE_VERSION } from "@markpen/core";
import { Command, CommanderError, InvalidArgumentError } from "commander";
import { EXIT, type WrongCall } from "./call.ts";
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

/** Collects a repeatable option. */
const several = (value: string, before: readonly string[] = []) => [...before, value];

function positive(text: string): number {
	const value = Number(text);
	if (!(value > 0 && value <= 20)) throw new InvalidArgumentError("It is a number above 0 and at most 20.");
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
		.option("--out <path>", "output file: .svg, .png, .tape or .jsonl (default: SVG to the terminal)")
		.option("--exercise <path>", "an exercise file: run it on its sheet, with its seed, frames and limits")
		.option("--seed <number>", "seed for random numbers (default: the exercise's first seed, or 1)", whole(0))
		.option("--frames <number>", "how many frames to run", whole(0))
		.option("--let <name=value>", "a value to use for a let; can be repeated for other names", several)
		.option("--watch <name>", "report every change of a variable; can be repeated", several)
		.option("--scale <number>", "pixels per sheet unit in a PNG", positive, 2)
		.option("--json", "print the result as JSON")
		.addHelpText("after", "\nExample:\n  markpen draw ferry.nib.txt --out ferry.png")
		.action(async (file: string, options: DrawOptions) =>
			done(await (await import("./commands/draw.ts")).drawCommand(file, options)),
		);
	markpen
		.command("figures")
		.argument("<file>", "the program")
		.description("describe a drawing: one sentence per figure")
		.option("--language <name>", "nib, python, javascript or svg, where the file's ending doesn't tell")
		.option("--exercise <path>", "an exercise file: run it on its sheet, with its seed, frames and limits")
		.option("--seed <number>", "seed for random numbers (default: the exercise's first seed, or 1)", whole(0))
		.option("--frames <number>", "how many frames to run", whole(0))
		.option("--let <name=value>", "a value to use for a let; can be repeated for other names", several)
		.option("--frame <number>", "describe the drawing after this frame", whole(0))
		.option("--beside <file>", "another program to compare with: lists the differences")
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
		.option("--out <path>", "output file: .svg, .png, .tape or .jsonl (default: JSON Lines to the terminal)")
		.option("--scale <number>", "pixels per sheet unit in a PNG", positive, 2)
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
		.option("--junit <path>", "also write the results as JUnit XML")
		.option("--last <file>", "the student's last try, for criteria that compare with it")
		.option("--continues <file>", "the hand-in that the exercise continues from")
		.option("--answers <file>", "file with the answers to the exercise's questions, one per line: id, colon, answer")
		.option("--no-causes", "don't look for causes (much faster)")
		.option("--watch", "check again whenever a file changes, until Ctrl-C")
		.addHelpText(
			"after",
			"\nExample:\n  markpen check buoy.nib.txt --exercise mooring-buoy.exercise.yaml\n\nExit code: 0 if every criterion is met, 1 if one is missed, 2 if the call was wrong.",
		)
		.action(async (files: string[], options: CheckOptions) =>
			done(await (await import("./commands/check.ts")).checkCommand(files, options)),
		);
	markpen
		.command("try")
		.argument("<exercise>", "the exercise file (*.exercise.yaml)")
		.description("test an exercise before you set it: with its model, typical mistakes and other right solutions")
		.option(
			"--out <folder>",
			"folder for pictures and programs of unnoticed mistakes and of right solutions marked down",
		)
		.option("--json", "print the results as JSON")
		.addHelpText(
			"after",
			"\nExample:\n  markpen try mooring-buoy.exercise.yaml\n\nExit code: 0 if the model earns full points, every mistake is noticed and no right solution is marked down; otherwise 1.",
		)
		.action(async (exercise: string, options: TryOptions) =>
			done(await (await import("./commands/try.ts")).tryCommand(exercise, options)),
		);
	markpen
		.command("explain")
		.argument("<report>", "a report, or several, as markpen check --json prints them")
		.description("explain a report in words")
		.option("--student", "in the words for students, without the answers")
		.option("--only <name>", "the report with this name, if there are several")
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
		.description("list pairs of unusually similar programs")
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
	const exercise = new Command("exercise").description("create, read and describe exercise files").exitOverride();
	exercise
		.command("new")
		.argument("<id>", "the new exercise's id")
		.description("write a new exercise file with comments")
		.option("--out <path>", "output file (default: <id>.exercise.yaml)")
		.addHelpText("after", "\nExample:\n  markpen exercise new harbour-lamp")
		.action(async (id: string, options: { out?: string }) =>
			done(await (await import("./commands/exercise.ts")).exerciseNewCommand(id, options)),
		);
	exercise
		.command("read")
		.argument("<exercise>", "the exercise file")
		.description("read an exercise file and list its errors")
		.addHelpText("after", "\nExample:\n  markpen exercise read harbour-lamp.exercise.yaml")
		.action(async (path: string) => done(await (await import("./commands/exercise.ts")).exerciseReadCommand(path)));
	exercise
		.command("schema")
		.description("print the JSON Schema of exercise files, for editors")
		.option("--collection", "the schema of collection files")
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
		// By their names: each command is a bundle of its own, with its own classes.
		if (isNamed<CallError>(error, "CallError")) {
			const fields = (error.problem?.errors ?? []).map(({ path, message }) => `\n  ${path}: ${message}`);
			printAside(`${error.message}${fields.join("")}\n`);
			return error.status === 0 ? EXIT.unreachable : EXIT.wrongCall;
		}
		if (!isNamed<WrongCall>(error, "WrongCall")) throw error;
		printAside(`${error.message}\n`);
		return EXIT.wrongCall;
	}
}

const isNamed = <T extends Error>(error: unknown, name: T["name"]): error is T =>
	error instanceof Error && error.name === name;

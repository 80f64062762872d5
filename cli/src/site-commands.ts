import { type Command, InvalidArgumentError, Option } from "commander";
import type { SetOptions } from "./commands/assignment.ts";
import type { ExerciseListOptions } from "./commands/publish.ts";
import type { SignInOptions } from "./commands/sign-in.ts";

type Done = (code: number) => void;
type Json = { readonly json?: boolean };

/** What every command of a site takes. */
const json = (command: Command) => command.option("--json", "print it as JSON");
function whole(text: string): number {
	if (!/^\d{1,6}$/.test(text)) throw new InvalidArgumentError("It is a whole number.");
	return Number(text);
}
function percent(text: string): number {
	const number = /^(\d{1,3})\s*%?$/.exec(text.trim())?.[1];
	if (number === undefined || Number(number) > 100) throw new InvalidArgumentError("It is a percentage from 0 to 100.");
	return Number(number) / 100;
}
const several = (value: string, before: readonly string[] = []) => [...before, value];

const account = () => import("./commands/sign-in.ts");
const classes = () => import("./commands/class.ts");
const assignments = () => import("./commands/assignment.ts");
const handIns = () => import("./commands/hand-in.ts");
const files = () => import("./commands/publish.ts");
const service = () => import("./commands/serve.ts");

/** Adds the commands that speak to a site, and those that run one. */
export function addSiteCommands(markpen: Command, exercise: Command, done: Done): void {
	signingIn(markpen, done);
	exerciseCommands(exercise, done);
	classCommands(markpen, done);
	assignmentCommands(markpen, done);
	studentCommands(markpen, done);
	running(markpen, done);
}

function signingIn(markpen: Command, done: Done): void {
	json(markpen.command("sign-in"))
		.argument("<address>", "the site's")
		.description("sign in to a site and save a token")
		.requiredOption("--sign-in-name <name>", "your sign-in name")
		.option("--class-code <code>", "the class code, for students")
		.addOption(new Option("--scope <scope>", "what the token can do").choices(["read", "write"]).default("write"))
		.addHelpText(
			"after",
			"\nYou type the passphrase at a prompt, or send it as input.\n\nExample:\n  markpen sign-in http://127.0.0.1:4170 --sign-in-name okafor-lind",
		)
		.action(async (address: string, options: SignInOptions) =>
			done(await (await account()).signInCommand(address, options)),
		);
	markpen
		.command("sign-out")
		.description("revoke and delete the saved token")
		.addHelpText("after", "\nExample:\n  markpen sign-out")
		.action(async () => done(await (await account()).signOutCommand()));
	json(markpen.command("who"))
		.description("show where you are signed in, and as whom")
		.addHelpText("after", "\nExample:\n  markpen who")
		.action(async (options: Json) => done(await (await account()).whoCommand(options)));
	markpen
		.command("passphrase")
		.argument("<address>", "the site's")
		.description("change a teacher's passphrase; required after a one-time passphrase")
		.requiredOption("--sign-in-name <name>", "whose")
		.addHelpText("after", "\nExample:\n  markpen passphrase http://127.0.0.1:4170 --sign-in-name okafor-lind")
		.action(async (address: string, options: { signInName: string }) =>
			done(await (await account()).passphraseCommand(address, options)),
		);
}

function exerciseCommands(exercise: Command, done: Done): void {
	json(exercise.command("list"))
		.description("list the site's exercises")
		.option("--mine", "only your own")
		.option("--words <words>", "only exercises with these words in the title, id or owner's name")
		.addOption(new Option("--sort <by>", "sort order").choices(["key", "title", "newest"]).default("key"))
		.addHelpText("after", "\nExample:\n  markpen exercise list --words sail")
		.action(async (options: ExerciseListOptions) => done(await (await files()).exerciseListCommand(options)));
	json(exercise.command("publish"))
		.argument("<file>", "an exercise or a collection")
		.description("publish a file as a fixed version; a collection replaces its old version")
		.option("--shared", "share with all teachers of the site")
		.option("--no-shared", "only for you")
		.addHelpText("after", "\nExample:\n  markpen exercise publish mooring-buoy.exercise.yaml")
		.action(async (file: string, options: Json & { shared?: boolean }) =>
			done(await (await files()).publishCommand(file, options)),
		);
	exercise
		.command("get")
		.argument("<exercise>", "the id in its file")
		.description("write a published version's file")
		.option("--version-number <number>", "version number (default: the newest)", whole)
		.option("--out <file>", "output file (default: the terminal)")
		.addHelpText("after", "\nExample:\n  markpen exercise get mooring-buoy --out mooring-buoy.exercise.yaml")
		.action(async (key: string, { versionNumber, out }: { versionNumber?: number; out?: string }) =>
			done(
				await (await files()).exerciseGetCommand(key, {
					...(versionNumber !== undefined && { version: versionNumber }),
					...(out !== undefined && { out }),
				}),
			),
		);
}

function classCommands(markpen: Command, done: Done): void {
	const of = markpen
		.command("class")
		.description("a site's classes: rosters, cards, grade book, archive")
		.exitOverride();
	json(of.command("list"))
		.description("list your classes")
		.option("--closed", "those that are closed")
		.addHelpText("after", "\nExample:\n  markpen class list")
		.action(async (options: Json & { closed?: boolean }) => done(await (await classes()).classListCommand(options)));
	json(of.command("new"))
		.argument("<name>", "the new class's")
		.description("create a class")
		.requiredOption("--year <year>", "its school year")
		.option("--zone <zone>", "its time zone, like Europe/Lisbon")
		.option("--code <code>", "the class code for signing in")
		.addHelpText("after", '\nExample:\n  markpen class new "9 Gannet" --year 2026/27 --zone Europe/Lisbon')
		.action(async (name: string, options: Json & { year: string; zone?: string; code?: string }) =>
			done(await (await classes()).classNewCommand(name, options)),
		);
	json(of.command("show"))
		.argument("<class>", "its name, code or id")
		.description("show each student's progress")
		.addHelpText("after", '\nExample:\n  markpen class show "8 Tern"')
		.action(async (name: string, options: Json) => done(await (await classes()).classShowCommand(name, options)));
	json(of.command("roster"))
		.argument("<class>", "its name, code or id")
		.description("list a class's present and former students")
		.addHelpText("after", '\nExample:\n  markpen class roster "8 Tern"')
		.action(async (name: string, options: Json) => done(await (await classes()).rosterCommand(name, options)));
	json(of.command("import"))
		.argument("<class>", "its name, code or id")
		.argument("<file>", "a CSV file with a heading for each column")
		.description("show what a roster file would change, or import it")
		.option("--carry-out", "import it")
		.addHelpText(
			"after",
			'\nExample:\n  markpen class import "8 Tern" roster.csv\n  markpen class import "8 Tern" roster.csv --carry-out',
		)
		.action(async (name: string, file: string, options: Json & { carryOut?: boolean }) =>
			done(await (await classes()).importCommand(name, file, options)),
		);
	json(of.command("cards"))
		.argument("<class>", "its name, code or id")
		.argument("[students...]", "names or sign-in names (default: all)")
		.description("make new sign-in cards; the old ones stop")
		.addHelpText("after", '\nExample:\n  markpen class cards "8 Tern" "Kit Sorrel"')
		.action(async (name: string, students: string[], options: Json) =>
			done(await (await classes()).cardsCommand(name, students, options)),
		);
	json(of.command("stuck"))
		.argument("<class>", "its name, code or id")
		.description("list stuck students and their exercises")
		.addHelpText("after", '\nExample:\n  markpen class stuck "8 Tern"')
		.action(async (name: string, options: Json) => done(await (await classes()).stuckCommand(name, options)));
	json(of.command("grade-book"))
		.argument("<class>", "its name, code or id")
		.description("show or export the grade book")
		.option("--out <file>", "output file: .csv, or .zip for OneRoster files")
		.addOption(
			new Option("--rows <what>", "layout of a CSV file: one row per student, or per student and exercise")
				.choices(["students", "exercises"])
				.default("students"),
		)
		.addHelpText("after", '\nExample:\n  markpen class grade-book "8 Tern" --out tern.csv')
		.action(async (name: string, options: Json & { out?: string; rows: "students" | "exercises" }) =>
			done(await (await classes()).gradeBookCommand(name, options)),
		);
	of.command("archive")
		.argument("<class>", "its name, code or id")
		.description("export a class as one archive, which another site can load")
		.requiredOption("--out <file>", "where to")
		.addHelpText("after", '\nExample:\n  markpen class archive "8 Tern" --out tern.json')
		.action(async (name: string, options: { out: string }) =>
			done(await (await classes()).archiveCommand(name, options)),
		);
}

function assignmentCommands(markpen: Command, done: Done): void {
	const of = markpen
		.command("assignment")
		.description("a class's assignments: set, show, release, upload, check again")
		.exitOverride();
	const named = (command: Command) =>
		json(command).argument("<class>", "its name, code or id").argument("<assignment>", "its exercise, title or id");
	json(of.command("set"))
		.argument("<class>", "its name, code or id")
		.argument("<exercise>", "the id of an exercise, or of a collection with --collection")
		.description("set an exercise's newest version to a class")
		.requiredOption(
			"--opens <time>",
			"when it opens: 2027-03-22T09:10 on the class's clock, or an instant with its zone",
		)
		.requiredOption("--due <time>", "when it is due")
		.requiredOption("--closes <time>", "when it closes")
		.option("--collection", "set a collection")
		.option("--tries <number>", "how many tries each student has", whole)
		.addOption(new Option("--counts <which>", "which try counts").choices(["best", "latest", "chosen"]))
		.addOption(new Option("--late <what>", "rule for late work").choices(["marked", "reduced", "refused"]))
		.option("--late-share <percent>", "percent of points that late work loses, with --late reduced", percent)
		.addOption(
			new Option("--points <when>", "when points and feedback are shown").choices(["at once", "release", "closing"]),
		)
		.addHelpText(
			"after",
			'\nExample:\n  markpen assignment set "8 Tern" sail --opens 2027-03-22T09:10 --due 2027-03-29T16:00 --closes 2027-04-05T16:00',
		)
		.action(async (name: string, key: string, options: SetOptions) =>
			done(await (await assignments()).setCommand(name, key, options)),
		);
	named(of.command("show"))
		.description("show the hand-ins of an assignment")
		.addHelpText("after", '\nExample:\n  markpen assignment show "8 Tern" sail')
		.action(async (name: string, said: string, options: Json) =>
			done(await (await assignments()).assignmentShowCommand(name, said, options)),
		);
	named(of.command("release"))
		.argument("[students...]", "names or sign-in names (default: all)")
		.description("release points and feedback")
		.addHelpText("after", '\nExample:\n  markpen assignment release "8 Tern" sail "Kit Sorrel"')
		.action(async (name: string, said: string, students: string[], options: Json) =>
			done(await (await assignments()).releaseCommand(name, said, students, options)),
		);
	named(of.command("upload"))
		.argument("<files>", "a zip, or a folder with a file or a folder for each student")
		.description("show whose files they are, or hand them in")
		.option("--carry-out", "hand them in")
		.option("--of <file=student>", "whose file it is; can be repeated", several)
		.addHelpText("after", '\nExample:\n  markpen assignment upload "8 Tern" sail handed-in --carry-out')
		.action(async (name: string, said: string, path: string, options: Json & { carryOut?: boolean; of?: string[] }) =>
			done(await (await assignments()).uploadCommand(name, said, path, options)),
		);
	named(of.command("follow"))
		.description("wait until all hand-ins are checked")
		.addHelpText("after", '\nExample:\n  markpen assignment follow "8 Tern" sail')
		.action(async (name: string, said: string, options: Json) =>
			done(await (await assignments()).followCommand(name, said, options)),
		);
	named(of.command("rehearse"))
		.description("check all hand-ins again and show changed points, or apply them")
		.option("--to-version <number>", "version of the exercise (default: the newest)", whole)
		.option("--carry-out", "apply the new points")
		.addHelpText("after", '\nExample:\n  markpen assignment rehearse "8 Tern" sail')
		.action(
			async (
				name: string,
				said: string,
				{ toVersion, ...options }: Json & { toVersion?: number; carryOut?: boolean },
			) =>
				done(
					await (await assignments()).rehearseCommand(name, said, {
						...options,
						...(toVersion !== undefined && { version: toVersion }),
					}),
				),
		);
	named(of.command("alike"))
		.description("list pairs of unusually similar hand-ins")
		.addHelpText("after", '\nExample:\n  markpen assignment alike "8 Gannet" pier-planks')
		.action(async (name: string, said: string, options: Json) =>
			done(await (await assignments()).alikeOnSiteCommand(name, said, options)),
		);
	of.command("drawings")
		.argument("<class>", "its name, code or id")
		.argument("<assignment>", "its exercise, title or id")
		.description("write each student's drawing into a folder")
		.requiredOption("--out <folder>", "where to")
		.option("--png", "as PNG instead of SVG")
		.addHelpText("after", '\nExample:\n  markpen assignment drawings "8 Tern" sail --out sails')
		.action(async (name: string, said: string, options: { out: string; png?: boolean }) =>
			done(await (await assignments()).drawingsCommand(name, said, options)),
		);
}

function studentCommands(markpen: Command, done: Done): void {
	json(markpen.command("work"))
		.description("list a student's work")
		.addHelpText("after", "\nExample:\n  markpen work")
		.action(async (options: Json) => done(await (await handIns()).workCommand(options)));
	json(markpen.command("hand-in"))
		.argument("<file>", "the program")
		.description("hand a program in and wait for its points")
		.option("--exercise <id>", "exercise id (default: from the file's name)")
		.option("--no-wait", "don't wait until it is checked")
		.addHelpText(
			"after",
			"\nExample:\n  markpen hand-in sail.nib.txt\n\nExit code: 0 if every criterion is met, 1 if one is missed, 2 if the call was wrong, 3 if the site can't be reached.",
		)
		.action(async (file: string, options: Json & { exercise?: string; wait: boolean }) =>
			done(await (await handIns()).handInCommand(file, options)),
		);
}

function running(markpen: Command, done: Done): void {
	markpen
		.command("serve")
		.description("serve a site's pages and API; workers check the hand-ins")
		.option("--check", "also check hand-ins in this process")
		.addHelpText(
			"after",
			"\nIts settings are in the environment; docs/running.md lists them.\n\nExample:\n  DATABASE_URL=postgres://… markpen serve",
		)
		.action(async ({ check }: { check?: boolean }) =>
			done(await (await service()).serviceCommand(check ? "both" : "web")),
		);
	markpen
		.command("worker")
		.description("check hand-ins; you can run any number of workers")
		.addHelpText("after", "\nExample:\n  DATABASE_URL=postgres://… markpen worker")
		.action(async () => done(await (await service()).serviceCommand("worker")));
	markpen
		.command("account")
		.argument("<sign-in-name>", "the teacher's")
		.description("on the server: create a teacher's account, or give it a one-time passphrase")
		.option("--name <name>", "the teacher's name, for a new account")
		.option("--administrator", "make the teacher an administrator")
		.option("--site <address>", "the site's address, if several run on this machine")
		.addHelpText(
			"after",
			"\nFinds the site on this machine, or uses the database of DATABASE_URL.\n" +
				'\nExample:\n  markpen account okafor-lind --name "M. Okafor-Lind" --administrator',
		)
		.action(async (signInName: string, options: { name?: string; administrator?: boolean; site?: string }) => {
			const words = [
				signInName,
				...(options.name !== undefined ? ["--name", options.name] : []),
				...(options.administrator ? ["--administrator"] : []),
				...(options.site !== undefined ? ["--site", options.site] : []),
			];
			done(await (await service()).serviceCommand("account", words));
		});
	markpen
		.command("completion")
		.argument("<shell>", "bash, zsh or fish")
		.description("print a shell script that completes commands and options")
		.addHelpText("after", "\nExample:\n  markpen completion bash >> ~/.bashrc")
		.action(async (shell: string) =>
			done((await import("./commands/completion.ts")).completionCommand(shell, markpen)),
		);
}

import { execFileSync, spawn } from "node:child_process";
import { randomBytes } from "node:crypto";
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, inject, test } from "vitest";
import { DEMO_SIGN_INS } from "../../demo/dist/index.js";
import { rowsOf, Site, signedIn } from "../site.ts";
import { MARKPEN, runMarkpen } from "./run-markpen.ts";

let site: Site;
let folder: string;
/** Runs the command line with a home of its own for each person. */
const as = (who: string) => {
	const home = join(folder, `home-${who}`);
	mkdirSync(home, { recursive: true });
	return (args: readonly string[], input = "") => runMarkpen(folder, args, { input, env: { HOME: home } });
};
let teacher: ReturnType<typeof as>;
let student: ReturnType<typeof as>;

beforeAll(async () => {
	site = await Site.start();
	folder = mkdtempSync(join(tmpdir(), "markpen-site-"));
	[teacher, student] = [as("teacher"), as("student")];
	const { signInName, classCode, passphrase } = DEMO_SIGN_INS.student;
	expect(
		(
			await teacher(
				["sign-in", site.address, "--sign-in-name", DEMO_SIGN_INS.teacher.signInName],
				`${DEMO_SIGN_INS.teacher.passphrase}\n`,
			)
		).code,
	).toBe(0);
	expect(
		(
			await student(
				["sign-in", `${site.address}/`, "--sign-in-name", signInName, "--class-code", classCode],
				`${passphrase}\n`,
			)
		).code,
	).toBe(0);
});
afterAll(async () => {
	await site.stop();
	rmSync(folder, { recursive: true });
});

const RIGHT =
	"paper lightcyan\npen colour saddlebrown width 3\nfor i from 0 to 6\n  rect corner 30 + i * 60, 90 size 36, 150\nend\n";

describe("signing in", () => {
	test("keeps a token that only its owner can read, and signing out revokes it", async () => {
		const visitor = as("visitor");
		const signed = await visitor(
			["sign-in", site.address, "--sign-in-name", "okafor-lind", "--json"],
			`${DEMO_SIGN_INS.teacher.passphrase}\n`,
		);
		expect(JSON.parse(signed.out).account).toMatchObject({ name: "M. Okafor-Lind", administrator: true });
		const file = join(folder, "home-visitor/.config/markpen/site.json");
		expect(statSync(file).mode & 0o777).toBe(0o600);
		const { token } = JSON.parse(readFileSync(file, "utf8")) as { token: string };
		expect((await visitor(["who"])).out).toBe(`M. Okafor-Lind, administrator, at ${site.address}\n`);
		expect((await visitor(["sign-out"])).out).toBe(`Signed out of ${site.address}.\n`);
		expect(existsSync(file)).toBe(false);
		expect(
			(await fetch(`${site.address}/api/v1/session`, { headers: { authorization: `Bearer ${token}` } })).status,
		).toBe(401);
		expect(await visitor(["class", "list"])).toMatchObject({
			code: 2,
			err: "You aren't signed in to a site. Sign in with: markpen sign-in URL --sign-in-name NAME\n",
		});
	});

	test.each([
		[
			"a wrong passphrase",
			() => [site.address, "nope"],
			2,
			"Wrong name or passphrase. Students: check the class code, name and passphrase on your card. Your teacher can give you a new card.",
		],
		[
			"no passphrase",
			() => [site.address, ""],
			2,
			"No passphrase given. Type it at the prompt, or send it as the first line of the input.",
		],
		["no address", () => ["school", "x"], 2, "school isn't a site's address. Use one like http://127.0.0.1:4170."],
		[
			"a site that isn't there",
			() => ["http://127.0.0.1:9", "x"],
			3,
			"The service can't be reached. Nothing is lost. Try again in a moment.",
		],
	])("with %s says what to do", async (_, of, code, says) => {
		const [address, passphrase] = of() as [string, string];
		expect(await as("nobody")(["sign-in", address, "--sign-in-name", "okafor-lind"], `${passphrase}\n`)).toEqual({
			code,
			out: "",
			err: `${says}\n`,
		});
	});
});

describe("a teacher", () => {
	test("lists classes in columns, and shows each student's progress", async () => {
		const { out } = await teacher(["class", "list"]);
		expect(out).toBe(
			"Class     Year  Code      Students  Assignments  Cover until\n8 Curlew  2026  curlew-8  20        9\n8 Gannet  2026  gannet-8  20        12\n8 Tern    2026  tern-8    19        8\n".replaceAll(
				"2026",
				String(new Date().getUTCFullYear()),
			),
		);
		const shown = (await teacher(["class", "show", "8 tern"])).out.split("\n");
		expect(shown[0]).toMatch(/^Student +mooring-buoy \/16 +sail \/12 /);
		expect(shown.find((line) => line.startsWith("Idris Vale"))).toMatch(/^Idris Vale +\d+(\.\d+)? +7 /);
		expect(
			JSON.parse((await teacher(["class", "stuck", "tern-8", "--json"])).out).stuck.map(
				(s: { student: { name: string } }) => s.student.name,
			),
		).toEqual(["Bram Ousel", "Gwen Stell"]);
	});

	test("makes a class, previews and imports its roster, and prints cards", async () => {
		expect(
			(await teacher(["class", "new", "9 Heron", "--year", "2026/27", "--zone", "Europe/Lisbon", "--code", "heron-9"]))
				.out,
		).toBe("9 Heron is made; students sign in with the class code heron-9.\n");
		writeFileSync(join(folder, "roster.csv"), "Name,Number\nNell Quay,1\n,2\n");
		const preview = await teacher(["class", "import", "9 Heron", "roster.csv"]);
		expect([preview.code, preview.out]).toEqual([
			1,
			"Line  Name       What\n2     Nell Quay  Is new, and will sign in as nell.\n3                Skipped: the name is missing.\n\nNothing is changed yet. Add --carry-out to import the file.\n",
		]);
		const done = await teacher(["class", "import", "9 Heron", "roster.csv", "--carry-out"]);
		const [, passphrase] = /^Nell Quay +heron-9 +nell +(\S+)$/m.exec(done.out) ?? [];
		await expect(
			signedIn(site.address, { classCode: "heron-9", signInName: "nell", passphrase: passphrase as string }),
		).resolves.toBeDefined();
		expect((await teacher(["class", "cards", "9 Heron", "Nell Quay"])).out).toMatch(
			/^Name +Class code +Sign-in name +Passphrase\nNell Quay +heron-9 +nell +[a-z]+-/,
		);
		expect(await teacher(["class", "cards", "9 Heron", "Nobody"])).toMatchObject({
			code: 2,
			err: "No student in the class is called Nobody.\n",
		});
		expect((await teacher(["class", "roster", "heron-9"])).out).toContain("Nell Quay  nell");
	});

	test("lists exercises in an order, and those with some words", async () => {
		const firsts = async (...more: string[]) =>
			(await teacher(["exercise", "list", ...more])).out
				.trimEnd()
				.split("\n")
				.slice(1)
				.map((line) => line.split(" ")[0]);
		const all = await firsts();
		expect(all).toEqual([...all].sort());
		expect((await firsts("--sort", "newest")).sort()).toEqual(all);
		expect(await firsts("--words", "COMPASS")).toEqual(["compass-card", "compass-rose"]);
		expect((await teacher(["exercise", "list", "--words", "no such"])).out).toBe(
			"No exercise has “no such” in its title, id or owner's name.\n",
		);
		expect(await teacher(["exercise", "list", "--sort", "size"])).toMatchObject({
			code: 2,
			err: expect.stringContaining("Allowed choices are key, title, newest"),
		});
	});

	test("publishes an exercise, sets it, hands a folder in, rehearses, releases, and writes the grade book", async () => {
		writeFileSync(
			join(folder, "lamp.exercise.yaml"),
			"format: markpen/exercise@1\nid: lamp\ntitle: Lamp\nbrief: A lamp 36 across.\nmodel: circle centre 140, 90 diameter 36\nfigures: { lamp: { kind: circle } }\ncriteria:\n  - { id: across, check: measure, of: lamp, what: diameter, is: 36, points: 2 }\n",
		);
		expect((await teacher(["exercise", "publish", "lamp.exercise.yaml"])).out).toBe("lamp published as version 1.\n");
		writeFileSync(join(folder, "bad.exercise.yaml"), "format: markpen/exercise@1\nid: bad\n");
		expect(await teacher(["exercise", "publish", "bad.exercise.yaml"])).toMatchObject({
			code: 2,
			err: expect.stringMatching(/^The exercise file has errors; each is listed with its line\.\n {2}\w+: line 1/),
		});
		const at = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString();
		const set = await teacher([
			"assignment",
			"set",
			"8 Gannet",
			"lamp",
			"--opens",
			at(-3),
			"--due",
			at(1),
			"--closes",
			at(2),
			"--points",
			"release",
			"--json",
		]);
		expect(JSON.parse(set.out).exercises).toEqual(["lamp"]);
		const reduced = [
			"assignment",
			"set",
			"8 Gannet",
			"lamp",
			"--opens",
			at(-3),
			"--due",
			at(-1),
			"--closes",
			at(2),
			"--late",
			"reduced",
		];
		expect(await teacher(reduced)).toMatchObject({
			code: 2,
			err: expect.stringContaining("--late reduced and --late-share go together"),
		});
		expect(await teacher([...reduced, "--late-share", "most"])).toMatchObject({
			code: 2,
			err: expect.stringContaining("It is a percentage from 0 to 100."),
		});

		mkdirSync(join(folder, "in/Lintott, Bea"), { recursive: true });
		writeFileSync(join(folder, "in/abel corrie.txt"), "circle centre 140, 90 diameter 36");
		writeFileSync(join(folder, "in/Lintott, Bea/lamp.txt"), "circle centre 140, 90 diameter 44");
		writeFileSync(join(folder, "in/whose.txt"), "walk 5");
		const preview = await teacher(["assignment", "upload", "8 Gannet", "lamp", "in"]);
		expect([preview.code, preview.out.split("\n").slice(1, 4)]).toEqual([
			1,
			[
				"Lintott, Bea/lamp.txt  Handed in for Bea Lintott, found by name.",
				"abel corrie.txt        Handed in for Abel Corrie, found by name.",
				"whose.txt              Skipped: no student has this name. Choose the student to hand it in.",
			],
		]);
		expect(
			(await teacher(["assignment", "upload", "8 Gannet", "lamp", "in", "--carry-out", "--of", "whose.txt=Caius Wray"]))
				.out,
		).toContain("Handed in 3, skipped 0.");
		expect((await teacher(["assignment", "follow", "8 Gannet", "lamp"])).out).toMatch(
			/^(?:Everything is checked|\d checked\. All checks are done)\.\n$/,
		);
		const shown = (await teacher(["assignment", "show", "8 Gannet", "lamp"])).out;
		expect(shown).toMatch(/Abel Corrie +1 +2 of 2 +all met\nBea Lintott +1 +0 of 2 +missed: diameter of the lamp: 36/);

		writeFileSync(
			join(folder, "lamp.exercise.yaml"),
			readFileSync(join(folder, "lamp.exercise.yaml"), "utf8").replace("is: 36,", "is: 36, within: 9,"),
		);
		await teacher(["exercise", "publish", "lamp.exercise.yaml"]);
		const rehearsed = await teacher(["assignment", "rehearse", "8 Gannet", "lamp"]);
		expect(rehearsed.out).toMatch(
			/^Lamp, version 1 to 2: 2 of 3 hand-ins keep their points\.\n\nStudent +Try +Before +After +Why\nBea Lintott +1 +0 +2 +Diameter of the lamp: 36: 0 → 2\n\nNothing is changed yet\./,
		);
		expect((await teacher(["assignment", "rehearse", "8 Gannet", "lamp", "--carry-out"])).out).toContain(
			"3 reports applied. The old reports are kept.",
		);
		expect((await teacher(["assignment", "release", "8 Gannet", "lamp", "Bea Lintott"])).out).toBe(
			"Released to 1 student.\n",
		);
		expect((await teacher(["assignment", "release", "8 Gannet", "lamp"])).out).toBe("Released to 19 students.\n");

		await teacher(["class", "grade-book", "8 Gannet", "--out", "book.csv"]);
		expect(readFileSync(join(folder, "book.csv"), "utf8").split("\r\n")[0]).toContain("Lamp (of 2)");
		await teacher(["class", "grade-book", "8 Gannet", "--out", "book.zip"]);
		expect(readFileSync(join(folder, "book.zip")).subarray(0, 2).toString()).toBe("PK");
		await teacher(["class", "archive", "8 Gannet", "--out", "gannet.json"]);
		expect(JSON.parse(readFileSync(join(folder, "gannet.json"), "utf8"))).toMatchObject({
			format: "markpen/class-archive@1",
		});
		expect((await teacher(["assignment", "drawings", "8 Gannet", "lamp", "--out", "drawn", "--png"])).out).toBe(
			"3 drawings written to drawn.\n",
		);
		expect(readFileSync(join(folder, "drawn/Abel Corrie.png")).subarray(1, 4).toString()).toBe("PNG");
		expect((await teacher(["exercise", "get", "lamp", "--version-number", "1"])).out).toContain("is: 36, points: 2");
	});

	test("lists the choices if a name matches nothing or several things", async () => {
		expect(await teacher(["class", "show", "9 Nothing"])).toMatchObject({
			code: 2,
			err: expect.stringMatching(/^No class is called 9 Nothing; there are 8 Curlew, 8 Gannet, 8 Tern/),
		});
		expect(await teacher(["assignment", "show", "8 Tern", "boat"])).toMatchObject({
			code: 2,
			err: expect.stringContaining("No assignment is called boat; there are mooring-buoy, sail"),
		});
	});
});

describe("a student", () => {
	test("sees what there is to do, hands in and waits for the points", async () => {
		const { out } = await student(["work"]);
		expect(out).toMatch(/^Exercise +Title +Due \(UTC\) +Tries left +Points\n/);
		writeFileSync(join(folder, "pier-planks.nib.txt"), RIGHT);
		const done = await student(["hand-in", "pier-planks.nib.txt"]);
		expect([done.code, done.err]).toEqual([0, ""]);
		expect(done.out).toMatch(/^pier-planks\.nib\.txt {2}Pier planks {2}11 of 11\n {2}● met {9}Seven planks/);
		writeFileSync(join(folder, "other.txt"), "walk 5");
		const other = await student(["hand-in", "other.txt", "--exercise", "lighthouse", "--json"]);
		expect([other.code, JSON.parse(other.out).points.earned]).toEqual([1, 0]);
		expect(await student(["hand-in", "other.txt"])).toMatchObject({
			code: 2,
			err: expect.stringMatching(/^No open exercise is called other; there are /),
		});
		expect(await student(["class", "list"])).toMatchObject({
			code: 2,
			err: "Your account isn't allowed to do this.\n",
		});
	});
});

describe("a site from nothing", () => {
	test("is served and worked by processes of their own; its first administrator is made on the server", async () => {
		const name = `first_${randomBytes(6).toString("hex")}`;
		await rowsOf(inject("postgres"), `CREATE DATABASE ${name}`);
		const url = new URL(inject("postgres"));
		url.pathname = `/${name}`;
		// The account command finds the site in the files that running processes of its user write.
		const own = { PATH: process.env.PATH ?? "", HOME: join(folder, "home-server") };
		const env = { ...own, DATABASE_URL: url.href, MARKPEN_PORT: "0", MARKPEN_THREADS: "1" };
		const start = (part: string) =>
			spawn(process.execPath, [MARKPEN, part], { env, stdio: ["ignore", "pipe", "inherit"] });
		const serve = start("serve");
		let said = "";
		const address = await new Promise<string>((resolve) =>
			serve.stdout.on("data", (data) => {
				said += String(data);
				const found = /ready (\S+)/.exec(said)?.[1];
				if (found) resolve(found);
			}),
		);
		expect(said).toContain(`Set up your school: ${address}/set-up#`);
		const made = execFileSync(
			process.execPath,
			[MARKPEN, "account", "first", "--name", "F. First", "--administrator"],
			{ env: own, encoding: "utf8" },
		);
		const once = /^ {2}(\S+)$/m.exec(made)?.[1] as string;
		const first = as("first");
		expect(await first(["sign-in", address, "--sign-in-name", "first"], `${once}\n`)).toMatchObject({
			code: 2,
			err: "This was a one-time passphrase. Choose your own passphrase first.\n",
		});
		expect(
			(
				await first(
					["passphrase", address, "--sign-in-name", "first"],
					`${once}\nmy-own-passphrase\nmy-own-passphrase\n`,
				)
			).code,
		).toBe(0);
		expect((await first(["sign-in", address, "--sign-in-name", "first"], "my-own-passphrase\n")).code).toBe(0);
		expect((await first(["class", "list"])).out).toBe("There are no classes.\n");
		const again = execFileSync(process.execPath, [MARKPEN, "account", "first", "--site", address], {
			env: own,
			encoding: "utf8",
		});
		expect(again).toContain("has a new passphrase. The old one no longer works.");
		expect((await first(["class", "list"])).code).toBe(2);
		const worker = start("worker");
		await new Promise<void>((resolve) =>
			worker.stdout.on("data", (data) => String(data).includes("ready worker") && resolve()),
		);
		for (const child of [serve, worker]) {
			const ended = new Promise((resolve) => child.on("exit", resolve));
			child.kill("SIGTERM");
			expect(await ended).toBe(0);
		}
		expect(() =>
			execFileSync(process.execPath, [MARKPEN, "account", "first"], { env: own, encoding: "utf8", stdio: "pipe" }),
		).toThrow("No site is running on this machine under your user.");
	});
});

test.each(["bash", "zsh", "fish"])("completion for %s names every command, and is sound", async (shell) => {
	const { out, code } = await teacher(["completion", shell]);
	expect(code).toBe(0);
	for (const word of ["sign-in", "grade-book", "rehearse", "--carry-out", "hand-in"])
		expect(out).toContain(shell === "fish" ? word.replace(/^--/, "") : word);
	if (shell !== "bash") return;
	writeFileSync(
		join(folder, "complete.sh"),
		`${out}\nCOMP_WORDS=(markpen class gr); COMP_CWORD=2; _markpen; echo "\${COMPREPLY[@]}"; COMP_WORDS=(markpen assignment rehearse --c); COMP_CWORD=3; _markpen; echo "\${COMPREPLY[@]}"\n`,
	);
	expect(execFileSync("bash", [join(folder, "complete.sh")], { encoding: "utf8" })).toBe("grade-book\n--carry-out\n");
});

import { mkdirSync, writeFileSync } from "node:fs";
import { ask, CantGoOn, run } from "./run.mjs";

let updated = false;

/** Installs packages of Debian's, as root; else one sentence says what to run. */
export function installDebian(what, packages) {
	const command = `apt-get install -y ${packages.join(" ")}`;
	if (process.getuid?.() !== 0) throw new CantGoOn(`${what} isn't installed. Run: sudo ${command}`);
	if (ask("which", ["apt-get"]) === undefined)
		throw new CantGoOn(
			`${what} isn't installed, and there is no apt-get here. Install it with this system's own tools.`,
		);
	process.stdout.write(`Installing ${what} from Debian's packages …\n`);
	const options = {
		env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
		stdio: ["ignore", "ignore", "inherit"],
	};
	if (!updated) run("apt-get", ["update", "-qq"], options);
	updated = true;
	run(
		"apt-get",
		["install", "-y", "-qq", "--no-install-recommends", "-o", "Dpkg::Options::=--force-confold", ...packages],
		options,
	);
}

/** Stops PostgreSQL's package from creating and starting its own server. */
export function noClusterOfItsOwn() {
	if (process.getuid?.() !== 0) return;
	mkdirSync("/etc/postgresql-common/createcluster.d", { recursive: true });
	writeFileSync("/etc/postgresql-common/createcluster.d/mark-pen.conf", "create_main_cluster = false\n");
}

import { existsSync } from "node:fs";
import { installDebian } from "./debian.mjs";
import { ask, CantGoOn } from "./run.mjs";

/** The path of Chromium, installed if it is missing. */
export function ensureChromium() {
	const find = () =>
		["/usr/bin/chromium", ask("which", ["chromium"]), ask("which", ["chromium-browser"])].find(
			(path) => path && existsSync(path),
		);
	const found = find();
	if (found) return found;
	installDebian("Chromium", ["chromium"]);
	const installed = find();
	if (!installed) throw new CantGoOn("Chromium was installed, but it can't be found. Put it on the PATH as chromium.");
	return installed;
}

/** Switches that keep a headless Chromium quiet and off the network; as root it can't use its sandbox. */
export const CHROMIUM_SWITCHES = [
	"--no-first-run",
	"--disable-gpu",
	"--disable-quic",
	"--disable-background-networking",
	"--disable-component-update",
	"--disable-sync",
	"--disable-dev-shm-usage",
	...(process.getuid?.() === 0 ? ["--no-sandbox"] : []),
];

import { existsSync } from "node:fs";
import { installDebian } from "./debian.mjs";
import { ask, CantGoOn } from "./run.mjs";

const find = (names) =>
	names.flatMap((name) => [`/usr/bin/${name}`, ask("which", [name])]).find((path) => path && existsSync(path));

const CHROMIUM = ["chromium", "chromium-browser"];
const HEADLESS = "chromium-headless-shell";

function foundAfterwards(names) {
	const installed = find(names);
	if (!installed) throw new CantGoOn("Chromium was installed, but it can't be found. Put it on the PATH as chromium.");
	return installed;
}

/** The path of Chromium as people use it, installed if it is missing. */
export function ensureChromium() {
	const found = find(CHROMIUM);
	if (found) return found;
	installDebian("Chromium", ["chromium"]);
	return foundAfterwards(CHROMIUM);
}

/** Whether Debian's lists know a package that could be installed now. */
const installable = (name) => process.getuid?.() === 0 && ask("apt-cache", ["show", name]) !== undefined;

/**
 * The path of a Chromium for tests, installed if it is missing: the one without a window, which opens a page for half
 * the processor time, or the common one where there is no such package.
 */
export function ensureHeadlessChromium() {
	const shell = find([HEADLESS]);
	if (shell) return shell;
	if (find(CHROMIUM) && !installable(HEADLESS)) return ensureChromium();
	try {
		installDebian("Chromium without a window", [HEADLESS]);
	} catch {
		return ensureChromium();
	}
	return foundAfterwards([HEADLESS]);
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

import { chmod, mkdir, readFile, rm, writeFile } from "node:fs/promises";
import { homedir } from "node:os";
import { join } from "node:path";
import { type Client, createClient } from "@markpen/client";
import { z } from "zod";
import { WrongCall } from "../call.ts";

const kept = z.object({ url: z.url(), token: z.string(), tokenId: z.string(), name: z.string() });
/** Where one is signed in, as who. */
export type Kept = z.infer<typeof kept>;

const folder = () => join(homedir(), ".config", "markpen");
const file = () => join(folder(), "site.json");

/** Keeps a token where only its owner can read it. */
export async function keep(of: Kept): Promise<string> {
	await mkdir(folder(), { recursive: true, mode: 0o700 });
	await writeFile(file(), `${JSON.stringify(of, null, "\t")}\n`, { mode: 0o600 });
	// An existing file would otherwise keep its permissions.
	await chmod(file(), 0o600);
	return file();
}

export async function forget(): Promise<void> {
	await rm(file(), { force: true });
}

/** Where one is signed in; a sentence that says how to be where one isn't. */
export async function keptSite(): Promise<Kept> {
	const text = await readFile(file(), "utf8").catch(() => undefined);
	const found = text === undefined ? undefined : kept.safeParse(parsed(text));
	if (!found?.success)
		throw new WrongCall("You aren't signed in to a site. Sign in with: markpen sign-in URL --sign-in-name NAME");
	return found.data;
}

function parsed(text: string): unknown {
	try {
		return JSON.parse(text);
	} catch {
		return undefined;
	}
}

export function clientOf(url: string, token?: string): Client {
	return createClient({
		base: url,
		...(token !== undefined && { headers: () => ({ authorization: `Bearer ${token}` }) }),
	});
}

/** A client with the token that was kept. */
export async function site(): Promise<Client> {
	const { url, token } = await keptSite();
	return clientOf(url, token);
}

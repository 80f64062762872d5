import { hostname } from "node:os";
import { createClient } from "@markpen/client";
import { WrongCall } from "../call.ts";
import { say } from "../formats/said.ts";
import { print } from "../formats/terminal.ts";
import { clientOf, forget, keep, keptSite, site } from "../site/connection.ts";
import { secrets } from "../site/passphrase.ts";

export interface SignInOptions {
	readonly signInName: string;
	readonly classCode?: string;
	readonly scope: "read" | "write";
	readonly json?: boolean;
}

/** Signs in and keeps a token. The passphrase is asked for, or read from the input. */
export async function signInCommand(address: string, options: SignInOptions): Promise<number> {
	const url = address.replace(/\/+$/, "");
	if (!/^https?:\/\/[^/\s]+/.test(url))
		throw new WrongCall(`${address} isn't a site's address. Use one like http://127.0.0.1:4170.`);
	const [passphrase = ""] = await secrets(["Passphrase"]);
	if (passphrase === "")
		throw new WrongCall("No passphrase given. Type it at the prompt, or send it as the first line of the input.");
	const { signInName, classCode, scope } = options;
	const made = await clientOf(url).makeToken({
		body: {
			signInName,
			passphrase,
			scope,
			name: hostname().slice(0, 80) || "command line",
			...(classCode !== undefined && { classCode }),
		},
	});
	const file = await keep({ url, token: made.token, tokenId: made.id, name: made.account.name });
	say(
		options.json,
		{ account: made.account, endsAt: made.endsAt },
		`Signed in to ${url} as ${made.account.name}. The token is in ${file}, good until ${made.endsAt.slice(0, 10)}.`,
	);
	return 0;
}

/** Revokes the token that was kept, and forgets it. */
export async function signOutCommand(): Promise<number> {
	const { tokenId, url } = await keptSite();
	await (await site()).revokeToken({ params: { id: tokenId } }).catch(() => undefined);
	await forget();
	print(`Signed out of ${url}.\n`);
	return 0;
}

export async function whoCommand(options: { json?: boolean }): Promise<number> {
	const account = await (await site()).whoAmI({});
	const { url } = await keptSite();
	say(
		options.json,
		{ url, account },
		`${account.name}, ${account.administrator ? "administrator" : account.role}, at ${url}`,
	);
	return 0;
}

/** Changes the teacher's passphrase; required after a one-time passphrase. */
export async function passphraseCommand(address: string, options: { signInName: string }): Promise<number> {
	const [now = "", next = "", again = ""] = await secrets([
		"Current passphrase",
		"New passphrase, 12 characters or more",
		"Repeat the new passphrase",
	]);
	if (next !== again) throw new WrongCall("The new passphrases differ. Nothing was changed.");
	let cookie = "";
	const client = createClient({
		base: address.replace(/\/+$/, ""),
		headers: (): Record<string, string> => (cookie ? { cookie } : {}),
		onAnswer: (response) => {
			cookie = response.headers.get("set-cookie")?.split(";")[0] ?? cookie;
		},
	});
	await client.signIn({ body: { signInName: options.signInName, passphrase: now } });
	await client.changePassphrase({ body: { now, next } });
	await client.signOut({});
	print("Passphrase changed. All tokens and other sessions have ended.\n");
	return 0;
}

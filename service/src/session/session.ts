import { createHash, randomInt } from "node:crypto";
import { hash, verify } from "@node-rs/argon2";
import type { EntityManager } from "typeorm";
import { recordAudit } from "../audit.ts";
import { Refusal } from "../refusals.ts";
import { failuresOf, findAccount, loosely, noteFailure, type SignInAccount } from "./store.ts";

/** Hashes a passphrase with argon2id. */
export function hashPassphrase(passphrase: string): Promise<string> {
	return hash(passphrase, { memoryCost: 19_456, timeCost: 2, parallelism: 1 });
}

export function isPassphrase(hashed: string, passphrase: string): Promise<boolean> {
	return verify(hashed, passphrase);
}

/** Compared when no account has the name, so that both answers take as long. */
const NOBODY = "$argon2id$v=19$m=19456,t=2,p=1$bm9ib2R5bm9ib2R5bm9ib2R5$6Y3rS7sm4ZJ6R2w8pAcs6kXBsfmqGDeqPDq0ryVXvF0";

/** Words of passphrases on cards: short, plain, unlike one another. */
const WORDS =
	"acorn amber anchor apple arrow autumn badge baker basin beacon birch blanket bonnet bottle branch brass bridge bucket button cabin candle canvas carpet castle cedar chalk cherry cloud clover cobalt comet copper coral cotton cradle crane daisy delta dolphin drum eagle easel ember falcon feather fennel ferry finch flint forest fountain fox garden ginger glass granite gravel hammer harbour hazel heron hill honey island ivory jacket jasper jetty kettle kite ladder lantern lemon lilac linen lobster maple marble meadow mirror mitten moss nettle nutmeg oak oat olive onion orchard otter paddle parcel pebble pencil pepper pigeon pillow planet plum pocket pond poplar quartz quilt rabbit raven ribbon river robin rocket saddle salmon sandal shell silver spruce starling stone summer sunset swan table teapot thimble thistle timber tulip turnip velvet violet walnut wharf willow window winter wren yarrow".split(
		" ",
	);

/** A passphrase of three words and a number: some 29 bits, behind ten tries in ten minutes. */
export function freshPassphrase(): string {
	const word = () => WORDS[randomInt(WORDS.length)] as string;
	return `${word()}-${word()}-${word()}-${randomInt(10, 100)}`;
}

/** A passphrase as cards have it, of what was typed: small letters, hyphens for spaces. */
const asOnCards = (typed: string) =>
	typed
		.trim()
		.toLowerCase()
		.replace(/[\s_\u2010-\u2015-]+/g, "-");

/** Whether it is the passphrase: to the letter, or as a card has it. */
async function fits(hashed: string, typed: string): Promise<boolean> {
	if (await isPassphrase(hashed, typed)) return true;
	const plain = asOnCards(typed);
	return plain !== typed && plain !== "" && isPassphrase(hashed, plain);
}

/** Who a failure counts against, without saying a name. */
const hidden = (subject: string) => createHash("sha256").update(subject).digest("base64url");

/**
 * Minutes in which wrong sign-ins are counted, and how many of them one account, one class and one address may have.
 */
const MINUTES = 10;
const MAX_FAILURES = { account: 10, class: 150, address: 1_000 } as const;

function subjectsOf(
	signInName: string,
	classCode: string | undefined,
	address: string,
): readonly (readonly [subject: string, most: number])[] {
	const code = loosely(classCode ?? "");
	return [
		[hidden(`account ${code} ${loosely(signInName)}`), MAX_FAILURES.account],
		...(code ? [[hidden(`class ${code}`), MAX_FAILURES.class] as const] : []),
		[hidden(`address ${address}`), MAX_FAILURES.address],
	];
}

/**
 * The account that a name and passphrase belong to; refuses all else alike, and for some minutes where that was too
 * often.
 */
export async function signIn(
	manager: EntityManager,
	of: { signInName: string; passphrase: string; classCode: string | undefined; address: string },
): Promise<SignInAccount> {
	const subjects = subjectsOf(of.signInName, of.classCode, of.address);
	for (const [subject, most] of subjects) {
		const { count, seconds } = await failuresOf(manager, subject, MINUTES);
		if (count >= most) {
			const wait = Math.max(1, seconds);
			throw new Refusal(
				"too-many-failures",
				`There were ${count} wrong passphrases in ten minutes. Try again in ${Math.ceil(wait / 60)} min.`,
				undefined,
				wait,
			);
		}
	}
	const account = await findAccount(manager, of.signInName, of.classCode);
	const right = await fits(account?.passphraseHash ?? NOBODY, of.passphrase);
	if (!account || !right) {
		await noteFailure(
			manager,
			subjects.map(([subject]) => subject),
		);
		throw new Refusal("wrong-passphrase");
	}
	await recordAudit(manager, { who: account.id, what: "signed in", subject: account.id });
	return account;
}

import { createHash, randomInt } from "node:crypto";
import { hash, verify } from "@node-rs/argon2";
import pLimit, { type LimitFunction } from "p-limit";
import type { EntityManager } from "typeorm";
import { Refusal } from "../refusals.ts";
import {
	attemptsOn,
	findAccount,
	forgetAttempt,
	isKnownBrowser,
	loosely,
	noteAttempt,
	passphraseHashOf,
	type SignInAccount,
} from "./store.ts";

/** Hashes a passphrase with argon2id. */
export function hashPassphrase(passphrase: string): Promise<string> {
	return hash(passphrase, { memoryCost: 19_456, timeCost: 2, parallelism: 1 });
}

function isPassphrase(hashed: string, passphrase: string): Promise<boolean> {
	return verify(hashed, passphrase);
}

/** Compared if no account has the name, so that both answers take equally long. */
const NOBODY = "$argon2id$v=19$m=19456,t=2,p=1$bm9ib2R5bm9ib2R5bm9ib2R5$6Y3rS7sm4ZJ6R2w8pAcs6kXBsfmqGDeqPDq0ryVXvF0";

/** Words for passphrases on cards: short, common and easy to tell apart. */
const WORDS =
	"acorn amber anchor apple arrow autumn badge baker basin beacon birch blanket bonnet bottle branch brass bridge bucket button cabin candle canvas carpet castle cedar chalk cherry cloud clover cobalt comet copper coral cotton cradle crane daisy delta dolphin drum eagle easel ember falcon feather fennel ferry finch flint forest fountain fox garden ginger glass granite gravel hammer harbour hazel heron hill honey island ivory jacket jasper jetty kettle kite ladder lantern lemon lilac linen lobster maple marble meadow mirror mitten moss nettle nutmeg oak oat olive onion orchard otter paddle parcel pebble pencil pepper pigeon pillow planet plum pocket pond poplar quartz quilt rabbit raven ribbon river robin rocket saddle salmon sandal shell silver spruce starling stone summer sunset swan table teapot thimble thistle timber tulip turnip velvet violet walnut wharf willow window winter wren yarrow".split(
		" ",
	);

/** A passphrase of three words and a number: about 29 bits, protected by ten tries in ten minutes. */
export function freshPassphrase(): string {
	const word = () => WORDS[randomInt(WORDS.length)] as string;
	return `${word()}-${word()}-${word()}-${randomInt(10, 100)}`;
}

/** Typed text in the form of a card's passphrase: lower case, hyphens instead of spaces. */
const asOnCards = (typed: string) =>
	typed
		.trim()
		.toLowerCase()
		.replace(/[\s_\u2010-\u2015-]+/g, "-");

/** Whether it matches the passphrase exactly, or in the form of a card. */
async function fits(hashed: string, typed: string): Promise<boolean> {
	if (await isPassphrase(hashed, typed)) return true;
	const plain = asOnCards(typed);
	return plain !== typed && plain !== "" && isPassphrase(hashed, plain);
}

/** The subjects of an attempt, without names. */
const hidden = (subject: string) => createHash("sha256").update(subject).digest("base64url");

/** Minutes for which a wrong passphrase counts. */
const MINUTES = 10;
/**
 * Limits of wrong passphrases in that time. Over the limit of an account, or of a class from one address, one attempt
 * per {@link PAUSE_SECONDS} is still checked, so that someone with the right passphrase waits no longer. Over the limit
 * of an address, none is.
 */
const MAX_FAILURES = { account: 10, class: 100, address: 1_000 } as const;
const PAUSE_SECONDS = 30;

function refusedFor(seconds: number): Refusal {
	const wait = seconds < 60 ? `${seconds} s` : `${Math.ceil(seconds / 60)} min`;
	const detail = `There were too many wrong passphrases. Try again in ${wait}.`;
	return new Refusal("too-many-failures", detail, undefined, seconds);
}

/** Something that attempts count against. */
interface Brake {
	readonly subject: string;
	readonly most: number;
	/** Whether one attempt per pause is still checked. */
	readonly lets: boolean;
}

/** Queues of attempts per account in this process, and their largest length. */
const turns = new Map<string, LimitFunction>();
const MAX_WAITING = 40;

/** Runs the attempts of one account sequentially, so that each sees the results before it. */
async function inTurn<T>(account: string, attempt: () => Promise<T>): Promise<T> {
	const turn = turns.get(account) ?? pLimit(1);
	if (turn.pendingCount >= MAX_WAITING) throw refusedFor(1);
	turns.set(account, turn);
	try {
		return await turn(attempt);
	} finally {
		if (turn.activeCount + turn.pendingCount === 0) turns.delete(account);
	}
}

/**
 * Checks a passphrase, unless there were too many wrong ones. The attempt counts before the check, also for other
 * processes; a right one is then removed.
 */
async function braked<T>(
	manager: EntityManager,
	brakes: readonly Brake[],
	look: () => Promise<T | undefined>,
): Promise<T | undefined> {
	const subjects = brakes.map((brake) => brake.subject);
	const attempt = await noteAttempt(manager, subjects);
	for (const { subject, most, lets } of brakes) {
		const { count, oldest, newest } = await attemptsOn(manager, subject, MINUTES, attempt);
		if (count < most) continue;
		const pause = lets ? PAUSE_SECONDS - newest : 60 * MINUTES - oldest;
		if (pause <= 0) continue;
		await forgetAttempt(manager, attempt);
		throw refusedFor(Math.max(1, Math.ceil(pause)));
	}
	const found = await look();
	if (found !== undefined) await forgetAttempt(manager, attempt);
	return found;
}

function signInBrakes({ signInName, classCode, address }: SignInAsked): readonly Brake[] {
	const code = loosely(classCode ?? "");
	return [
		{ subject: hidden(`account ${code} ${loosely(signInName)}`), most: MAX_FAILURES.account, lets: true },
		...(code ? [{ subject: hidden(`class ${code} ${address}`), most: MAX_FAILURES.class, lets: true }] : []),
		{ subject: hidden(`address ${address}`), most: MAX_FAILURES.address, lets: false },
	];
}

/** Who wants to sign in, and from where. */
export interface SignInAsked {
	readonly signInName: string;
	readonly passphrase: string;
	readonly classCode: string | undefined;
	readonly address: string;
	/** The browser's id from its cookie, if any. */
	readonly browser: string | undefined;
}

/**
 * The account of a name and passphrase. All failures get the same refusal, and after too many a pause. If the account
 * has used this browser before, only this browser's failures count, so that others can't lock it out.
 */
export async function signIn(manager: EntityManager, of: SignInAsked): Promise<SignInAccount> {
	const found = await findAccount(manager, of.signInName, of.classCode);
	const known = of.browser !== undefined && found && (await isKnownBrowser(manager, of.browser, found.id));
	const brakes = known
		? [{ subject: hidden(`browser ${of.browser} ${found.id}`), most: MAX_FAILURES.account, lets: true }]
		: signInBrakes(of);
	const look = async () => ((await fits(found?.passphraseHash ?? NOBODY, of.passphrase)) ? found : undefined);
	const account = await inTurn((brakes[0] as Brake).subject, () => braked(manager, brakes, look));
	if (!account) throw new Refusal("wrong-passphrase");
	return account;
}

/** Whether a passphrase belongs to an account, with the same rate limit as signing in. */
export async function isOwnPassphrase(manager: EntityManager, accountId: string, typed: string): Promise<boolean> {
	const brake = { subject: hidden(`own ${accountId}`), most: MAX_FAILURES.account, lets: true };
	const look = async () => {
		const now = await passphraseHashOf(manager, accountId);
		return now !== undefined && (await isPassphrase(now, typed)) ? true : undefined;
	};
	return (await inTurn(brake.subject, () => braked(manager, [brake], look))) === true;
}

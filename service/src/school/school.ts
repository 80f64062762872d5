import { schoolYearOf } from "@markpen/contract";
import type { EntityManager } from "typeorm";
import { v7 } from "uuid";
import { insertTeacher } from "../account/store.ts";
import { recordAudit } from "../audit.ts";
import { AccountEntity } from "../database/entities/account.ts";
import { Refusal } from "../refusals.ts";
import { setPassphrase } from "../session/store.ts";
import { refuseZone } from "../time.ts";
import { findSchool, freshLink, isLink, type SchoolRow, updateSchool, useLink } from "./store.ts";

/** Whether the site has an account and so needs no set-up. */
export function isSetUp(manager: EntityManager): Promise<boolean> {
	return manager.existsBy(AccountEntity, {});
}

/** A set-up link of a site without accounts; undefined if it is already set up. */
export async function setUpLink(manager: EntityManager): Promise<string | undefined> {
	return (await isSetUp(manager)) ? undefined : freshLink(manager);
}

/** The school's defaults for new classes. */
export type SchoolSettings = Omit<SchoolRow, "schoolYear"> & { readonly schoolYear: string };

export async function schoolSettings(manager: EntityManager, now = new Date()): Promise<SchoolSettings> {
	const row = await findSchool(manager);
	return { ...row, schoolYear: row.schoolYear ?? schoolYearOf(now.getUTCFullYear(), now.getUTCMonth()) };
}

/** Refuses an invalid set-up link before hashing a passphrase, which is slow by design. */
export async function refuseLink(manager: EntityManager, link: string): Promise<void> {
	if (await isSetUp(manager))
		throw new Refusal("link-over", "This site is already set up. Sign in, or ask the administrator for an account.");
	if (!(await isLink(manager, link))) throw new Refusal("link-over");
}

/** The first administrator, with the hash of their passphrase. */
export interface FirstAdministrator {
	readonly name: string;
	readonly signInName: string;
	readonly hash: string;
}

/** Sets up a site with its link, in the caller's transaction; returns the id of the administrator's account. */
export async function setUpSchool(
	tx: EntityManager,
	link: string,
	school: Omit<SchoolRow, "revision">,
	{ hash, ...administrator }: FirstAdministrator,
): Promise<string> {
	refuseZone(school.zone);
	// The link's row is locked while in use, so of two simultaneous calls one is refused.
	if (!(await useLink(tx, link)) || (await isSetUp(tx))) throw new Refusal("link-over");
	const id = v7();
	await insertTeacher(tx, { id, ...administrator, administrator: true, hash });
	await setPassphrase(tx, id, hash, false);
	await updateSchool(tx, school, -1);
	await recordAudit(tx, { who: id, what: "set up school", subject: id, field: "role", new: "administrator" });
	return id;
}

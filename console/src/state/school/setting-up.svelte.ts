import { type Account, schoolYearOf } from "@markpen/contract";
import { api } from "../site/api.ts";
import { saying } from "../site/loading.svelte.ts";
import type { GradeStep } from "./grade-scales.ts";

/** Time zones of this browser's copy of the IANA database. */
export const ZONES: readonly string[] = ["UTC", ...Intl.supportedValuesOf("timeZone").filter((zone) => zone !== "UTC")];

/** A sign-in name made of a person's name: its last word, in small Latin letters. */
export function signInNameOf(name: string): string {
	const plain = name.normalize("NFKD").replace(/\p{M}/gu, "").toLowerCase();
	return (plain.trim().split(/\s+/).at(-1) ?? "").replace(/[^a-z0-9-]/g, "");
}

/** A form of the school's defaults for classes. */
export interface SchoolFields {
	name: string;
	zone: string;
	schoolYear: string;
	gradeScale: GradeStep[];
}

/** Today's school year, by this browser's clock. */
function schoolYearNow(): string {
	const today = new Date();
	return schoolYearOf(today.getFullYear(), today.getMonth());
}

/** The form that sets a new site up. */
export class SettingUp {
	readonly school = $state<SchoolFields>({
		name: "",
		zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
		schoolYear: schoolYearNow(),
		gradeScale: [],
	});
	administrator = $state({ name: "", signInName: "", passphrase: "" });
	/** Whether the sign-in name was typed, so that it no longer follows the name. */
	private typed = false;
	error = $state("");
	busy = $state(false);
	private readonly link: string;

	/** @param link the part of the address after the # */
	constructor(link: string) {
		this.link = link;
	}

	/** Whether the address has a link at all. */
	get hasLink(): boolean {
		return this.link !== "";
	}

	nameAdministrator(name: string): void {
		this.administrator.name = name;
		if (!this.typed) this.administrator.signInName = signInNameOf(name);
	}

	nameSignIn(name: string): void {
		this.administrator.signInName = name;
		this.typed = name !== "";
	}

	/** Sets the site up; returns who is signed in then, or undefined if {@link error} says why not. */
	async send(): Promise<Account | undefined> {
		this.error = "";
		this.busy = true;
		try {
			return await api.setUpSchool({
				body: { link: this.link, administrator: { ...this.administrator }, school: $state.snapshot(this.school) },
			});
		} catch (error) {
			this.error = saying(error);
			return undefined;
		} finally {
			this.busy = false;
		}
	}
}

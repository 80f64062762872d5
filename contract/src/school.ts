import { z } from "zod";
import { gradeScale, zone } from "./class.ts";
import { name } from "./common.ts";
import { route } from "./route.ts";
import { account, passphrase } from "./session.ts";

const schoolYear = name.max(40).describe("School year of new classes, like 2026/27");

/** The school's defaults for new classes. */
export const school = z.object({ name, zone, schoolYear, gradeScale });

export const showSchool = route({
	name: "showSchool",
	method: "GET",
	path: "/school",
	who: ["anyone"],
	reach: "own",
	summary: "The school's name, and whether the site has been set up",
	reply: z.object({ name: z.string().nullable(), isSetUp: z.boolean() }),
});
export const setUpSchool = route({
	name: "setUpSchool",
	method: "POST",
	path: "/school",
	who: ["anyone"],
	reach: "own",
	summary: "Set up a new site with its set-up link: create the school and its first administrator, and sign in",
	body: z.object({
		link: z.string().min(1).max(100).describe("The part of the set-up link after the #"),
		administrator: z.object({ name, signInName: name.max(80), passphrase }),
		school,
	}),
	reply: account,
	status: 201,
});
export const showSchoolSettings = route({
	name: "showSchoolSettings",
	method: "GET",
	path: "/school/settings",
	who: ["teacher"],
	reach: "site",
	summary: "The school's settings for new classes: time zone, school year and grade scale",
	reply: school.extend({ name: z.string().nullable(), revision: z.int() }),
});
export const changeSchoolSettings = route({
	name: "changeSchoolSettings",
	method: "PATCH",
	path: "/school/settings",
	who: ["administrator"],
	reach: "site",
	summary: "Change the school's name, or the settings for new classes; existing classes keep theirs",
	body: school.partial(),
	reply: school.extend({ name: z.string().nullable(), revision: z.int() }),
	guarded: true,
});

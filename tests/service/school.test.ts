import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { emptyDatabase, Site, visitorOf } from "../site.ts";

const WEB = { web: true, worker: false };
const SCHOOL = {
	name: "Tidewater School",
	zone: "Europe/Lisbon",
	schoolYear: "2026/27",
	gradeScale: [
		{ name: "Pass", from: 50 },
		{ name: "Not yet", from: 0 },
	],
};
const ADMINISTRATOR = { name: "R. Sandoval", signInName: "sandoval", passphrase: "tide-and-current-7" };

const linkOf = (site: Site) => (site.setUp as string).split("#")[1] as string;
const outcomeOf = (call: Promise<unknown>) =>
	call.then(
		() => "in",
		(error: { code: string }) => error.code,
	);

describe("a site without accounts", () => {
	let url: string;
	let site: Site;
	beforeAll(async () => {
		url = await emptyDatabase();
		site = await Site.start(WEB, url);
	});
	afterAll(() => site.stop());

	const setUp = (link: string, client = site.visitor()) =>
		client.setUpSchool({ body: { link, administrator: ADMINISTRATOR, school: SCHOOL } });

	test("says that it isn't set up, and gives a link whose code no server is sent", async () => {
		expect(await site.visitor().showSchool({})).toEqual({ name: null, isSetUp: false });
		expect(site.setUp).toMatch(new RegExp(`^${site.address}/set-up#[\\w-]{32}$`));
		const [row] = await site.rows<{ token_hash: string }>("SELECT token_hash FROM set_up_links");
		expect(row?.token_hash).not.toContain(linkOf(site));
	});

	test("a forged link, one of an earlier start and one that is too old are refused", async () => {
		const before = linkOf(site);
		expect(await outcomeOf(setUp("forged"))).toBe("link-over");
		await site.stop();
		site = await Site.start(WEB, url);
		expect(linkOf(site)).not.toBe(before);
		expect(await outcomeOf(setUp(before))).toBe("link-over");
		await site.rows("UPDATE set_up_links SET ends_at = now() - interval '1 second'");
		expect(await outcomeOf(setUp(linkOf(site)))).toBe("link-over");
		await site.rows("UPDATE set_up_links SET ends_at = now() + interval '1 day'");
	});

	test("what is wrong is refused with its field, and the link still works", async () => {
		const link = linkOf(site);
		const wrong = (body: object) =>
			site
				.visitor()
				.setUpSchool({ body: { link, administrator: ADMINISTRATOR, school: SCHOOL, ...body } })
				.then(
					() => "in",
					(error: { problem?: { errors?: { path: string }[] } }) => error.problem?.errors?.[0]?.path,
				);
		expect(await wrong({ administrator: { ...ADMINISTRATOR, passphrase: "short" } })).toContain("passphrase");
		expect(await wrong({ school: { ...SCHOOL, zone: "Europe/Nowhere" } })).toBe("zone");
		expect(await site.visitor().showSchool({})).toMatchObject({ isSetUp: false });
	});

	test("of many who use the link at once one gets in, and is signed in as administrator", async () => {
		const link = linkOf(site);
		const clients = Array.from({ length: 4 }, () => visitorOf(site.address));
		const outcomes = await Promise.all(clients.map((client) => outcomeOf(setUp(link, client))));
		expect(outcomes.toSorted()).toEqual(["in", "link-over", "link-over", "link-over"]);
		const client = clients[outcomes.indexOf("in")] as (typeof clients)[number];
		expect(await client.whoAmI({})).toMatchObject({ name: ADMINISTRATOR.name, administrator: true, once: false });
		expect(await site.visitor().showSchool({})).toEqual({ name: SCHOOL.name, isSetUp: true });
		expect(await outcomeOf(setUp(link))).toBe("link-over");
		const audit = await client.listAudit({ query: { what: "set up school" } });
		expect(audit.rows).toHaveLength(1);

		const made = await client.makeClass({ body: { name: "9 Curlew" } });
		expect(await client.showClass({ params: { id: made.id } })).toMatchObject({
			schoolYear: SCHOOL.schoolYear,
			zone: SCHOOL.zone,
			gradeScale: SCHOOL.gradeScale,
		});
		const { revision } = await client.showSchoolSettings({});
		const next = { schoolYear: "2027/28", gradeScale: [] };
		expect(await client.changeSchoolSettings({ body: next, revision })).toMatchObject({ ...SCHOOL, ...next });
		expect(await outcomeOf(client.changeSchoolSettings({ body: next, revision }))).toBe("changed-since");
		const other = await client.makeClass({ body: { name: "9 Dunlin" } });
		expect(other.schoolYear).toBe("2027/28");
		expect(await client.showClass({ params: { id: made.id } })).toMatchObject({ schoolYear: SCHOOL.schoolYear });
	});

	test("prints no link once it is set up", async () => {
		await site.stop();
		site = await Site.start(WEB, url);
		expect(site.setUp).toBeUndefined();
	});
});

import { afterAll, beforeAll, describe, expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { API_BASE, type Caller, ROUTES, type Route } from "../../contract/dist/index.js";
import { Site } from "../site.ts";

let site: Site;
let callers: Record<"nobody" | "student" | "teacher", Client>;

beforeAll(async () => {
	site = await Site.start();
	callers = { nobody: site.visitor(), student: await site.student(), teacher: await site.teacher() };
});
afterAll(() => site.stop());

const NONE = "01890000-0000-7000-8000-000000000000";

/** What a caller gets of a route: whether it was let in at all. */
async function letIn(client: Client, name: keyof typeof ROUTES): Promise<boolean> {
	const input = { params: { id: NONE }, ...(ROUTES[name].method === "POST" && { body: { source: "", signInName: "x", passphrase: "x" } }) };
	try {
		await (client[name] as (input: unknown) => Promise<unknown>)(input);
		return true;
	} catch (error) {
		const { code } = error as { code: string };
		expect(["unreachable", "unknown"]).not.toContain(code);
		return !["signed-out", "not-for-you"].includes(code);
	}
}

describe.each(Object.entries(ROUTES) as [keyof typeof ROUTES, Route][])("%s", (name, route) => {
	test.each([
		["nobody", "anyone"],
		["student", "student"],
		["teacher", "teacher"],
	] as const)("%s", async (who, caller) => {
		const wanted = route.who.includes("anyone") || route.who.includes(caller as Caller);
		if (name === "signOut" && who !== "nobody") return;
		expect(await letIn(callers[who], name)).toBe(wanted);
	});
});

test("every route of the service is in the contract's table", async () => {
	const { paths } = (await (await fetch(`${site.address}${API_BASE}/openapi.json`)).json()) as { paths: Record<string, Record<string, { operationId: string }>> };
	const served = Object.entries(paths).flatMap(([path, methods]) => Object.entries(methods).map(([method, of]) => `${method.toUpperCase()} ${path} ${of.operationId}`));
	const told = Object.values(ROUTES).map((r) => `${r.method} ${API_BASE}${r.path.replace(/:(\w+)/g, "{$1}")} ${r.name}`);
	expect(served.sort()).toEqual(told.sort());
});

test("a student reaches no one else's hand-in, a teacher no one else's class", async () => {
	const [other] = await site.rows<{ id: string }>("SELECT h.id FROM hand_ins h JOIN accounts a ON a.id = h.student_id WHERE a.name = 'Ana Brook' LIMIT 1");
	const id = other?.id as string;
	await expect(callers.student.showHandIn({ params: { id } })).rejects.toMatchObject({ status: 404 });
	await expect(callers.student.showDrawing({ params: { id } })).rejects.toMatchObject({ status: 404 });
	expect((await callers.teacher.showHandIn({ params: { id } })).student.name).toBe("Ana Brook");
	await site.rows("DELETE FROM class_teachers");
	await expect(callers.teacher.showHandIn({ params: { id } })).rejects.toMatchObject({ status: 404 });
	expect(await callers.teacher.listClasses({})).toEqual({ classes: [] });
});

test("a change asked for by a page of another site is refused", async () => {
	const post = (origin: string) =>
		fetch(`${site.address}${API_BASE}/session`, {
			method: "POST",
			headers: { origin, "content-type": "application/json" },
			body: JSON.stringify({ signInName: "x", passphrase: "y" }),
		});
	expect((await post("https://elsewhere.example")).status).toBe(403);
	expect((await post("null")).status).toBe(403);
	expect((await post(site.address)).status).toBe(401);
});

test("a session that has ended is no session; a closed account has none", async () => {
	const client = await site.student();
	await site.rows("UPDATE sessions SET ends_at = now()");
	await expect(client.whoAmI({})).rejects.toMatchObject({ code: "signed-out" });
	const again = await site.student();
	await site.rows("UPDATE accounts SET closed_at = now() WHERE sign_in_name = 'idris'");
	await expect(again.whoAmI({})).rejects.toMatchObject({ code: "signed-out" });
	await expect(site.student()).rejects.toMatchObject({ code: "wrong-passphrase" });
});

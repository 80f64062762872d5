import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { CallError, createClient } from "../client/dist/index.js";
import { ROUTES } from "../contract/dist/index.js";
import { mark, readExercise, studentCopy } from "../core/dist/index.js";
import { demoPrograms } from "../demo/dist/index.js";

const files = new Map(
	[
		"mooring-buoy",
		"sail",
		"pier-planks",
		"lighthouse",
		"compass-rose",
		"rope-coil",
		"harbour-scene",
		"ferry-crossing",
	].map((id) => {
		const reading = readExercise(
			readFileSync(new URL(`../demo/exercises/${id}.exercise.yaml`, import.meta.url), "utf8"),
		);
		if (!reading.ok) throw new Error(id);
		return [id, reading.exercise] as const;
	}),
);

describe("what core makes is what the contract sends", () => {
	const page = ROUTES.showHandIn.reply.shape.report;

	test.each(demoPrograms().map((p) => [`${p.exercise}, ${p.student}, try ${p.try}`, p] as const))(
		"%s",
		(_, program) => {
			const file = files.get(program.exercise);
			if (!file) throw new Error(program.exercise);
			const report = JSON.parse(JSON.stringify(mark(program.source, file)));
			expect(page.parse(report)).toEqual(report);
		},
	);

	test("the student's copy too", () => {
		for (const file of files.values()) {
			const copy = JSON.parse(JSON.stringify(studentCopy(file)));
			expect(ROUTES.showWork.reply.shape.exercise.parse(copy)).toEqual(copy);
		}
	});
});

describe("the table of routes", () => {
	test("has each path and method once, under a name that says what it does", () => {
		const all = Object.values(ROUTES).map((r) => `${r.method} ${r.path}`);
		expect(new Set(all).size).toBe(all.length);
		for (const [name, route] of Object.entries(ROUTES)) {
			expect(route.name).toBe(name);
			expect(route.summary).toMatch(/^[A-Z]/);
			expect(route.who.length).toBeGreaterThan(0);
		}
	});

	test("lets nobody in but to sign in, to see the school's name, and to set a new site up by its link", () => {
		expect(
			Object.entries(ROUTES)
				.filter(([, r]) => r.who.includes("anyone"))
				.map(([name]) => name),
		).toEqual(["signIn", "makeToken", "showSchool", "setUpSchool"]);
	});
});

describe("the client", () => {
	const answering = (status: number, body: unknown, type = "application/problem+json") =>
		createClient({
			base: "http://127.0.0.1:1",
			fetch: async () =>
				new Response(typeof body === "string" ? body : JSON.stringify(body), {
					status,
					headers: { "content-type": type },
				}),
		});
	const caught = async (work: Promise<unknown>): Promise<CallError> => {
		try {
			await work;
		} catch (error) {
			if (error instanceof CallError) return error;
			throw error;
		}
		throw new Error("it was not refused");
	};

	test("tells a refusal by its code and sentence", async () => {
		const error = await caught(
			answering(409, {
				type: "/problems/closed",
				title: "Closed",
				status: 409,
				detail: "This assignment is closed.",
			}).whoAmI({}),
		);
		expect([error.status, error.code, error.message]).toEqual([409, "closed", "This assignment is closed."]);
	});

	test("tells an answer that isn't a problem document by its status", async () => {
		const error = await caught(answering(502, "<html>", "text/html").whoAmI({}));
		expect([error.status, error.code, error.message]).toEqual([502, "unknown", "The service answered 502."]);
	});

	test("tells that the service can't be reached", async () => {
		const error = await caught(createClient({ base: "http://127.0.0.1:1" }).whoAmI({}));
		expect([error.status, error.code]).toEqual([0, "unreachable"]);
		expect(error.message).toContain("Nothing is lost");
	});

	test("sends path, body and key as the route says", async () => {
		const sent: { url: string; init: RequestInit | undefined }[] = [];
		const client = createClient({
			base: "http://school.example",
			headers: () => ({ cookie: "a=b" }),
			fetch: async (url, init) => {
				sent.push({ url: String(url), init });
				return new Response(JSON.stringify({ id: "x", tryNumber: 1, handedInAt: "now" }), {
					status: 201,
					headers: { "content-type": "application/json" },
				});
			},
		});
		await client.handIn({ params: { id: "a/b", exercise: "sail" }, body: { source: "walk 5" }, idempotencyKey: "k" });
		expect(sent[0]?.url).toBe("http://school.example/api/v1/my-work/a%2Fb/sail/hand-ins");
		expect(sent[0]?.init).toMatchObject({
			method: "POST",
			body: '{"source":"walk 5"}',
			headers: { cookie: "a=b", "content-type": "application/json", "idempotency-key": "k" },
		});
	});
});

import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { z } from "zod";
import { API_BASE, ROUTES, type Route } from "../../contract/dist/index.js";
import { DEMO_SIGN_INS } from "../../demo/dist/index.js";
import { Site } from "../site.ts";

/** A JSON Schema, as far as the contract's are. */
interface Schema {
	readonly type?: string;
	readonly enum?: readonly unknown[];
	readonly const?: unknown;
	readonly anyOf?: readonly Schema[];
	readonly oneOf?: readonly Schema[];
	readonly allOf?: readonly Schema[];
	readonly properties?: Readonly<Record<string, Schema>>;
	readonly required?: readonly string[];
	readonly additionalProperties?: Schema | boolean;
	readonly items?: Schema;
	readonly format?: string;
	readonly pattern?: string;
	readonly minLength?: number;
}

const STRINGS = [
	"",
	" ",
	"\u0000",
	"a\u0000b",
	"\ud800",
	"x\udc00",
	"\u202eevil",
	"<img src=x onerror=alert(1)>",
	'=HYPERLINK("http://x.example")',
	"'; DROP TABLE accounts; --",
	"%s%00",
	"__proto__",
	"constructor",
	"toString",
	"../../etc/passwd",
	"\u00e9\u0301🚣‍♀️",
	"x".repeat(5_000),
	"walk 5\nwhile true\nend",
	"2026-02-30T25:61:00Z",
	"2026-11-26T10:00:00Z",
	"9999-12-31T23:59:59-12:00",
	"9999-12-31T23:59",
	"+275760-09-13T00:00:00.001Z",
	"Europe/Lisbon",
	"Nowhere/Land",
	"1e999",
	"null",
];
const NUMBERS = [0, -0, 1, -1, 0.1, 3, 2 ** 31, -(2 ** 31) - 1, 2 ** 53, 1e308, 5e-324];
const ANYTHING = fc.constantFrom<unknown>(
	null,
	true,
	[],
	{},
	[[[[]]]],
	{ toString: 1 },
	JSON.parse('{"__proto__":{"x":1}}'),
	...STRINGS,
	...NUMBERS,
);

/** Values of a schema, most of them right in kind, all of them awkward. */
function valuesOf(schema: Schema, ids: readonly string[]): fc.Arbitrary<unknown> {
	const right = rightOf(schema, ids);
	return fc.oneof({ arbitrary: right, weight: 12 }, { arbitrary: ANYTHING, weight: 1 });
}

function rightOf(schema: Schema, ids: readonly string[]): fc.Arbitrary<unknown> {
	const several = schema.anyOf ?? schema.oneOf;
	if (several) return fc.oneof(...several.map((s) => valuesOf(s, ids)));
	if (schema.allOf) return valuesOf(Object.assign({}, ...schema.allOf), ids);
	if (schema.enum) return fc.constantFrom(...schema.enum);
	if (schema.const !== undefined) return fc.constant(schema.const);
	if (schema.type === "string") {
		const any = fc.oneof(
			fc.constantFrom(...STRINGS),
			fc.string({ unit: "grapheme", minLength: schema.minLength ?? 0 }),
		);
		if (schema.format === "uuid") return fc.constantFrom(...ids);
		if (schema.format === "date-time")
			return fc.oneof(
				fc.date({ min: new Date(0), noInvalidDate: true }).map((d) => d.toISOString()),
				fc.constant("9999-12-31T23:59:59-12:00"),
			);
		return schema.pattern ? fc.oneof(fc.stringMatching(new RegExp(schema.pattern, "u")), any) : any;
	}
	if (schema.type === "number" || schema.type === "integer")
		return fc.oneof(fc.constantFrom(...NUMBERS), fc.integer({ min: -3, max: 120 }));
	if (schema.type === "boolean") return fc.boolean();
	if (schema.type === "null") return fc.constant(null);
	if (schema.type === "array") return fc.array(valuesOf(schema.items ?? {}, ids), { maxLength: 4 });
	if (schema.type === "object" && schema.properties) {
		const parts = Object.fromEntries(
			Object.entries(schema.properties).map(([name, part]) => [name, valuesOf(part, ids)]),
		);
		return fc.record(parts, { requiredKeys: [...(schema.required ?? [])] });
	}
	if (schema.type === "object")
		return fc.dictionary(
			fc.constantFrom(...STRINGS, "q1"),
			valuesOf(typeof schema.additionalProperties === "object" ? schema.additionalProperties : {}, ids),
			{ maxKeys: 3 },
		);
	return ANYTHING;
}

const schemaOf = (of: z.ZodType): Schema | undefined =>
	of instanceof z.ZodUndefined ? undefined : (z.toJSONSchema(of, { io: "input", unrepresentable: "any" }) as Schema);

/** Calls that would end what the other calls are made with. */
const LEFT_OUT = new Set([
	"signOut",
	"changePassphrase",
	"closeYear",
	"deleteStudent",
	"closeTeacher",
	"resetPassphrase",
	"changeTeacher",
	"takeClass",
	"printCards",
]);

let site: Site;
const cookies: Record<"student" | "teacher", string> = { student: "", teacher: "" };
const ids: string[] = [];

async function cookieOf(body: object): Promise<string> {
	const response = await fetch(`${site.address}${API_BASE}/session`, {
		method: "POST",
		headers: { "content-type": "application/json" },
		body: JSON.stringify(body),
	});
	return response.headers.get("set-cookie")?.split(";")[0] as string;
}

beforeAll(async () => {
	site = await Site.start({ web: true, worker: false });
	cookies.teacher = await cookieOf(DEMO_SIGN_INS.teacher);
	cookies.student = await cookieOf(DEMO_SIGN_INS.student);
	for (const table of ["classes", "assignments", "exercises", "hand_ins"])
		ids.push(...(await site.rows<{ id: string }>(`SELECT id FROM ${table} ORDER BY id LIMIT 2`)).map((r) => r.id));
	ids.push(
		...(
			await site.rows<{ id: string }>(
				"SELECT id FROM accounts WHERE role = 'student' AND name <> 'Idris Vale' ORDER BY id LIMIT 2",
			)
		).map((r) => r.id),
		"01890000-0000-7000-8000-000000000000",
	);
});
afterAll(() => site.stop());

const names = Object.values(ROUTES)
	.filter((r) => !LEFT_OUT.has(r.name) && !r.events)
	.map((r) => r.name);

/** Calls a route with awkward values; returns a line for each unexpected answer. */
async function asked(route: Route, who: "student" | "teacher", runs: number): Promise<string[]> {
	const [query, body] = [schemaOf(route.query), route.takes ? undefined : schemaOf(route.body)];
	const named: Readonly<Record<string, readonly string[]>> = {
		exercise: ["sail", "pier-planks"],
		criterion: ["seven", "red"],
		number: ["1", "2"],
		name: ["boat", "x"],
	};
	const place = fc.oneof(
		{ arbitrary: fc.constantFrom(...ids), weight: 8 },
		{ arbitrary: fc.constantFrom(...STRINGS.filter((s) => s.isWellFormed())), weight: 1 },
	);
	const calls = fc.sample(
		fc.record({
			places: fc.array(place, { minLength: 4, maxLength: 4 }),
			query: query ? rightOf(query, ids) : fc.constant({}),
			body: body ? valuesOf(body, ids) : fc.constant(undefined),
			revision: fc.constantFrom("*", '"1"', 'W/"0"', '"99999999999999999999"', "x"),
			key: fc.constantFrom("", "a key", "k".repeat(4_000)),
		}),
		{ numRuns: runs, seed: 1 },
	);
	const wrong: string[] = [];
	for (const call of calls) {
		let n = 0;
		const path = route.path.replace(/:(\w+)/g, (_, name: string) => {
			const [placed, right] = [call.places[n++ % 4] as string, named[name]];
			return encodeURIComponent(right && ids.includes(placed) ? (right[ids.indexOf(placed) % 2] as string) : placed);
		});
		const asks = Object.entries((call.query ?? {}) as object).map(([name, value]) => [
			name,
			typeof value === "string" && value.isWellFormed() ? value : JSON.stringify(value ?? ""),
		]);
		const response = await fetch(
			`${site.address}${API_BASE}${path}?${new URLSearchParams(asks as [string, string][])}`,
			{
				method: route.method,
				headers: {
					cookie: cookies[who],
					"if-match": call.revision,
					"idempotency-key": call.key,
					...(route.takes ? { "content-type": route.takes } : body && { "content-type": "application/json" }),
				},
				...(route.method !== "GET" &&
					(route.takes ? { body: "PK\u0003\u0004 no zip" } : body && { body: JSON.stringify(call.body ?? null) })),
			},
		);
		const text = await response.text();
		const isProblem = response.headers.get("content-type")?.includes("application/problem+json") ?? false;
		if (response.status >= 500 || (response.status >= 400 && !isProblem))
			wrong.push(
				`${response.status} ${route.method} ${path} ${JSON.stringify(asks)} ${JSON.stringify(call.body)?.slice(0, 300)}: ${text.slice(0, 200)}`,
			);
	}
	return wrong;
}

describe("whatever is sent, the answer is a reply or a refusal with its reason, never a mistake of the service", () => {
	test.each(names)("%s", async (name) => {
		const route = ROUTES[name as keyof typeof ROUTES] as unknown as Route;
		for (const who of ["student", "teacher"] as const) expect(await asked(route, who, 60)).toEqual([]);
	});
});

describe("a value that no table can hold is refused as such", () => {
	const call = async (method: string, path: string, who: keyof typeof cookies, body?: object) => {
		const response = await fetch(`${site.address}${API_BASE}${path}`, {
			method,
			headers: { cookie: cookies[who], "if-match": "*", ...(body && { "content-type": "application/json" }) },
			...(body && { body: JSON.stringify(body) }),
		});
		return { status: response.status, ...((await response.json()) as { type: string; detail: string }) };
	};
	const cursor = (...values: string[]) => Buffer.from(JSON.stringify(values)).toString("base64url");
	const [classId, , assignment] = [0, 1, 2].map((n) => () => ids[n] as string);
	const rules = { exercise: "sail", opensAt: "2026-11-26T10:00:00Z", dueAt: "2026-11-27T10:00:00Z" };

	test.each([
		["U+0000 in a cursor", () => call("GET", `/exercises?cursor=${cursor(ids[0] as string, "a\u0000")}`, "teacher")],
		[
			"half a pair in a cursor",
			() => call("GET", `/exercises?cursor=${cursor(ids[0] as string, "\ud800")}`, "teacher"),
		],
		["a cursor of another list", () => call("GET", `/audit?cursor=${cursor("99999999999999999999")}`, "teacher")],
		[
			"the year 10000",
			() =>
				call("POST", `/classes/${classId?.()}/assignments`, "teacher", {
					...rules,
					closesAt: "9999-12-31T23:59:59-12:00",
				}),
		],
		[
			"milliseconds beyond 2^31",
			() =>
				call("POST", `/my-work/${assignment?.()}/pier-planks/runs`, "student", {
					state: "drew",
					met: [],
					milliseconds: 2 ** 31,
				}),
		],
		["tries beyond 2^31", () => call("PATCH", `/assignments/${assignment?.()}`, "teacher", { tries: 2 ** 31 })],
	])("%s", async (_, made) => expect(await made()).toMatchObject({ status: 400, type: "/problems/bad-request" }));
});

test("after all of that the service is well, and both are still signed in", async () => {
	expect((await fetch(`${site.address}/readyz`)).status).toBe(200);
	for (const [who, cookie] of Object.entries(cookies))
		expect([who, (await fetch(`${site.address}${API_BASE}/session`, { headers: { cookie } })).status]).toEqual([
			who,
			200,
		]);
});

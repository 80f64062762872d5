import { once } from "node:events";
import { createServer, connect as dial, type Server, type Socket } from "node:net";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { API_BASE } from "../../contract/dist/index.js";
import { DEMO_SIGN_INS, DEMO_TEACHERS } from "../../demo/dist/index.js";
import { type Running, readEnvironment, startService } from "../../service/dist/index.js";
import { classNamed, demoDatabase, placeOf, reportOf, rowsOf, settings, signedIn, visitorOf, workOn } from "../site.ts";

/** A way to the database that can be cut off and opened again. */
class Cable {
	private readonly sockets = new Set<Socket>();
	private server: Server | undefined;
	port = 0;
	private readonly to: { readonly host: string; readonly port: number };

	constructor(to: { host: string; port: number }) {
		this.to = to;
	}

	async open(): Promise<void> {
		this.server = createServer((near) => {
			const far = dial(this.to);
			for (const socket of [near, far]) {
				this.sockets.add(socket);
				socket.on("error", () => undefined).on("close", () => this.sockets.delete(socket));
			}
			near.pipe(far).pipe(near);
		});
		this.server.listen(this.port, "127.0.0.1");
		await once(this.server, "listening");
		this.port = (this.server.address() as { port: number }).port;
	}

	async cut(): Promise<void> {
		const closed = this.server && once(this.server, "close");
		this.server?.close();
		for (const socket of this.sockets) socket.destroy();
		await closed;
	}
}

let url: string;
let cable: Cable;
let running: Running;
let address: string;
let student: Client;
let teacher: Client;

beforeAll(async () => {
	url = await demoDatabase();
	const straight = new URL(url);
	cable = new Cable({ host: straight.hostname, port: Number(straight.port) });
	await cable.open();
	const through = new URL(url);
	through.port = String(cable.port);
	through.hostname = "127.0.0.1";
	running = await startService(readEnvironment(settings(through.href)), { web: true, worker: true });
	address = running.address as string;
	const { classCode, signInName, passphrase } = DEMO_SIGN_INS.student;
	student = await signedIn(address, { classCode, signInName, passphrase });
	teacher = await signedIn(address, DEMO_SIGN_INS.teacher);
	await rowsOf(
		url,
		"UPDATE assignments SET tries = NULL, due_at = greatest(due_at, now()), closes_at = now() + interval '90 days'",
	);
});
afterAll(() => running.stop());

/** Connections that listen to the database, by name. */
const listeners = async () =>
	(
		await rowsOf<{ name: string }>(
			url,
			"SELECT application_name AS name FROM pg_stat_activity WHERE datname = current_database() AND application_name ~ '^markpen' ORDER BY 1",
		)
	).map((row) => row.name);

describe("without a database", () => {
	const get = (path: string) => fetch(`${address}${path}`);
	test("calls are answered with 503 and when to come again, and promise nothing", async () => {
		const place = placeOf(await workOn(student, "Pier planks"));
		await cable.cut();
		const refused = await student.handIn({ params: place, body: { source: "walk 5" } }).catch((e: unknown) => e);
		expect(refused).toMatchObject({ code: "no-database", status: 503 });
		expect(String(refused)).toContain("This may not have been saved. Try again in a moment.");
		const response = await fetch(`${address}${API_BASE}/session`, {
			method: "POST",
			headers: { "content-type": "application/json" },
			body: JSON.stringify({ signInName: "x", passphrase: "x" }),
		});
		expect([response.status, response.headers.get("retry-after")]).toEqual([503, "5"]);
		expect(await response.text()).not.toMatch(/lost|QueryFailed|ECONN/);
		expect((await get("/healthz")).status).toBe(200);
		expect((await get("/readyz")).status).toBe(503);
		// Pages are there still.
		expect((await get("/")).status).toBe(200);
	});

	test("once it is there again everything goes on, listening too, however long it took", async () => {
		// Longer than the first tries to connect again take.
		await new Promise((resolve) => setTimeout(resolve, 3_500));
		await cable.open();
		await expect.poll(listeners).toEqual(["markpen events", "markpen worker"]);
		await expect.poll(async () => (await get("/readyz")).status).toBe(200);
		const { id } = await student.handIn({
			params: placeOf(await workOn(student, "Pier planks")),
			body: { source: "walk 5" },
		});
		expect((await reportOf(student, id)).ended).toBe("whole");
		// And a second time.
		await cable.cut();
		await new Promise((resolve) => setTimeout(resolve, 1_500));
		await cable.open();
		await expect.poll(listeners).toEqual(["markpen events", "markpen worker"]);
	});
});

describe("a stream of events ends", () => {
	/** A teacher's stream of 8 Gannet's assignment; resolves when the service ends it. */
	async function stream(signIn: { signInName: string; passphrase: string }) {
		let cookie = "";
		const client = visitorOf(address, (response) => {
			cookie = response.headers.get("set-cookie")?.split(";")[0] ?? cookie;
		});
		await client.signIn({ body: signIn });
		const gannet = await classNamed(client, "8 Gannet");
		const response = await fetch(`${address}${API_BASE}/assignments/${gannet.columns[0]?.assignmentId}/events`, {
			headers: { cookie },
		});
		expect(response.status).toBe(200);
		let over = false;
		const ended = response.text().then((text) => {
			over = true;
			return text;
		});
		return { client, classId: gannet.id, ended, isOver: () => over };
	}
	const signIn = DEMO_TEACHERS.other;

	test("with the session", async () => {
		const { client, ended, isOver } = await stream(signIn);
		await new Promise((resolve) => setTimeout(resolve, 6_000));
		expect(isOver()).toBe(false);
		await client.signOut({});
		expect(await ended).toContain("event: ready");
	});

	test("with the loss of the class", async () => {
		const { classId, ended } = await stream(signIn);
		const [other] = (await teacher.listTeachers({ query: { words: "okafor" } })).teachers;
		await teacher.giveClass({ params: { id: classId, teacher: other?.id as string }, body: {} });
		const [mine] = (await teacher.listTeachers({ query: { words: "castellane" } })).teachers;
		await teacher.takeClass({ params: { id: classId, teacher: mine?.id as string } });
		expect(await ended).toContain("event: ready");
		await teacher.giveClass({ params: { id: classId, teacher: mine?.id as string }, body: {} });
	});
});

test("a request whose headers don't come is given up", async () => {
	const { hostname, port } = new URL(address);
	const socket = dial({ host: hostname, port: Number(port) });
	socket.write("POST /api/v1/session HTTP/1.1\r\nhost: x\r\n");
	let said = "";
	socket.on("data", (data) => {
		said += String(data);
	});
	await once(socket, "close");
	expect(said).toMatch(/^HTTP\/1\.1 408 /);
});

test("pages, calls and the API's page have a policy each, and none asks for TLS without it", async () => {
	const policy = async (path: string) => (await fetch(`${address}${path}`)).headers.get("content-security-policy");
	const [page, call, api] = await Promise.all([policy("/"), policy(`${API_BASE}/session`), policy("/api")]);
	expect(page).toContain("form-action 'self'");
	expect(call).toBe("default-src 'none'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'");
	expect(api).toContain("default-src 'none'; script-src 'self'");
	for (const said of [page, call, api]) expect(said).not.toMatch(/upgrade-insecure|https:|\.io/);
});

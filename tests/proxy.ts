import { createServer, request, type Server } from "node:http";

/** A proxy before several web processes: each call goes to another one than the call before. */
export class Proxy {
	readonly address: string;
	/** How many calls each process answered, by its address. */
	readonly calls: ReadonlyMap<string, number>;
	private readonly server: Server;

	private constructor(server: Server, calls: ReadonlyMap<string, number>) {
		this.server = server;
		this.calls = calls;
		this.address = `http://127.0.0.1:${(server.address() as { port: number }).port}`;
	}

	/** @param addresses the processes that may be asked now */
	static async start(addresses: () => readonly string[]): Promise<Proxy> {
		let next = 0;
		const counts = new Map<string, number>();
		const server = createServer((incoming, outgoing) => {
			const pieces: Buffer[] = [];
			incoming.on("data", (piece) => pieces.push(piece));
			incoming.on("end", () => {
				const body = Buffer.concat(pieces);
				/** Asks the next process; one that takes no connection is passed over, as nothing was sent to it. */
				const ask = (left: number) => {
					const all = addresses();
					const to = all[next++ % all.length] as string;
					const call = request(
						`${to}${incoming.url}`,
						{ method: incoming.method ?? "GET", headers: { ...incoming.headers, connection: "close" } },
						(answer) => {
							counts.set(to, (counts.get(to) ?? 0) + 1);
							outgoing.writeHead(answer.statusCode ?? 502, answer.headers);
							answer.pipe(outgoing);
							answer.on("error", () => outgoing.destroy());
						},
					);
					call.on("error", (error: NodeJS.ErrnoException) => {
						if (error.code === "ECONNREFUSED" && left > 0) return ask(left - 1);
						if (outgoing.headersSent) outgoing.destroy();
						else outgoing.writeHead(502).end();
					});
					outgoing.on("close", () => call.destroy());
					call.end(body);
				};
				ask(addresses().length);
			});
		});
		await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
		return new Proxy(server, counts);
	}

	async stop(): Promise<void> {
		this.server.closeAllConnections();
		await new Promise((resolve) => this.server.close(resolve));
	}
}

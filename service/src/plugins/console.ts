import { existsSync } from "node:fs";
import { basename } from "node:path";
import files from "@fastify/static";
import plugin from "fastify-plugin";
import { DRAWING_WORKER_POLICY } from "./headers.ts";

/** Serves the built console; every path that isn't a file or an API call is one of its pages. */
export const consolePages = plugin(async (app, options: { root: string }) => {
	if (!existsSync(options.root)) return;
	await app.register(files, {
		root: options.root,
		wildcard: false,
		cacheControl: false,
		// The build adds compressed versions of the files.
		preCompressed: true,
		setHeaders(reply, path) {
			const hashed = path.includes("/assets/");
			reply.setHeader("vary", "accept-encoding");
			reply.setHeader("cache-control", hashed ? "public, max-age=31536000, immutable" : "no-cache");
			if (basename(path).startsWith("drawing-worker"))
				reply.setHeader("content-security-policy", DRAWING_WORKER_POLICY);
		},
	});
	app.setNotFoundHandler(async (request, reply) => {
		const page = request.method === "GET" && !request.url.startsWith("/api/") && !request.url.startsWith("/assets/");
		if (page) return reply.header("cache-control", "no-cache").sendFile("index.html");
		return reply
			.status(404)
			.type("application/problem+json")
			.send(
				JSON.stringify({
					type: "/problems/not-found",
					title: "Not found",
					status: 404,
					detail: "There is nothing at this address.",
				}),
			);
	});
});

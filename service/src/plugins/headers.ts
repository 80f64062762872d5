import helmet from "@fastify/helmet";
import { API_BASE } from "@markpen/contract";
import plugin from "fastify-plugin";

/** Pages may load only what the service serves. The editor needs inline styles. */
const PAGES = {
	"default-src": ["'self'"],
	"script-src": ["'self'"],
	"style-src": ["'self'", "'unsafe-inline'"],
	"img-src": ["'self'", "blob:", "data:"],
	"connect-src": ["'self'"],
	"object-src": ["'none'"],
	"base-uri": ["'none'"],
	"form-action": ["'self'"],
	"frame-ancestors": ["'none'"],
};

/** Of calls, whose replies are no pages. */
const CALLS_POLICY = "default-src 'none'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'";
/** The policy of the API's page, which has some inline styles. */
export const API_PAGE_POLICY =
	"default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; connect-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'";

/** The drawing worker's policy: generated code runs there without access to anything. */
export const DRAWING_WORKER_POLICY = "default-src 'none'; script-src 'self' 'unsafe-eval'";
/** Of drawings served as files. */
export const DRAWING_FILE_POLICY = "sandbox; default-src 'none'; style-src 'unsafe-inline'";

/**
 * Security headers. They force TLS only if TLS is configured: otherwise a school's plain HTTP address would load
 * nothing.
 */
export const headers = plugin(async (app, options: { tls: boolean }) => {
	await app.register(helmet, {
		contentSecurityPolicy: {
			useDefaults: false,
			directives: options.tls ? { ...PAGES, "upgrade-insecure-requests": [] } : PAGES,
		},
		hsts: options.tls,
		crossOriginEmbedderPolicy: false,
		referrerPolicy: { policy: "same-origin" },
	});
	app.addHook("onRequest", async (request, reply) => {
		if (request.url.startsWith(`${API_BASE}/`)) reply.header("content-security-policy", CALLS_POLICY);
	});
});

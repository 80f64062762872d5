import plugin from "fastify-plugin";

/** Bodies that are files, as raw bytes. */
export const files = plugin(async (app) => {
	for (const type of ["application/zip", "application/vnd.markpen.archive+json"])
		app.addContentTypeParser(type, { parseAs: "buffer" }, (_request, body, done) => done(null, body));
});

import plugin from "fastify-plugin";
import { Refusal } from "../refusals.ts";
import { readText } from "../text.ts";

/** Input text is checked to be valid text before anything else reads it. */
export const text = plugin(async (app) => {
	app.addHook("preValidation", async (request) => {
		const wrong =
			readText(request.params) ??
			readText(request.query) ??
			readText(request.body, (whole) => {
				request.body = whole;
			});
		if (wrong)
			throw new Refusal("bad-request", "This call has an invalid character; the errors say where. Nothing was saved.", [
				wrong,
			]);
	});
});

import plugin from "fastify-plugin";
import { Refusal } from "../refusals.ts";
import { readText } from "../text.ts";

/** What comes in as text is text before anything else reads it. */
export const text = plugin(async (app) => {
	app.addHook("preValidation", async (request) => {
		const wrong =
			readText(request.params) ??
			readText(request.query) ??
			readText(request.body, (whole) => {
				request.body = whole;
			});
		if (wrong)
			throw new Refusal(
				"bad-request",
				"Something in this call holds a character that is no text; the errors say where. Nothing was taken.",
				[wrong],
			);
	});
});

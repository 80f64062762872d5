import type { Problem } from "@markpen/contract";
import type { FastifyReply, FastifyRequest } from "fastify";
import plugin from "fastify-plugin";
import { hasZodFastifySchemaValidationErrors } from "fastify-type-provider-zod";
import { dataErrorMessage, isDataException } from "../database/data-source.ts";
import { isUnavailable } from "../database/unavailable.ts";
import { loggableError } from "../loggable-error.ts";
import { Refusal } from "../refusals.ts";

/** Retry-After in seconds when the database can't be reached. */
const AGAIN_SECONDS = 5;

function problemOf({ code, title, status, message, errors }: Refusal): Problem {
	return { type: `/problems/${code}`, title, status, detail: message, ...(errors && { errors: [...errors] }) };
}

function asRefusal(error: unknown): Refusal {
	if (error instanceof Refusal) return error;
	if (hasZodFastifySchemaValidationErrors(error)) {
		const errors = error.validation.map((v) => ({
			path: v.instancePath.replace(/^\//, "").replaceAll("/", "."),
			message: v.message ?? "is wrong",
		}));
		// An invalid id belongs to nothing.
		if (error.validationContext === "params") return new Refusal("not-found");
		return new Refusal("bad-request", undefined, errors);
	}
	const { code, statusCode: status } = error as { code?: string; statusCode?: number };
	if (code === "FST_ERR_BAD_URL" || code === "FST_ERR_MAX_PARAM_LENGTH") return new Refusal("not-found");
	if (status === 413) return new Refusal("request-too-large");
	if (status !== undefined && status >= 400 && status < 500)
		return new Refusal("bad-request", (error as Error).message);
	if (isUnavailable(error)) return new Refusal("no-database", undefined, undefined, AGAIN_SECONDS);
	const wrong = isDataException(error) ? dataErrorMessage(error) : undefined;
	if (wrong) return new Refusal("bad-request", `This call can't be saved: ${wrong}.`);
	return new Refusal("went-wrong");
}

/** Answers with a problem document. */
export function answerError(error: unknown, request: FastifyRequest, reply: FastifyReply): void {
	const refusal = asRefusal(error);
	request.refusalCode = refusal.code;
	if (refusal.status >= 500) request.log.error({ error: loggableError(error) }, "a request failed");
	if (refusal.wait !== undefined) reply.header("retry-after", String(refusal.wait));
	reply
		.status(refusal.status)
		.type("application/problem+json")
		.send(JSON.stringify(problemOf(refusal)));
}

/** Sends every refusal and internal error as a problem document (RFC 9457). */
export const errors = plugin(async (app) => {
	app.setErrorHandler(answerError);
});

import { z } from "zod";
import { collectionFile } from "./collection.ts";
import { exerciseShape } from "./schema.ts";

type Json = { readonly [key: string]: unknown };

/**
 * The exercise file's JSON Schema (draft 2020-12), for editors. What ties parts together, names and ids, only the
 * reader checks.
 */
export function exerciseJsonSchema(): Json {
	return {
		...(z.toJSONSchema(exerciseShape, { io: "input", unrepresentable: "any", reused: "ref" }) as Json),
		title: "Mark Pen exercise",
	};
}

/** The collection file's JSON Schema. */
export function collectionJsonSchema(): Json {
	return {
		...(z.toJSONSchema(collectionFile, { io: "input", unrepresentable: "any", reused: "ref" }) as Json),
		title: "Mark Pen collection",
	};
}

/** Every key that a schema knows anywhere. */
export function keysIn(schema: unknown, into: Set<string> = new Set()): Set<string> {
	if (Array.isArray(schema)) for (const item of schema) keysIn(item, into);
	else if (schema !== null && typeof schema === "object") {
		for (const [key, value] of Object.entries(schema)) {
			if (key === "properties" && value !== null && typeof value === "object")
				for (const name of Object.keys(value)) into.add(name);
			keysIn(value, into);
		}
	}
	return into;
}

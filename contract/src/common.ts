import { z } from "zod";

export const id = z.uuid();
export const idParams = z.object({ id });
export const nothing = z.undefined();
/** An instant, in ISO 8601 with its zone. */
export const instant = z.iso.datetime({ offset: true });
export const points = z.object({ earned: z.number(), possible: z.number() });
export const verdict = z.enum(["met", "partly", "missed", "not-judged"]);

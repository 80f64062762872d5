import { createClient } from "@markpen/client";

/** Calls of the service that served this page. */
export const api = createClient({ base: "" });

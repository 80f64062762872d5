export { CallError, type Client, type ClientOptions, createClient } from "./client.ts";
export { everyPage } from "./every-page.ts";

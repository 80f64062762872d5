export { CallError, type Client, type ClientOptions, createClient } from "./client.ts";

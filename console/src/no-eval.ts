import { config } from "zod";

// The pages' policy allows no generated code; the schemas must not even try it. Imported before anything that makes
// one.
config({ jitless: true });

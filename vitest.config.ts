import { availableParallelism } from "node:os";
import { svelte } from "@sveltejs/vite-plugin-svelte";
import { defineConfig } from "vitest/config";

/** Tests that bring programs to their limits of time, or processes to their end: beside others they would run out. */
const ALONE = ["heavy", "javascript", "kill", "kill-any", "python", "several-machines", "turns", "two-versions"].map(
	(name) => `tests/service/${name}.test.ts`,
);

// Limits are far above what a test takes: they end one that hangs, and leave a slow machine its time.
// Without isolation a worker keeps the modules that it has read from file to file.
export default defineConfig({
	test: {
		// One more than cores: most tests wait for a database, a process or a page.
		maxWorkers: availableParallelism() + 1,
		projects: [
			{
				test: {
					name: "beside",
					isolate: false,
					include: ["{core,contract,threads,client,service,cli,demo}/src/**/*.test.ts", "tests/*.test.ts"],
					testTimeout: 300_000,
				},
			},
			{
				plugins: [svelte({ configFile: "console/svelte.config.js" })],
				test: { name: "state", isolate: false, include: ["console/src/**/*.test.ts"], testTimeout: 30_000 },
			},
			{
				test: {
					name: "recipes",
					include: ["tests/recipes/**/*.test.ts"],
					testTimeout: 900_000,
					hookTimeout: 240_000,
				},
			},
			{
				test: {
					name: "service",
					isolate: false,
					include: ["tests/{service,cli}/**/*.test.ts"],
					exclude: ALONE,
					globalSetup: ["tests/database.ts"],
					testTimeout: 240_000,
					hookTimeout: 240_000,
					expect: { poll: { timeout: 30_000 } },
				},
			},
			{
				test: {
					name: "alone",
					isolate: false,
					maxWorkers: 1,
					include: ALONE,
					globalSetup: ["tests/database.ts"],
					testTimeout: 240_000,
					hookTimeout: 240_000,
					expect: { poll: { timeout: 30_000 } },
				},
			},
			{
				test: {
					name: "console",
					isolate: false,
					include: ["tests/console/**/*.test.ts"],
					globalSetup: ["tests/database.ts"],
					testTimeout: 240_000,
					hookTimeout: 240_000,
					expect: { poll: { timeout: 30_000 } },
				},
			},
		],
	},
});

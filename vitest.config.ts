import { svelte } from "@sveltejs/vite-plugin-svelte";
import { defineConfig } from "vitest/config";

export default defineConfig({
	test: {
		projects: [
			{
				test: {
					name: "beside",
					include: ["{core,contract,threads,client,service,cli,demo}/src/**/*.test.ts", "tests/*.test.ts"],
					testTimeout: 30_000,
				},
			},
			{
				plugins: [svelte({ configFile: "console/svelte.config.js" })],
				test: { name: "state", include: ["console/src/**/*.test.ts"] },
			},
			{
				test: {
					name: "service",
					include: ["tests/{service,cli}/**/*.test.ts"],
					globalSetup: ["tests/database.ts"],
					testTimeout: 60_000,
					hookTimeout: 60_000,
					expect: { poll: { timeout: 10_000 } },
				},
			},
			{
				test: {
					name: "console",
					include: ["tests/console/**/*.test.ts"],
					globalSetup: ["tests/database.ts"],
					testTimeout: 60_000,
					hookTimeout: 60_000,
					expect: { poll: { timeout: 10_000 } },
					fileParallelism: false,
				},
			},
		],
	},
});

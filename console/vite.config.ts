import { svelte } from "@sveltejs/vite-plugin-svelte";
import tailwindcss from "@tailwindcss/vite";
import { defineConfig } from "vite";

export default defineConfig({
	plugins: [svelte(), tailwindcss()],
	build: {
		target: "es2022",
		assetsInlineLimit: 0,
		// The schemas are made only once they know that the pages' policy allows no generated code.
		rolldownOptions: { output: { codeSplitting: { groups: [{ name: "schemas", test: /node_modules\/zod\/|src\/no-eval\.ts/ }] } } },
	},
	worker: { format: "es", rollupOptions: { output: { entryFileNames: "assets/[name]-[hash].js" } } },
	server: { proxy: { "/api": "http://127.0.0.1:4170" } },
});

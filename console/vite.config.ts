import { svelte } from "@sveltejs/vite-plugin-svelte";
import tailwindcss from "@tailwindcss/vite";
import { defineConfig } from "vite";

export default defineConfig({
	plugins: [svelte(), tailwindcss()],
	build: { target: "es2022", assetsInlineLimit: 0 },
	worker: { format: "es", rollupOptions: { output: { entryFileNames: "assets/[name]-[hash].js" } } },
	server: { proxy: { "/api": "http://127.0.0.1:4170" } },
});

import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { brotliCompressSync, constants, gzipSync } from "node:zlib";
import { svelte } from "@sveltejs/vite-plugin-svelte";
import tailwindcss from "@tailwindcss/vite";
import { defineConfig, type Plugin } from "vite";

/** Files as small as this are sent as they are. */
const SMALL = 1_000;

/**
 * Puts beside each file of text the same one compressed, so that the service sends it without compressing it for each
 * reader.
 */
function compressed(): Plugin {
	return {
		name: "compressed",
		apply: "build",
		writeBundle({ dir }) {
			for (const name of readdirSync(dir as string, { recursive: true, encoding: "utf8" })) {
				if (!/\.(js|css|svg|html|wasm)$/.test(name)) continue;
				const path = join(dir as string, name);
				const text = readFileSync(path);
				if (text.length < SMALL) continue;
				writeFileSync(
					`${path}.br`,
					brotliCompressSync(text, {
						params: { [constants.BROTLI_PARAM_SIZE_HINT]: text.length, [constants.BROTLI_PARAM_QUALITY]: 9 },
					}),
				);
				writeFileSync(`${path}.gz`, gzipSync(text, { level: 9 }));
			}
		},
	};
}

export default defineConfig({
	plugins: [svelte(), tailwindcss(), compressed()],
	build: {
		target: "es2022",
		assetsInlineLimit: 0,
		// The schemas are made only once they know that the pages' policy allows no generated code.
		rolldownOptions: {
			output: {
				codeSplitting: {
					groups: [
						{ name: "schemas", test: /node_modules\/zod\/|src\/no-eval\.ts/ },
						// What one language alone needs comes with that language.
						{
							name: "code-editor",
							test: /node_modules\/(?:@codemirror\/(?!lang-)|@lezer\/(?!yaml|lr|javascript|xml|python))/,
						},
					],
				},
			},
		},
	},
	worker: { format: "es", rollupOptions: { output: { entryFileNames: "assets/[name]-[hash].js" } } },
	server: { proxy: { "/api": "http://127.0.0.1:4170" } },
});

<script lang="ts">
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import { api } from "../../state/api.ts";
	import { EXAMPLES } from "../../state/examples.ts";
	import { freePlace } from "../../state/free.svelte.ts";
	import { keepHere } from "../../state/keeping.svelte.ts";
	import { Loading } from "../../state/loading.svelte.ts";
	import { notes } from "../../state/notes.svelte.ts";
	import { router } from "../../state/router.svelte.ts";
	import { fromNow } from "../../state/times.ts";

	const loading = new Loading<Awaited<ReturnType<typeof api.listFreeDrawings>>>();
	const load = () => loading.load(() => api.listFreeDrawings({}), "free drawings");
	void load();
	let name = $state("");

	function begin(event: SubmitEvent) {
		event.preventDefault();
		router.go(`/free/${encodeURIComponent(name.trim())}`);
	}
	/** An example under a name that isn't taken. */
	function open(example: (typeof EXAMPLES)[number]) {
		const taken = new Set(loading.value?.drawings.map((d) => d.name));
		let free = example.name;
		for (let n = 2; taken.has(free); n++) free = `${example.name} ${n}`;
		keepHere(freePlace(free), { source: example.source }, 0);
		router.go(`/free/${encodeURIComponent(free)}`);
	}
	async function remove(of: string) {
		const gone = loading.value?.drawings.find((d) => d.name === of);
		await notes.trying(() => api.removeFreeDrawing({ params: { name: of } }));
		notes.say(`“${of}” is removed.`, { undo: async () => { if (gone) await api.saveFreeDrawing({ params: { name: of }, body: { source: gone.source }, revision: 0 }); await load(); } });
		await load();
	}
</script>

<Head title="Free drawing" />
<Fetched {loading} what="your drawings">
	{#snippet children(page)}
		<div class="grid max-w-4xl gap-8 px-4 py-4 sm:px-6 md:grid-cols-2">
			<section aria-label="Your drawings">
				<form onsubmit={begin} class="mb-3 flex items-end gap-2"><label class="grid grow gap-1"><span class="font-semibold">A new drawing</span><input class="field" bind:value={name} placeholder="Its name" required maxlength="120" /></label><button class="button primary">Begin</button></form>
				<ul>
					{#each page.drawings as d (d.id)}
						<li class="flex flex-wrap items-baseline gap-3 border-b border-rule py-2"><a class="font-semibold" href="/free/{encodeURIComponent(d.name)}">{d.name}</a><span class="quiet">{fromNow(d.savedAt)}</span><span class="grow"></span><button type="button" class="quiet underline" aria-label="Remove {d.name}" onclick={() => remove(d.name)}>Remove</button></li>
					{:else}
						<li class="quiet py-2">You have none yet. Begin one, or open an example and change it.</li>
					{/each}
				</ul>
			</section>
			<section aria-labelledby="examples"><h2 id="examples" class="mb-1 text-lead">Examples to change</h2><ul>{#each EXAMPLES as e (e.name)}<li class="border-b border-rule py-1.5"><button type="button" class="text-left underline decoration-1 underline-offset-3" onclick={() => open(e)}>{e.name}</button></li>{/each}</ul></section>
		</div>
	{/snippet}
</Fetched>

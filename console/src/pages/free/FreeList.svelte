<script lang="ts">
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import Thumb from "../../parts/Thumb.svelte";
	import { api } from "../../state/site/api.ts";
	import { EXAMPLES } from "../../state/exercise/examples.ts";
	import { Drawn } from "../../state/sheet/drawn.svelte.ts";
	import { freePlace } from "../../state/free/free.svelte.ts";
	import { keepHere } from "../../state/site/autosave.svelte.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import { notes } from "../../state/site/notes.svelte.ts";
	import { router } from "../../state/site/router.svelte.ts";
	import { fromNow } from "../../state/site/times.ts";

	const loading = new Loading<Awaited<ReturnType<typeof api.listFreeDrawings>>>();
	const load = () => loading.load(() => api.listFreeDrawings({}), "free drawings");
	void load();
	const drawn = new Drawn();
	$effect(() =>
		drawn.draw([...(loading.value?.drawings.map((d) => d.source) ?? []), ...EXAMPLES.map((e) => e.source)]),
	);
	$effect(() => () => drawn.leave());
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
		notes.say(`“${of}” deleted.`, {
			undo: async () => {
				if (gone) await api.saveFreeDrawing({ params: { name: of }, body: { source: gone.source }, revision: 0 });
				await load();
			},
		});
		await load();
	}
</script>

{#snippet sheet(source: string)}
	{@const picture = drawn.of(source)}
	<span class="block border border-rule-strong bg-sheet" aria-hidden="true"
		>{#if picture}<Thumb {picture} label="" />{:else}<span class="block aspect-[4/3]"></span>{/if}</span
	>
{/snippet}
<Head title="Free drawing" />
<Fetched {loading} what="your drawings">
	{#snippet children(page)}
		<div class="grid gap-8 px-4 py-4 sm:px-6 lg:grid-cols-[2fr_1fr]">
			<section aria-label="Your drawings">
				<form onsubmit={begin} class="mb-4 flex max-w-md items-end gap-2">
					<label class="grid grow gap-1"
						><span class="font-semibold">New drawing</span><input
							class="field"
							bind:value={name}
							placeholder="Name"
							required
							maxlength="120"
						/></label
					><button class="button primary">Create drawing</button>
				</form>
				<ul class="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-4">
					{#each page.drawings as d (d.id)}
						<li>
							<a
								class="block font-semibold text-ink no-underline hover:underline"
								href="/free/{encodeURIComponent(d.name)}"
								>{@render sheet(d.source)}<span class="mt-1 block">{d.name}</span></a
							><span class="flex justify-between gap-2"
								><span class="quiet">{fromNow(d.savedAt)}</span><button
									type="button"
									class="quiet underline"
									aria-label="Remove {d.name}"
									onclick={() => remove(d.name)}>Remove</button
								></span
							>
						</li>
					{:else}
						<li class="quiet col-span-full">You have no drawings yet. Create one, or open an example and change it.</li>
					{/each}
				</ul>
			</section>
			<section aria-labelledby="examples">
				<h2 id="examples" class="mb-2 text-lead">Examples to change</h2>
				<ul class="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-4">
					{#each EXAMPLES as e (e.name)}<li>
							<button type="button" class="w-full text-left hover:underline" onclick={() => open(e)}
								>{@render sheet(e.source)}<span class="mt-1 block">{e.name}</span></button
							>
						</li>{/each}
				</ul>
			</section>
		</div>
	{/snippet}
</Fetched>

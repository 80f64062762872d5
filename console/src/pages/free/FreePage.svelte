<script lang="ts">
	import Fetched from "../../parts/Fetched.svelte";
	import { api } from "../../state/site/api.ts";
	import { FreeDesk } from "../../state/free/free.svelte.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import FreeView from "./FreeView.svelte";

	const { name }: { name: string } = $props();
	const loading = new Loading<FreeDesk>();
	$effect(() => {
		void loading.load(
			async () =>
				new FreeDesk(
					name,
					(await api.listFreeDrawings({})).drawings.find((d) => d.name === name),
					"",
				),
		);
		return () => loading.value?.leave();
	});
</script>

<Fetched {loading} what="the drawing">{#snippet children(desk)}<FreeView {desk} />{/snippet}</Fetched>

<script lang="ts">
	import { DropdownMenu } from "bits-ui";
	import { api } from "../state/site/api.ts";
	import { Loading } from "../state/site/loading.svelte.ts";
	import { router } from "../state/site/router.svelte.ts";

	interface Props {
		/** What is set: "exercise sail", "collection harbour-day". */
		work: string;
		/** Its title, for those who hear the page. */
		title: string;
		class?: string;
	}
	const { work, title, class: look = "tool" }: Props = $props();
	const loading = new Loading<Awaited<ReturnType<typeof api.listClasses>>>();
	const classes = $derived(loading.value?.classes.filter((c) => c.until === null) ?? []);
</script>

<DropdownMenu.Root
	onOpenChange={(open) => {
		if (open) void loading.load(() => api.listClasses({}), "classes false");
	}}
>
	<DropdownMenu.Trigger class={look}
		>Set work <span aria-hidden="true">▾</span><span class="sr-only"> {title}</span></DropdownMenu.Trigger
	>
	<DropdownMenu.Portal>
		<DropdownMenu.Content
			align="start"
			sideOffset={4}
			class="z-20 min-w-48 border border-rule-strong bg-sheet py-1 text-ink"
		>
			{#each classes as c (c.id)}<DropdownMenu.Item
					class="menu-item"
					onSelect={() => router.go(`/classes/${c.id}/set-work?work=${encodeURIComponent(work)}`)}
					>To {c.name}</DropdownMenu.Item
				>{/each}
			<DropdownMenu.Item class="menu-item" onSelect={() => router.go("/classes#new")}
				>{classes.length === 0 ? "Create a class first …" : "New class …"}</DropdownMenu.Item
			>
		</DropdownMenu.Content>
	</DropdownMenu.Portal>
</DropdownMenu.Root>

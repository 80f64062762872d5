<script lang="ts">
	import { DropdownMenu } from "bits-ui";
	import type { Snippet } from "svelte";
	import { router } from "../state/router.svelte.ts";
	import { session } from "../state/session.svelte.ts";

	const { children }: { children: Snippet } = $props();
	const first = $derived(session.account?.role === "teacher" ? "Classes" : "My work");

	async function leave() {
		await session.signOut();
		router.go("/");
	}
</script>

<header class="flex h-12 shrink-0 items-center gap-6 border-b border-rule-strong px-4 sm:px-6">
	<a href="/" class="text-[17px] font-bold tracking-tight text-ink no-underline">Mark <span class="border-b-[5px] border-ink pb-px">Pen</span></a>
	<nav aria-label="Pages" class="self-stretch">
		<a href="/" aria-current={router.place.page === "home" ? "page" : undefined} class="flex h-full items-center border-b-[3px] border-ink pt-[3px] font-semibold text-ink no-underline">{first}</a>
	</nav>
	<span class="grow"></span>
	<DropdownMenu.Root>
		<DropdownMenu.Trigger class="rounded-sm px-2 py-1 text-ink-soft">{session.account?.name} <span aria-hidden="true">▾</span></DropdownMenu.Trigger>
		<DropdownMenu.Portal>
			<DropdownMenu.Content align="end" sideOffset={6} class="z-10 min-w-40 border border-rule-strong bg-sheet py-1 text-ink">
				<DropdownMenu.Item onSelect={leave} class="cursor-pointer px-3 py-1.5 data-highlighted:underline">Sign out</DropdownMenu.Item>
			</DropdownMenu.Content>
		</DropdownMenu.Portal>
	</DropdownMenu.Root>
</header>
<main class="flex min-h-0 grow flex-col">{@render children()}</main>

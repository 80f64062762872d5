<script lang="ts">
	import { DropdownMenu } from "bits-ui";
	import type { Snippet } from "svelte";
	import { router } from "../state/site/router.svelte.ts";
	import { session } from "../state/site/session.svelte.ts";
	import ReadingForm from "./ReadingForm.svelte";

	const { children }: { children: Snippet } = $props();
	const teacher = $derived(session.account?.role === "teacher");
	const { page } = $derived(router.place);
	const links = $derived(
		teacher
			? [
					{ href: "/", text: "Today", here: page === "home" },
					{
						href: "/classes",
						text: "Classes",
						here: [
							"classes",
							"class",
							"lesson",
							"grade-book",
							"roster",
							"set-work",
							"assignment",
							"judging",
							"alike",
							"show",
							"upload",
							"printed-class",
							"rules",
							"hand-in",
							"student",
						].includes(page),
					},
					{
						href: "/exercises",
						text: "Exercises",
						here: ["exercises", "exercise", "across", "collection"].includes(page),
					},
				]
			: [
					{ href: "/", text: "My work", here: page !== "free" && page !== "free-drawing" },
					{ href: "/free", text: "Free drawing", here: page === "free" || page === "free-drawing" },
				],
	);
	let readingOpen = $state(false);

	async function leave() {
		await session.signOut();
		router.go("/");
	}
</script>

<header
	class="flex min-h-12 shrink-0 items-center gap-x-3 border-b border-rule-strong px-4 sm:gap-x-6 sm:px-6 print:hidden"
>
	<a href="/" class="shrink-0 text-mark font-bold tracking-tight text-ink no-underline"
		>Mark <span class="border-b-[5px] border-ink pb-px">Pen</span></a
	>
	<nav
		aria-label="Pages"
		class="flex min-w-0 overflow-x-auto gap-3 self-stretch whitespace-nowrap max-sm:text-label sm:gap-4"
	>
		{#each links as l (l.href)}
			<a
				href={l.href}
				aria-current={l.here ? "page" : undefined}
				class="flex h-full items-center border-b-[3px] pt-[3px] text-ink no-underline {l.here
					? 'border-ink font-semibold'
					: 'border-transparent'}">{l.text}</a
			>
		{/each}
	</nav>
	<span class="grow"></span>
	<DropdownMenu.Root>
		<DropdownMenu.Trigger class="max-w-20 truncate rounded-sm px-2 py-1 text-ink-soft sm:max-w-none"
			>{session.account?.name} <span aria-hidden="true">▾</span></DropdownMenu.Trigger
		>
		<DropdownMenu.Portal>
			<DropdownMenu.Content
				align="end"
				sideOffset={6}
				class="z-20 min-w-48 border border-rule-strong bg-sheet py-1 text-ink"
			>
				{#if teacher}<DropdownMenu.Item onSelect={() => router.go("/account")} class="menu-item"
						>Account</DropdownMenu.Item
					>{/if}
				<DropdownMenu.Separator class="my-1 border-t border-rule" />
				<DropdownMenu.Item onSelect={() => (readingOpen = true)} class="menu-item">Reading …</DropdownMenu.Item>
				<DropdownMenu.Item onSelect={leave} class="menu-item">Sign out</DropdownMenu.Item>
			</DropdownMenu.Content>
		</DropdownMenu.Portal>
	</DropdownMenu.Root>
</header>
<ReadingForm bind:open={readingOpen} />
<main class="flex min-h-0 grow flex-col">{@render children()}</main>

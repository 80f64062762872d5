<script lang="ts">
	import type { Snippet } from "svelte";

	interface Props {
		title: string;
		/** A short text after the title. */
		about?: string;
		crumbs?: readonly { readonly href: string; readonly text: string }[];
		/** Pages beside this one. */
		beside?: readonly { readonly href: string; readonly text: string; readonly here?: boolean }[];
		actions?: Snippet;
	}
	const { title, about = "", crumbs = [], beside = [], actions }: Props = $props();
</script>

<svelte:head><title>{title} · Mark Pen</title></svelte:head>
<div class="border-b border-rule px-4 pt-2 sm:px-6 print:hidden">
	<div class="flex flex-wrap items-center gap-x-4 gap-y-2 pb-2">
		<div class="min-w-0">
			{#if crumbs.length > 0}
				<nav aria-label="Breadcrumbs" class="text-small text-ink-soft">
					{#each crumbs as c, i (c.href)}{#if i > 0}<span aria-hidden="true" class="mx-1.5">/</span>{/if}<a
							href={c.href}>{c.text}</a
						>{/each}
				</nav>
			{/if}
			<h1>
				{title}
				{#if about}<span class="text-body font-normal text-ink-soft">{about}</span>{/if}
			</h1>
		</div>
		<span class="grow"></span>
		{@render actions?.()}
	</div>
	{#if beside.length > 0}
		<nav aria-label="Related pages" class="-mb-px flex flex-wrap gap-x-5">
			{#each beside as b (b.href)}
				<a
					href={b.href}
					aria-current={b.here ? "page" : undefined}
					class="border-b-[3px] py-1.5 no-underline {b.here
						? 'border-ink font-semibold text-ink'
						: 'border-transparent text-ink-soft hover:border-rule-strong'}">{b.text}</a
				>
			{/each}
		</nav>
	{/if}
</div>
